import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api } from '../../api/client';
import type { Proof } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { count } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { useThisIntake } from '../queries';

interface UntakenRow {
  number: number;
  display: string;
  supporter_id: number | null;
  field: string;
  label: string;
  stored: string;
  written: string;
}

/** What the file says and the records do not take, value beside value. */
export function UntakenPage() {
  const intake = useThisIntake();
  const navigate = useNavigate();
  const [query, setQuery] = useSearchParams();
  const field = query.get('field') ?? '';
  const proof = useQuery({ queryKey: ['intake', String(intake.id), 'proof'], queryFn: () => api.get<Proof>(`intakes/${intake.id}/proof`) });
  const list = useMore<UntakenRow>(
    ['intake', String(intake.id), 'untaken', field],
    `intakes/${intake.id}/untaken${field === '' ? '' : `?field=${encodeURIComponent(field)}`}`,
  );
  const fields = proof.data?.untaken ?? [];
  const isLoaded = intake.loaded_at !== null;
  return (
    <>
      <Trouble error={list.error ?? proof.error} />
      <div className="panes">
        <Pane
          title="In the file, but not taken"
          note="the record has another value"
          right={
            fields.length > 1 && (
              <Chips
                label="Field"
                value={field}
                onChange={(value) => setQuery(value === '' ? {} : { field: value }, { replace: true })}
                options={[
                  { value: '', text: 'all' },
                  ...fields.map((one) => ({ value: one.field, text: `${one.label} ${count(one.rows)}` })),
                ]}
              />
            )
          }
        >
          <div className="pane-body" tabIndex={0}>
            {list.isSuccess && list.rows.length === 0 && <Empty title="Every value of the file is in the records" />}
            {list.rows.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 84 }}>Row</th>
                    <th style={{ width: '22%' }}>Supporter</th>
                    <th style={{ width: '18%' }}>Field</th>
                    <th>The record keeps</th>
                    <th>The file says</th>
                  </tr>
                </thead>
                <tbody>
                  {list.rows.map((row, i) => (
                    <tr key={`${row.number} ${i}`}>
                      <td>
                        <Link to={`/intakes/${intake.id}/rows/${row.number}`}>row {row.number}</Link>
                      </td>
                      <td>{row.supporter_id === null ? row.display : <Link to={`/supporters/${row.supporter_id}`}>{row.display}</Link>}</td>
                      <td>{row.label}</td>
                      <td className="mono">{row.stored === '' ? <span className="nothing">blank</span> : row.stored}</td>
                      <td className="mono">{row.written}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            <ShowMore list={list} />
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button onClick={() => void navigate(`/intakes/${intake.id}/${isLoaded ? 'proof' : 'load'}`)}>
          {isLoaded ? 'Back to the proof' : 'Back to the load'}
        </Button>
        {!isLoaded && intake.may_change && (
          <Button variant="default" onClick={() => void navigate(`/intakes/${intake.id}/matches`)}>
            Choose what a match does
          </Button>
        )}
      </div>
    </>
  );
}
