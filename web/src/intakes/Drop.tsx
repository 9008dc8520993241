import { Button, FileButton, Textarea } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type DragEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { Opened } from '../api/answers';
import { Trouble } from '../shared/Notice';

/** Where a file is dropped or chosen to begin an intake. */
export function Drop({ small = false }: { small?: boolean }) {
  const [over, setOver] = useState(false);
  const [pasting, setPasting] = useState<string | null>(null);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const bring = useMutation({
    mutationFn: (file: File | string) => {
      if (typeof file === 'string') {
        return api.post<Opened>('intakes', { text: file });
      }
      const form = new FormData();
      form.append('file', file);
      return api.post<Opened>('intakes', form);
    },
    onSuccess: (answer) => {
      // A file of held rows found its rows again: there is no new intake.
      if ('settled' in answer) {
        void queries.invalidateQueries();
        void navigate('/held', { state: { settled: answer.settled } });
        return;
      }
      const intake = answer;
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
      className={`drop${over ? ' over' : ''}${small ? ' small' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <p style={{ margin: '0 0 10px' }}>
        Drop a file of supporters and gifts here: a spreadsheet (.csv, .xlsx, .xls, .ods), contact cards (.vcf), JSON or XML.
      </p>
      {pasting !== null && (
        <form
          style={{ display: 'grid', gap: 8, maxWidth: 620, margin: '0 auto 10px' }}
          onSubmit={(event) => {
            event.preventDefault();
            bring.mutate(pasting);
          }}
        >
          <Textarea
            aria-label="Cells copied from a spreadsheet"
            placeholder="Copy cells in a spreadsheet, with their header, and paste them here"
            minRows={4}
            maxRows={8}
            autosize
            autoFocus
            value={pasting}
            onChange={(event) => setPasting(event.currentTarget.value)}
            styles={{ input: { fontFamily: 'monospace', fontSize: 12.5 } }}
          />
          <div style={{ display: 'flex', gap: 8, justifyContent: 'center' }}>
            <Button type="submit" disabled={pasting.trim() === ''} loading={bring.isPending}>
              Bring these cells in
            </Button>
            <Button variant="default" onClick={() => setPasting(null)}>
              Cancel
            </Button>
          </div>
        </form>
      )}
      {pasting === null && (
        <FileButton
          onChange={take}
          accept=".csv,.txt,.tsv,.tab,.xlsx,.xls,.ods,.vcf,.json,.jsonl,.ndjson,.xml,.html,.htm,text/csv,text/plain,application/json,text/vcard"
        >
          {(props) => (
            <Button {...props} loading={bring.isPending}>
              Choose a file
            </Button>
          )}
        </FileButton>
      )}
      {pasting === null && (
        <Button variant="subtle" color="pine" ml={8} onClick={() => setPasting('')}>
          Paste cells
        </Button>
      )}
      {pasting === null && !small && (
        <Button variant="subtle" color="pine" onClick={() => void navigate('/intakes/template')}>
          Get a template to fill in
        </Button>
      )}
      <div style={{ marginTop: bring.error ? 10 : 0 }}>
        <Trouble error={bring.error} />
      </div>
    </div>
  );
}
