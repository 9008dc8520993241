import { Button, FileButton } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type DragEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { Intake } from '../api/types';
import { Trouble } from '../shared/Notice';

/** Where a file is dropped or chosen to begin an intake. */
export function Drop() {
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const bring = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return api.post<Intake>('intakes', form);
    },
    onSuccess: (intake) => {
      void queries.invalidateQueries({ queryKey: ['today'] });
      void navigate(`/intakes/${intake.id}/source`);
    },
  });
  const take = (file: File | null | undefined) => {
    if (file) {
      bring.mutate(file);
    }
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take(event.dataTransfer.files[0]);
  };
  return (
    <div
      className={`drop${over ? ' over' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <p style={{ margin: '0 0 10px' }}>Drop a spreadsheet of supporters and gifts here: CSV or Excel (.xlsx).</p>
      <FileButton onChange={take} accept=".csv,.txt,.tsv,.xlsx,text/csv,text/plain">
        {(props) => (
          <Button {...props} loading={bring.isPending}>
            Choose a file
          </Button>
        )}
      </FileButton>
      <div style={{ marginTop: bring.error ? 10 : 0 }}>
        <Trouble error={bring.error} />
      </div>
    </div>
  );
}
