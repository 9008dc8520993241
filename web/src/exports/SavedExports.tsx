import { useMutation } from '@tanstack/react-query';
import type { ExportBegun, ExportList, SavedExportRow } from '../api/answers';
import { api } from '../api/client';
import { moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { Sure } from '../shared/Sure';
import { ofWhat } from './ofWhat';
import { whenMade } from './whenMade';

interface SavedExportsProps {
  saved: ExportList['saved'];
  folder: string;
  onChange: (one: SavedExportRow) => void;
  onDone: () => void;
}

/** Exports under a name. */
export function SavedExports({ saved, folder, onChange, onDone }: SavedExportsProps) {
  const run = useMutation({ mutationFn: (id: number) => api.post<ExportBegun>(`saved-exports/${id}/run`, {}), onSuccess: onDone });
  const drop = useMutation({ mutationFn: (id: number) => api.delete(`saved-exports/${id}`), onSuccess: onDone });
  return (
    <>
      <Trouble error={run.error ?? drop.error} />
      <table className="rows">
        <thead>
          <tr>
            <th>Saved</th>
            <th style={{ width: '40%' }}>Made and brought</th>
            <th style={{ width: 160 }} aria-label="What to do" />
          </tr>
        </thead>
        <tbody>
          {saved.map((one) => (
            <tr key={one.id}>
              <td>
                {one.name}
                <div className="quiet">
                  a row for each {ofWhat[one.of] ?? one.of}, {one.format.toUpperCase()}
                  {one.only_changed && ', only what changed'}
                  {!one.is_own && `, ${one.by ?? ''}`}
                </div>
              </td>
              <td>
                {whenMade(one)}
                <div className="quiet">
                  {one.brought_to === 'folder' && <span title={`${folder}/${one.target}`}>to the folder {one.target}; </span>}
                  {one.brought_to === 'address' && `to ${one.target}; `}
                  {one.last_at === null ? 'not made yet' : `last ${moment(one.last_at)}`}
                </div>
              </td>
              <td>
                {one.is_own && (
                  <>
                    <button type="button" className="plain-button" onClick={() => run.mutate(one.id)}>
                      make now
                      <Of what={one.name} />
                    </button>{' '}
                    <button type="button" className="plain-button" onClick={() => onChange(one)}>
                      change
                      <Of what={one.name} />
                    </button>{' '}
                  </>
                )}
                <Sure
                  ask={`Delete the saved export "${one.name}"?`}
                  yes="Delete it"
                  onSure={() => drop.mutate(one.id)}
                  button={(open) => (
                    <button type="button" className="plain-button" onClick={open}>
                      delete
                      <Of what={one.name} />
                    </button>
                  )}
                >
                  It is not made by itself any more. Files that were made stay as long as they are kept.
                </Sure>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
