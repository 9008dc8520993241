import { Button, Checkbox } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { AddressGroupList, CheckSummary, IntakeCheck } from '../../api/answers';
import { api } from '../../api/client';
import type { AddressRow, Intake } from '../../api/types';
import { Chips } from '../../shared/Chips';
import { Differing } from '../../shared/Differing';
import { count } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useMay } from '../../shared/session';
import { useKeys } from '../../shared/useKeys';
import { ShowMore } from '../../shared/ShowMore';
import { useMore } from '../../shared/useMore';
import { Of } from '../../shared/Of';
import { NotSifted } from '../NotSifted';
import { useEdit, useIntakeAction, useTakeBack, useThisIntake } from '../queries';
import { Found } from '../../addresses/Found';
import { isWorking } from '../../addresses/check';
import { Why } from './Why';

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

/** Each reason once: a unit that moves changes two lines. */
const why = (row: AddressRow): string[] => [
  ...new Set([...row.changes.flatMap((change) => change.reasons.map((reason) => reason.words)), ...row.told]),
];

/** Addresses as written beside their postal form, with the reason for each change; taken in bulk or one by one. */
export function AddressesStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change && intake.state === 'ready';
  const navigate = useNavigate();
  const waiting = intake.addresses.ask;
  const [show, setShow] = useState<Show>(waiting > 0 ? 'ask' : 'accepted');
  const [picked, setPicked] = useState<string | null>(null);
  const found = useQuery({
    queryKey: ['intake', String(intake.id), 'address-groups', show],
    queryFn: () => api.get<AddressGroupList>(`intakes/${intake.id}/address-groups?show=${show}`),
  });
  const queries = useQueryClient();
  const { load: mayCheck } = useMay();
  const verified = useQuery({
    queryKey: ['intake', String(intake.id), 'address-check'],
    queryFn: () => api.get<IntakeCheck>(`intakes/${intake.id}/address-check`),
    enabled: mayCheck,
    refetchInterval: (query) => (query.state.data?.page != null && isWorking(query.state.data.page.check) ? 1000 : false),
  });
  const check = verified.data?.page?.check;
  // Confirmed ones need nobody; what changes by a rule stands among the reasons of the intake itself.
  const said = (verified.data?.page?.groups ?? []).filter((one) => one.asks);
  const again = () => void queries.invalidateQueries({ queryKey: ['intake', String(intake.id)] });
  const verify = useMutation({ mutationFn: () => api.post<CheckSummary>(`intakes/${intake.id}/address-check`), onSettled: again });
  const always = useIntakeAction(intake.id, (verify_addresses: boolean) => api.patch<Intake>(`intakes/${intake.id}`, { verify_addresses }));
  const groups = found.data?.groups ?? [];
  const finding = said.find((one) => one.key === picked);
  const group = groups.find((one) => one.rule === picked);
  const list = useMore<AddressRow>(
    ['intake', String(intake.id), 'addresses', show, group?.rule ?? ''],
    `intakes/${intake.id}/addresses?show=${show}${group === undefined ? '' : `&rule=${encodeURIComponent(group.rule)}`}`,
  );
  const edit = useEdit(intake.id);
  const takeBack = useTakeBack(intake.id);
  const together = useIntakeAction(intake.id, (of: { rule: string; to: 'accept' | 'keep' }) =>
    api.post<Intake>(`intakes/${intake.id}/address-groups`, of),
  );
  const all = (to: 'accept' | 'keep') =>
    group === undefined ? edit.mutate({ kind: 'address', to }) : together.mutate({ rule: group.rule, to });
  const some = group?.rows ?? waiting;
  const decides = group === undefined || (show === 'ask' && group.source !== '');
  useKeys({
    a: () => mayLoad && waiting > 0 && decides && all('accept'),
    u: () => mayLoad && takeBack.mutate('address'),
  });
  if (!intake.is_sifted) {
    return <NotSifted intake={intake} />;
  }
  return (
    <>
      <Trouble error={edit.error ?? together.error ?? takeBack.error ?? verify.error ?? always.error} />
      <div className="panes" style={{ gridTemplateColumns: '286px minmax(0, 1fr)' }}>
        <Why
          groups={groups}
          left={found.data?.left ?? []}
          said={said}
          all={intake.addresses[show]}
          rule={finding?.key ?? group?.rule ?? null}
          onPick={(rule, isLeft = false) => {
            setPicked(rule);
            if (isLeft) {
              setShow('same');
            }
          }}
        />
        {finding !== undefined && check !== undefined ? (
          <Found key={finding.key} check={check} group={finding} locked={!mayLoad} onDecided={again} />
        ) : (
          <Pane
            title="Addresses"
            note="what was written is always kept beside what is stored"
            right={
              <Chips
                label="Which addresses"
                value={show}
                onChange={setShow}
                options={[
                  { value: 'ask', text: `to accept ${count(waiting)}` },
                  { value: 'accepted', text: `accepted ${count(intake.addresses.accepted)}` },
                  { value: 'kept', text: `kept as written ${count(intake.addresses.kept)}` },
                  { value: 'same', text: `as they are ${count(intake.addresses.same)}` },
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
                          <>
                            <td colSpan={2}>
                              {line(row.from) === '' ? (
                                <span className="quiet">in postal form</span>
                              ) : (
                                <Differing value={line(row.from)} other={line(row.from)} exact />
                              )}
                            </td>
                            <td className="quiet">
                              {row.told.join('; ') || (line(row.from) === '' ? '' : 'a line that is not understood')}
                            </td>
                          </>
                        ) : (
                          <>
                            <td>
                              <Differing value={line(row.from)} other={line(row.to)} exact />
                            </td>
                            <td>
                              <Differing value={line(row.to)} other={line(row.from)} exact />
                            </td>
                            <td className="quiet">
                              {why(row).map((words) => (
                                <div key={words}>{words}</div>
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
        )}
      </div>
      <div className="foot">
        {waiting > 0 && mayLoad ? (
          <>
            <Button disabled={!decides} onClick={() => all('accept')} loading={edit.isPending || together.isPending}>
              {group === undefined ? 'Accept all' : 'Accept these'} {count(some)} <kbd>A</kbd>
            </Button>
            <Button variant="default" disabled={!decides} onClick={() => all('keep')}>
              {group === undefined ? 'Keep all as written' : `Keep these ${count(some)} as written`}
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
        {mayLoad && mayCheck && verified.data?.directory === true && (
          <Button
            variant="subtle"
            color="pine"
            loading={verify.isPending || (check !== undefined && isWorking(check))}
            onClick={() => verify.mutate()}
          >
            {check === undefined ? 'Ask the postal directory' : 'Ask the postal directory again'}
          </Button>
        )}
        {mayLoad && mayCheck && verified.data?.directory === true && (
          <Checkbox
            label="whenever rows are worked out"
            checked={intake.settings.verify_addresses}
            onChange={(event) => always.mutate(event.currentTarget.checked)}
          />
        )}
        <span className="push quiet">
          {check?.figures != null && check.figures.unasked > 0
            ? `${count(check.figures.unasked)} not yet verified. ${check.error ?? ''}`
            : waiting > 0
              ? 'An address that nobody accepts is stored as it was written.'
              : ''}
        </span>
      </div>
    </>
  );
}
