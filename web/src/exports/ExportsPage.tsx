import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ExportList, SavedExportRow } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { ExportFiles } from './ExportFiles';
import { NewExport } from './NewExport';
import { SavedExports } from './SavedExports';

/** Records out to files: one that is made now, those that are made again and again, and what there is to take. */
export function ExportsPage() {
  const may = useMay();
  const queries = useQueryClient();
  const list = useQuery({
    queryKey: ['exports'],
    queryFn: () => api.get<ExportList>('exports'),
    refetchInterval: (query) => (query.state.data?.exports.some((one) => one.state === 'waiting') === true ? 1000 : false),
  });
  const again = () => void queries.invalidateQueries({ queryKey: ['exports'] });
  const data = list.data;
  const [changing, setChanging] = useState<SavedExportRow | null>(null);
  return (
    <>
      <TitleLine title="Exports">
        what is in here, out to a file of your own
        {may.edit && (
          <>
            ; <Link to="/exports/statements">giving statements</Link>
          </>
        )}
        {may.post && (
          <>
            ; <Link to="/exports/accounting">for accounting</Link>
          </>
        )}
      </TitleLine>
      <Trouble error={list.error} />
      {data !== undefined && (
        <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.1fr)' }}>
          <Pane
            key={changing?.id ?? 0}
            title={changing === null ? 'A new file' : changing.name}
            note={changing === null ? '' : 'another way to make it'}
          >
            <div className="pane-body form" tabIndex={0}>
              <NewExport
                known={data}
                changing={changing}
                onMade={() => {
                  setChanging(null);
                  again();
                }}
                onLeave={() => setChanging(null)}
              />
            </div>
          </Pane>
          <Pane title="Files" note={`kept for ${data.kept_days} days`}>
            <div className="pane-body" tabIndex={0}>
              {data.saved.length > 0 && <SavedExports saved={data.saved} folder={data.folder} onChange={setChanging} onDone={again} />}
              <ExportFiles files={data.exports} onDone={again} />
            </div>
          </Pane>
        </div>
      )}
    </>
  );
}
