import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/client';
import type { Intake } from '../../api/types';
import { count } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { Raw } from '../../shared/Raw';
import { Of } from '../../shared/Of';
import { useIntakeAction } from '../queries';
import type { Findings } from '../../api/answers';

/** What is wrong with the file, each with where and what helps. A remedy becomes a step of the columns, where it can be seen and taken back. */
export function FindingsPane({ intake, editable }: { intake: Intake; editable: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  const findings = useQuery({
    queryKey: ['intake', String(intake.id), 'findings'],
    queryFn: () => api.get<Findings>(`intakes/${intake.id}/findings`),
  });
  const remedy = useIntakeAction(intake.id, (choice: { kind?: string; on: boolean }) =>
    api.post<Findings>(`intakes/${intake.id}/findings`, choice),
  );
  const list = findings.data?.findings ?? [];
  const waiting = list.filter((finding) => finding.remedy !== '' && !finding.applied && !finding.for_a_person);
  return (
    <Pane
      title="What is wrong with it"
      note={findings.data === undefined ? '' : list.length === 0 ? '' : `${list.length} ${list.length === 1 ? 'finding' : 'findings'}`}
      right={
        editable &&
        waiting.length > 1 && (
          <Button size="compact-sm" variant="default" loading={remedy.isPending} onClick={() => remedy.mutate({ on: true })}>
            Apply all {waiting.length} remedies
          </Button>
        )
      }
    >
      <Trouble error={remedy.error ?? findings.error} />
      <div className="pane-body" tabIndex={0} aria-label="Findings">
        {findings.isSuccess && list.length === 0 && (
          <Empty title="Nothing was found">
            <p>All rows were read. Whether the values are right for their fields, the checks will say.</p>
          </Empty>
        )}
        <ul className="findings">
          {list.map((finding) => (
            <li key={finding.kind}>
              <div className="line">
                <span className="figure">{count(finding.count)}</span>
                <b>
                  <button
                    type="button"
                    className="plain-button"
                    aria-expanded={open === finding.kind}
                    onClick={() => setOpen(open === finding.kind ? null : finding.kind)}
                  >
                    {finding.title}
                  </button>
                </b>
                {finding.applied && <span className="pill">remedied</span>}
              </div>
              <div className="more">
                {finding.columns.length > 0 && (
                  <div>
                    in{' '}
                    {finding.columns.slice(0, 4).map((column, i) => (
                      <span key={column.column}>
                        {i > 0 && ', '}
                        <Link to={`/intakes/${intake.id}/columns?column=${column.column}`}>{column.header}</Link>
                      </span>
                    ))}
                    {finding.columns.length > 4 && ` and ${finding.columns.length - 4} more`}
                  </div>
                )}
                {finding.note !== '' && <div>{finding.note}</div>}
                {open === finding.kind && (
                  <table className="examples">
                    <tbody>
                      {finding.examples.map((example, i) => (
                        <tr key={i}>
                          <td className="num">{example.row > 0 && `row ${example.row}`}</td>
                          {finding.columns.length > 1 && <td style={{ whiteSpace: 'nowrap' }}>{example.header}</td>}
                          <td>{example.value === '' ? '' : <Raw value={example.value} />}</td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                )}
                {finding.applied && <div>Remedy: {finding.remedy}</div>}
                {editable && finding.remedy !== '' && (
                  <Button
                    styles={{
                      root: { height: 'auto', minHeight: 24, maxWidth: '100%' },
                      label: { whiteSpace: 'normal', textAlign: 'left', padding: '2px 0' },
                    }}
                    size="compact-xs"
                    variant={finding.applied ? 'subtle' : 'light'}
                    color="pine"
                    mt={3}
                    disabled={remedy.isPending}
                    onClick={() => remedy.mutate({ kind: finding.kind, on: !finding.applied })}
                  >
                    {finding.applied ? 'Take it back' : finding.remedy}
                    {finding.applied && <Of what={finding.remedy ?? ''} />}
                  </Button>
                )}
              </div>
            </li>
          ))}
        </ul>
      </div>
    </Pane>
  );
}
