import { Button, Modal } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/client';
import type { Intake } from '../../api/types';
import { count, counted } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { useIntakeAction } from '../queries';
import type { UnsureGroupList } from '../../api/answers';
import type { DecidedGroup as Decided } from '../../api/answers';

/** Unsure rows by why they are unsure: a few of each to look at, and all of them decided as one. */
export function UnsureGroups({ intake, mayDecide, onClose }: { intake: Intake; mayDecide: boolean; onClose: () => void }) {
  const [said, setSaid] = useState('');
  const query = useQuery({
    queryKey: ['intake', String(intake.id), 'match-groups'],
    queryFn: () => api.get<UnsureGroupList>(`intakes/${intake.id}/match-groups`),
  });
  const decide = useIntakeAction(intake.id, (of: { why: string; to: 'same' | 'new' }) =>
    api.post<Decided>(`intakes/${intake.id}/match-groups`, of),
  );
  const groups = query.data?.groups ?? [];
  const all = (why: string, to: 'same' | 'new') =>
    decide.mutate(
      { why, to },
      {
        onSuccess: (done) =>
          setSaid(
            `${counted(done.decided, 'row')} decided: ${to === 'same' ? 'the same' : 'someone else'}. "Take back the last one" takes all of them back.`,
          ),
      },
    );
  return (
    <Modal opened onClose={onClose} title="Unsure rows, by why they are unsure" size="xl">
      <Trouble error={query.error ?? decide.error} />
      {said !== '' && <p role="status">{said}</p>}
      {query.isSuccess && groups.length === 0 && <Empty title="No row is unsure" />}
      <ul className="list">
        {groups.map((group) => (
          <li key={group.why} className="still">
            <span className="line">
              <b>{group.why || 'Other reasons'}</b>
              <span style={{ whiteSpace: 'nowrap' }}>{counted(group.rows, 'row')}</span>
            </span>
            <span className="quiet">
              {group.rows > group.sample.length ? 'Some of them: ' : ''}
              {group.sample.map((row, i) => (
                <span key={row.number}>
                  {i > 0 && ', '}
                  <Link to={`/intakes/${intake.id}/rows/${row.number}`}>
                    {row.display} (row {row.number})
                  </Link>
                </span>
              ))}
            </span>
            {group.single < group.rows && (
              <span className="quiet">
                {' '}
                {count(group.rows - group.single)} of them may be more than one supporter: those are decided one by one.
              </span>
            )}
            {mayDecide && (
              <span className="sentence" style={{ marginTop: 6 }}>
                <Button
                  size="compact-sm"
                  variant="default"
                  disabled={group.single < group.rows || decide.isPending}
                  onClick={() => all(group.why, 'same')}
                  aria-label={`All are the same: ${group.why}`}
                >
                  All are the same
                </Button>
                <Button
                  size="compact-sm"
                  variant="default"
                  disabled={decide.isPending}
                  onClick={() => all(group.why, 'new')}
                  aria-label={`All are someone else: ${group.why}`}
                >
                  All are someone else
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
    </Modal>
  );
}
