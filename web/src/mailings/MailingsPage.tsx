import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { MailingList } from '../api/answers';
import { api } from '../api/client';
import { count, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { NewMailing } from './NewMailing';

/** Mailings, the latest first. */
export function MailingsPage() {
  const [making, setMaking] = useState(false);
  const list = useQuery({ queryKey: ['mailings'], queryFn: () => api.get<MailingList>('mailings') });
  return (
    <>
      <TitleLine title="Mailings">letters and labels, once a household, to those who want them</TitleLine>
      <Trouble error={list.error} />
      <div className="panes">
        <Pane title="Mailings">
          <div className="pane-body" tabIndex={0}>
            {list.data?.mailings.length === 0 && (
              <Empty title="No mailing yet">
                <p>Search for supporters and choose Mailing there, or begin with everyone here.</p>
              </Empty>
            )}
            {(list.data?.mailings.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>Mailing</th>
                    <th style={{ width: 180 }}>Gathered</th>
                    <th className="num" style={{ width: 110 }}>
                      Found
                    </th>
                    <th className="num" style={{ width: 110 }}>
                      Pieces
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {list.data?.mailings.map((one) => (
                    <tr key={one.id}>
                      <td>
                        <Link to={`/mailings/${one.id}`}>{one.name}</Link>
                      </td>
                      <td className="quiet">
                        {moment(one.created_at)}
                        {one.by !== null && `, ${one.by}`}
                      </td>
                      <td className="num">{count(one.total)}</td>
                      <td className="num">{one.pieces === null ? one.state : count(one.pieces)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button variant="default" onClick={() => setMaking(true)}>
          A mailing to everyone
        </Button>
        {making && <NewMailing query={{}} onClose={() => setMaking(false)} />}
      </div>
    </>
  );
}
