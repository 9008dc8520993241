import { Button, FileButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { ConnectionList } from '../api/answers';
import { api } from '../api/client';
import { count, counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { carried } from './form';

const LOOKS = { 'by hand': 'idle', automatic: '', failing: 'held' } as const;

/** Other systems from which gifts go on coming. */
export function ConnectionsPage() {
  const may = useMay();
  const navigate = useNavigate();
  const [fault, setFault] = useState<Error | null>(null);
  const query = useQuery({ queryKey: ['connections'], queryFn: () => api.get<ConnectionList>('connections') });
  const rows = query.data?.connections ?? [];
  const read = async (file: File | null) => {
    const found = file === null ? null : carried(await file.text());
    if (file !== null && found === null) {
      setFault(new Error(`"${file.name}" is no connection that was carried here.`));
    } else if (found !== null) {
      void navigate('/connections/new', { state: found });
    }
  };
  return (
    <>
      <TitleLine title="Connections">other systems from which gifts go on coming</TitleLine>
      <Trouble error={query.error ?? fault} />
      <div className="panes">
        <Pane title="All connections" note={query.data !== undefined && counted(rows.length, 'connection')}>
          <div className="pane-body" tabIndex={0}>
            {query.isSuccess && rows.length === 0 && (
              <Empty title="No system is connected yet">
                <p>
                  A giving page, an event tool: whatever delivers gifts every day. What it has is brought in like a file, seen before it is
                  loaded, and each gift once.
                </p>
              </Empty>
            )}
            {rows.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 230 }}>System</th>
                    <th style={{ width: 120 }}>It is pulled</th>
                    <th style={{ width: 130 }}>Last</th>
                    <th className="num" style={{ width: 130 }}>
                      Rows that wait
                    </th>
                    <th>What is wrong</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((row) => (
                    <tr key={row.id}>
                      <td>{may.load || query.data?.may_set === true ? <Link to={`/connections/${row.id}`}>{row.name}</Link> : row.name}</td>
                      <td>
                        <span className={`pill ${LOOKS[row.state]}`}>{row.state}</span>
                      </td>
                      <td className="quiet">{row.last === null ? 'never' : moment(row.last)}</td>
                      <td className="num">
                        {row.waiting === 0 ? '' : count(row.waiting)}
                        {row.notices > 0 && <div className="quiet">{counted(row.notices, 'notice')}</div>}
                      </td>
                      <td className={row.error === null ? 'quiet' : 'held'}>{row.error}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      {query.data?.may_set === true && (
        <div className="foot">
          <Button component={Link} to="/connections/new">
            Connect a system
          </Button>
          <FileButton onChange={(file) => void read(file)} accept="application/json,.json">
            {(props) => (
              <Button variant="default" {...props}>
                From a file
              </Button>
            )}
          </FileButton>
        </div>
      )}
    </>
  );
}
