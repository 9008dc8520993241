import { Button, FileButton } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type DragEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import type { CheckSummary } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** Where a list of addresses is dropped or chosen. */
export function HandIn() {
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const hand = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return api.post<CheckSummary>('address-lists', form);
    },
    onSuccess: (check) => {
      void queries.invalidateQueries({ queryKey: ['address-checks'] });
      void navigate(`/addresses/${check.id}`);
    },
  });
  const take = (file: File | null | undefined) => {
    if (file) {
      hand.mutate(file);
    }
  };
  return (
    <div
      className={`drop small${over ? ' over' : ''}`}
      onDragOver={(event: DragEvent) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event: DragEvent) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer.files[0]);
      }}
    >
      <p style={{ margin: '0 0 10px' }}>
        Drop a list of addresses here. It comes back as it was, with what was found behind each row. Nobody is loaded.
      </p>
      <FileButton
        onChange={take}
        accept=".csv,.txt,.tsv,.tab,.xlsx,.xls,.ods,.vcf,.json,.jsonl,.xml,.html,.htm,text/csv,text/plain,application/json"
      >
        {(props) => (
          <Button {...props} loading={hand.isPending}>
            Choose a list
          </Button>
        )}
      </FileButton>
      <Trouble error={hand.error} />
    </div>
  );
}
