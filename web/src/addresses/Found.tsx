import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { CheckDecided, CheckedRow, CheckGroup, CheckSummary } from '../api/answers';
import { api } from '../api/client';
import { Differing } from '../shared/Differing';
import { count, counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { Pane } from '../shared/Pane';
import { ShowMore } from '../shared/ShowMore';
import { useMore } from '../shared/useMore';

interface FoundProps {
  check: CheckSummary;
  group: CheckGroup;
  onDecided: () => void;
  /** Whether nothing can be decided any more. */
  locked?: boolean;
}

/** The addresses behind one finding: as written, why, and what they could be. */
export function Found({ check, group, onDecided, locked = false }: FoundProps) {
  const queries = useQueryClient();
  const key = ['address-check', check.id, 'rows', group.key];
  const list = useMore<CheckedRow>(key, `address-checks/${check.id}/rows?group=${encodeURIComponent(group.key)}`);
  const decide = useMutation({
    mutationFn: (of: { number: number | null; to: string }) =>
      api.post<CheckDecided>(`address-checks/${check.id}/decide`, { group: group.key, ...of }),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: key });
      onDecided();
    },
  });
  const inRows = check.kind !== 'records';
  const may = group.asks && !check.is_applied && !locked;
  const open = group.addresses - group.decided;
  return (
    <Pane
      title={group.words}
      note={counted(group.addresses, inRows ? 'row' : 'address', inRows ? 'rows' : 'addresses')}
      right={
        may && (
          <>
            {group.single > 0 && (group.key !== 'moved' || inRows) && (
              <Button
                size="compact-sm"
                variant="default"
                disabled={decide.isPending}
                onClick={() => decide.mutate({ number: null, to: 'only' })}
              >
                {group.key === 'moved' ? 'Take the new address' : 'Take the only candidate'}, {count(group.single)}
              </Button>
            )}
            {open > 0 && (
              <Button
                size="compact-sm"
                variant="default"
                disabled={decide.isPending}
                onClick={() => decide.mutate({ number: null, to: 'keep' })}
              >
                Keep {open === group.addresses ? 'all' : `the other ${count(open)}`} as written
              </Button>
            )}
          </>
        )
      }
    >
      <Trouble error={list.error ?? decide.error} />
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <thead>
            <tr>
              <th style={{ width: '20%' }}>{inRows ? 'Row' : 'Supporter'}</th>
              <th style={{ width: '25%' }}>As written</th>
              <th>Why</th>
              <th style={{ width: '31%' }}>{group.asks ? 'Could be' : 'Becomes'}</th>
            </tr>
          </thead>
          <tbody>
            {list.rows.map((row) => (
              <tr key={row.number}>
                <td>
                  {row.supporter_id === null ? row.who : <Link to={`/supporters/${row.supporter_id}`}>{row.who}</Link>}
                  {inRows && <div className="quiet">row {row.number}</div>}
                </td>
                <td className="mono">
                  <Differing value={row.written.join('\n')} other={(group.key === 'moved' ? row.written : row.becomes).join('\n')} exact />
                </td>
                <td className="quiet">
                  {(row.reasons === '' ? row.why : row.reasons).split(' | ').map((reason) => (
                    <div key={reason}>{reason}</div>
                  ))}
                  {row.same_address !== null && (group.key === 'same_address' || group.key === 'same_person') && (
                    <div>{inRows ? `as in row ${row.same_address}` : 'as an earlier one'}</div>
                  )}
                </td>
                <td>
                  {group.asks && group.key !== 'moved' ? (
                    <Choice row={row} may={may} onTo={(to) => decide.mutate({ number: row.number, to })} />
                  ) : group.key === 'moved' ? (
                    <Moved row={row} may={may} onTo={(to) => decide.mutate({ number: row.number, to })} />
                  ) : (
                    <span className="mono">
                      <Differing value={row.becomes.join('\n')} other={row.written.join('\n')} exact />
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <ShowMore list={list} />
      </div>
    </Pane>
  );
}

/** An address may be longer than a line. */
const wide = {
  label: { whiteSpace: 'normal' as const, textAlign: 'left' as const },
  root: { height: 'auto', minHeight: 24, maxWidth: '100%' },
};

interface ChoiceProps {
  row: CheckedRow;
  may: boolean;
  onTo: (to: string) => void;
}

/** A candidate, without the place if that is as it is written. */
function besides(candidate: string, written: string[]): string {
  const place = `, ${written[written.length - 1] ?? ''}, US`;
  return candidate.toLowerCase().endsWith(place.toLowerCase()) ? candidate.slice(0, -place.length) : candidate.replace(/, US$/, '');
}

/** What an address could be: a candidate of the directory, or what is written. */
function Choice({ row, may, onTo }: ChoiceProps) {
  if (row.decision !== '') {
    return <Decided row={row} may={may} onTo={onTo} words={row.decision === 'keep' ? 'kept as written' : row.becomes.join(', ')} />;
  }
  return (
    <>
      {row.candidates.length === 0 && row.written.join() !== row.becomes.join() && (
        <div className="mono">
          <Differing value={row.becomes.join('\n')} other={row.written.join('\n')} exact />
        </div>
      )}
      {!may &&
        row.candidates.map((candidate) => (
          <div key={candidate} className="mono">
            {besides(candidate, row.written)}
          </div>
        ))}
      {(may ? row.candidates : []).map((candidate, i) => (
        <div key={candidate} style={{ marginBottom: 4 }}>
          <Button size="compact-sm" variant="default" onClick={() => onTo(`take:${i}`)} styles={wide}>
            <span className="mono">{besides(candidate, row.written)}</span>
            <Of what={`for row ${row.number}`} />
          </Button>
        </div>
      ))}
      {may && (
        <button type="button" className="plain-button" onClick={() => onTo('keep')}>
          keep as written
          <Of what={`row ${row.number}`} />
        </button>
      )}
    </>
  );
}

function Moved({ row, may, onTo }: ChoiceProps) {
  if (row.decision !== '') {
    return (
      <Decided row={row} may={may} onTo={onTo} words={row.decision === 'keep' ? 'said to live there still' : row.becomes.join(', ')} />
    );
  }
  return (
    <>
      {row.moved_to === null ? (
        <div className="quiet">no address was left</div>
      ) : !may || row.supporter_id !== null ? (
        <div className="mono">{row.moved_to.replace(/, US$/, '')}</div>
      ) : (
        <div style={{ marginBottom: 4 }}>
          <Button size="compact-sm" variant="default" onClick={() => onTo('move')} styles={wide}>
            <span className="mono">{row.moved_to.replace(/, US$/, '')}</span>
            <Of what={`for row ${row.number}`} />
          </Button>
        </div>
      )}
      {may && (
        <button type="button" className="plain-button" onClick={() => onTo('keep')}>
          they still live there
          <Of what={`row ${row.number}`} />
        </button>
      )}
    </>
  );
}

function Decided({ row, may, onTo, words }: ChoiceProps & { words: string }) {
  return (
    <>
      <div className={row.decision === 'keep' ? '' : 'mono'}>{words}</div>
      {may && (
        <button type="button" className="plain-button" onClick={() => onTo('')}>
          take it back
          <Of what={`of row ${row.number}`} />
        </button>
      )}
    </>
  );
}
