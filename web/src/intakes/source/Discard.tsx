import { Button, Group, Modal } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import { Trouble } from '../../shared/Notice';

/** Throws away an intake that was never loaded, a file or a grid. */
export function Discard({ intake, typed = false }: { intake: { id: number; name: string }; typed?: boolean }) {
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const discard = useMutation({
    mutationFn: () => api.delete(`intakes/${intake.id}`),
    onSuccess: () => {
      void queries.invalidateQueries();
      void navigate(typed ? '/entry' : '/intakes');
    },
  });
  return (
    <>
      <Button variant="subtle" color="brick" onClick={() => setAsking(true)}>
        Discard {typed ? 'the grid' : 'this intake'}
      </Button>
      <Modal opened={asking} onClose={() => setAsking(false)} title={`Discard "${intake.name}"?`}>
        <p>
          {typed ? 'What was typed goes.' : 'The file and everything decided about it here go.'} Supporters and gifts are not touched:
          nothing of it was loaded.
        </p>
        <Trouble error={discard.error} />
        <Group justify="flex-end" mt="md">
          <Button variant="default" onClick={() => setAsking(false)}>
            Keep it
          </Button>
          <Button color="brick" onClick={() => discard.mutate()} loading={discard.isPending}>
            Discard
          </Button>
        </Group>
      </Modal>
    </>
  );
}
