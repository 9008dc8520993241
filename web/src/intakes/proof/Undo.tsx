import { Button, Group, Modal } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Intake, UndoReport } from '../../api/types';
import { counted } from '../../shared/format';
import { Trouble } from '../../shared/Notice';
import { useIntakeAction } from '../queries';

/** Undoing an intake: first what goes and what stays, then the deed. */
export function Undo({ intake, rows }: { intake: Intake; rows?: number[] }) {
  const [asking, setAsking] = useState(false);
  const preview = useQuery({
    queryKey: ['intake', String(intake.id), 'undo', rows],
    queryFn: () => api.get<UndoReport>(`intakes/${intake.id}/undo${rows === undefined ? '' : `?rows=${rows.join()}`}`),
    enabled: asking,
    staleTime: 0,
  });
  const undo = useIntakeAction(intake.id, () => api.post<Intake>(`intakes/${intake.id}/undo`, rows === undefined ? {} : { rows }));
  const report = preview.data;
  return (
    <>
      <Button variant="subtle" color="brick" onClick={() => setAsking(true)}>
        {rows === undefined ? 'Undo this intake' : `Undo ${counted(rows.length, 'row')}`}
      </Button>
      <Modal
        opened={asking}
        onClose={() => setAsking(false)}
        title={rows === undefined ? `Undo "${intake.name}"?` : `Undo ${counted(rows.length, 'row')} of "${intake.name}"?`}
        size="lg"
      >
        <Trouble error={preview.error ?? undo.error} />
        {report === undefined ? (
          <p>Looking at what can be put back.</p>
        ) : (
          <>
            <p>
              {counted(report.supporters.removed, 'supporter')} that it made and {counted(report.gifts.removed, 'gift')}
              {report.promises.removed > 0 && ` and ${counted(report.promises.removed, 'promise')}`} are removed.{' '}
              {counted(report.supporters.restored, 'supporter')} that it changed {report.supporters.restored === 1 ? 'is' : 'are'} put back
              as before.
            </p>
            {rows !== undefined && <p>Rows that are taken back wait with the held ones.</p>}
            <p>
              {report.kept_count === 0
                ? 'Nobody has changed any of it since, so nothing stays behind.'
                : `${counted(report.kept_count, 'thing was', 'things were')} changed since and ${report.kept_count === 1 ? 'stays' : 'stay'} as now:`}
            </p>
            <ul>
              {report.kept.slice(0, 8).map((kept, i) => (
                <li key={i}>
                  Supporter {kept.supporter}, {kept.thing.split(':')[0]} {kept.column ?? ''}: {kept.reason.toLowerCase()}
                  {kept.by !== null && kept.by !== undefined && `, by ${kept.by}`}
                </li>
              ))}
            </ul>
          </>
        )}
        <Group justify="flex-end" mt="md">
          <Button variant="default" onClick={() => setAsking(false)}>
            Leave it loaded
          </Button>
          <Button
            color="brick"
            disabled={report === undefined}
            loading={undo.isPending}
            onClick={() => undo.mutate(undefined, { onSuccess: () => setAsking(false) })}
          >
            Undo it
          </Button>
        </Group>
      </Modal>
    </>
  );
}
