import { useMutation } from '@tanstack/react-query';
import type { ExportList } from '../api/answers';
import { api } from '../api/client';
import { count, hasMoney, moment, moneys } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';

/** Files that were made, to be taken. */
export function ExportFiles({ files, onDone }: { files: ExportList['exports']; onDone: () => void }) {
  const drop = useMutation({ mutationFn: (id: number) => api.delete(`exports/${id}`), onSuccess: onDone });
  if (files.length === 0) {
    return (
      <Empty title="No file yet">
        <p>What you make stands here until it is some days old; who took what is in the audit list.</p>
      </Empty>
    );
  }
  return (
    <>
      <Trouble error={drop.error} />
      <table className="rows">
        <thead>
          <tr>
            <th>File</th>
            <th className="num" style={{ width: 90 }}>
              Rows
            </th>
            <th style={{ width: '30%' }}>Amounts</th>
            <th style={{ width: 118 }} aria-label="What to do" />
          </tr>
        </thead>
        <tbody>
          {files.map((one) => (
            <tr key={one.id}>
              <td>
                {one.name}
                <div className="quiet">
                  {one.format.toUpperCase()}, {moment(one.created_at)}
                  {!one.is_own && `, ${one.by ?? ''}`}
                </div>
                {one.delivered !== null && (
                  <div className={/^(?:in|taken by) /.test(one.delivered) ? 'quiet' : 'held'}>{one.delivered}</div>
                )}
                {one.error !== null && <div className="held">{one.error}</div>}
              </td>
              <td className="num">{one.rows === null ? '' : count(one.rows)}</td>
              <td>{one.amounts === null || !hasMoney(one.amounts) ? '' : moneys(one.amounts)}</td>
              <td>
                {one.state === 'waiting' && <span className="quiet">being made …</span>}
                {one.state === 'done' && one.is_own && (
                  <a href={`/api/exports/${one.id}/file`} download>
                    Take it
                    <Of what={one.name} />
                  </a>
                )}{' '}
                {one.state === 'done' && one.is_own && one.format !== 'zip' && (
                  <a
                    href={`/api/exports/${one.id}/control.json`}
                    download
                    title="Rows, sums and the sum of its bytes, to hold against what arrived"
                  >
                    control
                    <Of what={one.name} />
                  </a>
                )}{' '}
                {one.state !== 'waiting' && one.is_own && (
                  <button type="button" className="plain-button" onClick={() => drop.mutate(one.id)}>
                    remove
                    <Of what={one.name} />
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
