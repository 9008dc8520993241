import { Button } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { AddressRow } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { Differing } from '../../shared/Differing';
import { count } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useKeys } from '../../shared/useKeys';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { Of } from '../../shared/Of';
import { NotSifted } from '../NotSifted';
import { useEdit, useTakeBack, useThisIntake } from '../queries';

type Show = 'ask' | 'accepted' | 'kept' | 'same';

const line = (parts: Record<string, string>): string =>
  [
    parts['line1'],
    parts['line2'],
    parts['city'],
    `${parts['state'] ?? ''} ${parts['postal_code'] ?? ''}`.trim(),
    parts['country'] === 'US' ? '' : parts['country'],
  ]
    .filter(Boolean)
    .join('\n');

/** Addresses as written beside their postal form, with the reason for each change; taken in bulk or one by one. */
export function AddressesStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change && intake.state === 'ready';
  const navigate = useNavigate();
  const waiting = intake.addresses.ask;
  const [show, setShow] = useState<Show>(waiting > 0 ? 'ask' : 'accepted');
  const list = useMore<AddressRow>(['intake', String(intake.id), 'addresses', show], `intakes/${intake.id}/addresses?show=${show}`);
  const edit = useEdit(intake.id);
  const takeBack = useTakeBack(intake.id);
  const all = (to: 'accept' | 'keep') => edit.mutate({ kind: 'address', to });
  useKeys({ a: () => mayLoad && waiting > 0 && all('accept'), u: () => mayLoad && takeBack.mutate('address') });
  if (!intake.is_sifted) {
    return <NotSifted intake={intake} />;
  }
  return (
    <>
      <Trouble error={edit.error ?? takeBack.error} />
      <div className="panes">
        <Pane
          title="Addresses"
          note="The address as it was written is always kept beside the one that is stored."
          right={
            <Chips
              label="Which addresses"
              value={show}
              onChange={setShow}
              options={[
                { value: 'ask', text: `to accept ${count(waiting)}` },
                { value: 'accepted', text: `accepted ${count(intake.addresses.accepted)}` },
                { value: 'kept', text: `kept as written ${count(intake.addresses.kept)}` },
                { value: 'same', text: `in postal form already ${count(intake.addresses.same)}` },
              ]}
            />
          }
        >
          <div className="pane-body" tabIndex={0}>
            {list.isSuccess && list.rows.length === 0 && (
              <Empty title={show === 'ask' ? 'No address waits' : 'No address here'}>
                <p>{show === 'ask' ? 'Every address is in postal form, or someone has decided about it.' : ''}</p>
              </Empty>
            )}
            {list.rows.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: '17%' }}>Row</th>
                    <th style={{ width: '22%' }}>As written</th>
                    <th style={{ width: '22%' }}>Postal form</th>
                    <th>Why</th>
                    {mayLoad && show !== 'same' && <th style={{ width: 150 }} aria-label="Decide" />}
                  </tr>
                </thead>
                <tbody>
                  {list.rows.map((row) => (
                    <tr key={row.number}>
                      <td>
                        {row.display}
                        <div className="quiet">row {row.number}</div>
                      </td>
                      {show === 'same' ? (
                        <td className="quiet" colSpan={3}>
                          already in postal form
                        </td>
                      ) : (
                        <>
                          <td>
                            <Differing value={line(row.from)} other={line(row.to)} exact />
                          </td>
                          <td>
                            <Differing value={line(row.to)} other={line(row.from)} exact />
                          </td>
                          <td className="quiet">
                            {row.changes.map((change) => (
                              <div key={change.part}>{change.reason}</div>
                            ))}
                          </td>
                        </>
                      )}
                      {mayLoad && show !== 'same' && (
                        <td>
                          {show !== 'accepted' && (
                            <Button
                              variant="default"
                              size="compact-sm"
                              onClick={() => edit.mutate({ kind: 'address', number: row.number, to: 'accept' })}
                            >
                              Accept
                              <Of what={`the address of row ${row.number}`} />
                            </Button>
                          )}{' '}
                          {show !== 'kept' && (
                            <Button
                              variant="subtle"
                              color="pine"
                              size="compact-sm"
                              onClick={() => edit.mutate({ kind: 'address', number: row.number, to: 'keep' })}
                            >
                              Keep
                              <Of what={`the address of row ${row.number} as written`} />
                            </Button>
                          )}
                        </td>
                      )}
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
        {waiting > 0 && mayLoad ? (
          <>
            <Button onClick={() => all('accept')} loading={edit.isPending}>
              Accept all {count(waiting)} <kbd>A</kbd>
            </Button>
            <Button variant="default" onClick={() => all('keep')}>
              Keep all as written
            </Button>
          </>
        ) : (
          <Button onClick={() => void navigate(`/intakes/${intake.id}/load`)}>Go on to the load</Button>
        )}
        {mayLoad && (
          <Button variant="subtle" color="pine" onClick={() => takeBack.mutate('address')} loading={takeBack.isPending}>
            Take back the last one <kbd>U</kbd>
          </Button>
        )}
        {waiting > 0 && <span className="push quiet">An address that nobody accepts is stored as it was written.</span>}
      </div>
    </>
  );
}
