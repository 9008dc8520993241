import { Button, Checkbox } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Amounts, Outcome } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { count, counted, hasMoney, moneys } from '../../shared/format';
import { Empty } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { useThisIntake } from '../queries';
import { Undo } from './Undo';

interface RecordRow {
  number: number;
  display: string;
  supporter_id: number | null;
  gifts_new: number;
  money: Amounts;
}

/** Every record that an intake made, changed or found unchanged. */
export function RecordsPage() {
  const intake = useThisIntake();
  const navigate = useNavigate();
  const [query, setQuery] = useSearchParams();
  const outcome = (query.get('outcome') ?? 'new') as Outcome;
  const [picked, setPicked] = useState<number[]>([]);
  const mayPick = intake.may_change && intake.state === 'loaded';
  const list = useMore<RecordRow>(['intake', String(intake.id), 'records', outcome], `intakes/${intake.id}/records?outcome=${outcome}`);
  const counts: Record<string, number> = list.counts ?? intake.outcomes;
  const isTrial = intake.loaded_at === null;
  return (
    <>
      <div className="panes">
        <Pane
          title={isTrial ? 'What the trial brought in' : 'Everything this intake touched'}
          right={
            <Chips
              label="Which"
              value={outcome}
              onChange={(value) => {
                setPicked([]);
                setQuery({ outcome: value });
              }}
              options={[
                { value: 'new', text: `new ${count(counts['new'] ?? 0)}` },
                { value: 'updated', text: `updated ${count(counts['updated'] ?? 0)}` },
                { value: 'unchanged', text: `no change ${count(counts['unchanged'] ?? 0)}` },
              ]}
            />
          }
        >
          <div className="pane-body" tabIndex={0}>
            {list.isSuccess && list.rows.length === 0 && <Empty title="No records here" />}
            <table className="rows">
              <tbody>
                {list.rows.map((row) => (
                  <tr key={row.number}>
                    {mayPick && (
                      <td style={{ width: 34 }}>
                        <Checkbox
                          aria-label={`Pick row ${row.number}`}
                          checked={picked.includes(row.number)}
                          onChange={() =>
                            setPicked(picked.includes(row.number) ? picked.filter((one) => one !== row.number) : [...picked, row.number])
                          }
                        />
                      </td>
                    )}
                    <td style={{ width: 90 }}>
                      <Link to={`/intakes/${intake.id}/rows/${row.number}`}>row {row.number}</Link>
                    </td>
                    <td>
                      {row.supporter_id === null || intake.state === 'undone' ? (
                        row.display
                      ) : (
                        <Link to={`/supporters/${row.supporter_id}`}>{row.display}</Link>
                      )}
                    </td>
                    <td className="num" style={{ width: 120 }}>
                      {hasMoney(row.money) ? moneys(row.money) : ''}
                    </td>
                    <td className="quiet" style={{ width: 150 }}>
                      {row.gifts_new > 0 ? counted(row.gifts_new, 'new gift') : hasMoney(row.money) ? 'gift there before' : 'no gift'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <ShowMore list={list} />
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button onClick={() => void navigate(`/intakes/${intake.id}/${isTrial ? 'load' : 'proof'}`)}>
          {isTrial ? 'Back to the load' : 'Back to the proof'}
        </Button>
        {mayPick && picked.length > 0 && <Undo intake={intake} rows={picked} />}
        {mayPick && picked.length === 0 && <span className="quiet">Pick rows to take just those back.</span>}
      </div>
    </>
  );
}
