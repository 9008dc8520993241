import { Button, Group, Modal, Radio, Stack } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { GiftPageData } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** Which promise of its supporter a gift pays. */
export function PaysPromise({ gift, onClose }: { gift: GiftPageData; onClose: () => void }) {
  const queries = useQueryClient();
  const [chosen, setChosen] = useState(String(gift.pays?.id ?? ''));
  const save = useMutation<unknown, Error>({
    mutationFn: () => api.put(`supporters/${gift.supporter_id}/gifts/${gift.id}`, { values: { 'gift.promise': chosen }, base: {} }),
    onSuccess: () => {
      void queries.invalidateQueries();
      onClose();
    },
  });
  return (
    <Modal opened onClose={onClose} title="Which promise it pays">
      <Radio.Group value={chosen} onChange={setChosen} aria-label="Which promise it pays">
        <Stack gap={8}>
          {gift.payable.map(({ id, label }) => (
            <Radio key={id} value={String(id)} label={label} />
          ))}
          <Radio value="" label="none: it is a gift by itself" />
        </Stack>
      </Radio.Group>
      <Trouble error={save.error} />
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        <Button loading={save.isPending} onClick={() => save.mutate()}>
          Keep it
        </Button>
      </Group>
    </Modal>
  );
}
