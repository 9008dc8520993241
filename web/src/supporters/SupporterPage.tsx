import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Fragment, type ReactNode, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, ApiError } from '../api/client';
import type { SupporterPageData } from '../api/types';
import { CheckAddresses } from '../shared/CheckAddresses';
import { TitleLine } from '../shared/TitleLine';
import { counted, moment, money, moneys, phone } from '../shared/format';
import { MoneyBars } from '../shared/MoneyBars';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Of } from '../shared/Of';
import { useMay } from '../shared/session';
import { GiftEditor } from '../gifts/GiftEditor';
import { PromiseEditor } from '../promises/PromiseEditor';
import { PromisesOf } from '../promises/PromisesOf';
import { Origin } from '../shared/Origin';
import { Notes } from './Notes';

/** Said only where it is not good. */
const condition = (value: string | undefined): ReactNode =>
  value === undefined || value === 'good' ? null : (
    <span className="pill held" style={{ marginLeft: 6 }}>
      {value}
    </span>
  );

/** From when and until when they lived there, as far as that is known. */
function Stay({ from, until }: { from: unknown; until: unknown }) {
  const words = [typeof from === 'string' ? `from ${from}` : '', typeof until === 'string' ? `until ${until}` : ''].filter(Boolean);
  return words.length === 0 ? null : <span className="origin">{words.join(' ')}</span>;
}

/** What the postal directory says of an address, and when it was asked. */
function Verified({ found }: { found: SupporterPageData['verified'][number] | undefined }) {
  return found === undefined ? null : (
    <span className="origin">
      {found.is_moved ? 'moved away' : found.says}, postal directory {found.asked_on}
    </span>
  );
}

/** Number of the supporter that one who is gone became part of. */
const mergedInto = (error: Error): number | null =>
  error instanceof ApiError ? ((error.answer as { merged_into?: number | null } | null)?.merged_into ?? null) : null;

export function SupporterPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const may = useMay();
  const [gift, setGift] = useState<number | 'new' | null>(null);
  const [promises, setPromises] = useState(false);
  const query = useQuery({ queryKey: ['supporter', id], queryFn: () => api.get<SupporterPageData>(`supporters/${id}`) });
  const data = query.data;
  if (data === undefined) {
    return (
      <>
        <TitleLine title="Supporter" />
        {query.isError && (
          <Empty title="This supporter is not there">
            <p>{query.error.message}</p>
            {mergedInto(query.error) !== null && (
              <p>
                <Link to={`/supporters/${mergedInto(query.error)}`}>Go to supporter {mergedInto(query.error)}</Link>
              </p>
            )}
          </Empty>
        )}
      </>
    );
  }
  const { supporter, origins } = data;
  const line = (key: string, label: string, value: ReactNode, thing: string, column: string) => [
    <dt key={`${key}-label`}>{label}</dt>,
    <dd key={key}>
      {value} <Origin origin={origins[`${thing}:${column}`]} />
    </dd>,
  ];
  return (
    <>
      <TitleLine title={String(supporter['display_name'])}>
        supporter {supporter.id}, {supporter.kind}, {String(supporter['status'])}
      </TitleLine>
      <Trouble error={query.error} />
      {data.is_erased && (
        <div className="hint">
          <span>They were erased, as they have a right to be. What they gave stays, without a name.</span>
        </div>
      )}
      {data.shortfalls.length > 0 && (
        <div className="hint">
          <span>To complete: {[...new Set(data.shortfalls.map((one) => one.sentence))].join('; ')}.</span>
          {may.edit && <Link to={`/supporters/${supporter.id}/edit`}>Put it right</Link>}
        </div>
      )}
      {data.merges.map((merge) => (
        <div key={merge.id} className="hint">
          <span>
            {merge.gone.map((one) => `${one.name} (number ${one.id})`).join(', ')} became part of this one {moment(merge.at)}
            {merge.by !== null && `, by ${merge.by}`}.
          </span>
          {may.load && !data.is_erased && <Link to={`/merges/${merge.id}`}>Take them apart</Link>}
        </div>
      ))}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.15fr)' }}>
        <Pane title="Names and contact details">
          <div className="pane-body" tabIndex={0}>
            <dl className="values">
              {data.fields
                .filter(({ column }) => supporter[column] !== null && supporter[column] !== undefined)
                .map(({ column, label }) => line(column, label, String(supporter[column]), `supporter:${supporter.id}`, column))}
              {data.addresses.map((address) =>
                line(
                  `address-${address.id}`,
                  `Address, ${address.kind}`,
                  <>
                    <span style={{ whiteSpace: 'pre-line' }}>
                      {data.printed.find((one) => one.address_id === address.id)?.lines.join('\n')}
                    </span>
                    {condition(String(address['condition'] ?? 'good'))}
                    <Stay from={address['valid_from']} until={address['valid_until']} />
                    <Verified found={data.verified.find((one) => one.address_id === address.id)} />
                    {address['original'] !== null && address['original'] !== undefined && (
                      <span className="origin">as written: {String(address['original'])}</span>
                    )}
                  </>,
                  `address:${address.id}`,
                  address['line1'] !== null ? 'line1' : 'city',
                ),
              )}
              {data.emails.map((email) =>
                line(
                  `email-${email.id}`,
                  `Email, ${email.kind}`,
                  <>
                    {email.address}
                    {condition(email.condition)}
                  </>,
                  `email:${email.id}`,
                  'address',
                ),
              )}
              {data.phones.map((one) =>
                line(
                  `phone-${one.id}`,
                  `Phone, ${one.kind}`,
                  <>
                    {phone(one.number)}
                    {condition(one.condition)}
                  </>,
                  `phone:${one.id}`,
                  'number',
                ),
              )}
              {data.identifiers.map((one) =>
                line(`id-${one.id}`, 'Id elsewhere', `${one.value} in ${one.system}`, `identifier:${one.id}`, 'value'),
              )}
              <dt>Groups</dt>
              <dd>
                {data.groups.length === 0 ? (
                  <span className="nothing">none</span>
                ) : (
                  data.groups.map((group) => (
                    <span key={group} className="pill info" style={{ marginRight: 5 }}>
                      {group}
                    </span>
                  ))
                )}
              </dd>
              {data.tags.length > 0 && (
                <>
                  <dt>Tags</dt>
                  <dd>
                    {data.tags.map((tag) => (
                      <span key={tag} className="pill idle" style={{ marginRight: 5 }}>
                        {tag}
                      </span>
                    ))}
                  </dd>
                </>
              )}
              {data.links.length > 0 && (
                <>
                  <dt>Links</dt>
                  <dd>
                    {data.links.map((link) => (
                      <div key={link.id}>
                        <span className="quiet">{link.phrase}</span> <Link to={`/supporters/${link.supporter_id}`}>{link.name}</Link>
                        {link.role !== null && <span className="quiet">, {link.role}</span>}
                      </div>
                    ))}
                  </dd>
                </>
              )}
              {data.unread.map((value) => (
                <Fragment key={`unread ${value.id}`}>
                  <dt>{value.label}</dt>
                  <dd>
                    <span className="mono">{value.value}</span> <span className="pill look">could not be read</span>{' '}
                    <Origin origin={origins[`unread:${value.id}:value`]} />
                  </dd>
                </Fragment>
              ))}
              {data.custom.map((value) => (
                <Fragment key={value.id}>
                  <dt>{value.label}</dt>
                  <dd>{value.value.split('\n').join(', ')}</dd>
                </Fragment>
              ))}
            </dl>
            {!data.is_erased && <Notes supporter={supporter.id} notes={data.notes} />}
          </div>
        </Pane>
        <Pane
          title="Gifts"
          note={`${counted(data.gift_count, 'gift')}, ${data.gift_sums === null ? 'amounts hidden' : `${moneys(data.gift_sums.given)} in all`}${data.gift_count > data.gifts.length ? `, the latest ${data.gifts.length} shown` : ''}`}
        >
          <div className="pane-body" tabIndex={0}>
            <PromisesOf supporter={supporter.id} />
            {data.waiting.map((one) => (
              <div key={one.id} className="pane-note">
                {money(one.amount, one.currency)} of {one.given_on}
                {one.fund === null ? '' : `, ${one.fund}`} waits in the batch <Link to={`/batches/${one.batch_id}`}>{one.batch}</Link>.
              </div>
            ))}
            {data.credited !== null && data.credited.count > 0 && (
              <details className="pane-note">
                <summary>
                  {counted(data.credited.count, 'gift')} of others credited, {moneys(data.credited.sum)}
                </summary>
                {data.credited.gifts.map((one) => (
                  <div key={one.id}>
                    <Link to={`/gifts/${one.id}`}>{one.given_on ?? `gift ${one.id}`}</Link>: {money(one.amount, one.currency)} of{' '}
                    <Link to={`/supporters/${one.supporter_id}`}>{one.name}</Link>
                  </div>
                ))}
              </details>
            )}
            {data.honoring.length > 0 && (
              <details className="pane-note">
                <summary>{counted(data.honoring.length, 'gift')} in honor or memory of them</summary>
                {data.honoring.map((one) => (
                  <div key={one.id}>
                    <Link to={`/gifts/${one.id}`}>{one.given_on ?? `gift ${one.id}`}</Link>:{' '}
                    {one.amount !== null && `${money(one.amount, one.currency)} of `}
                    <Link to={`/supporters/${one.supporter_id}`}>{one.name}</Link>
                  </div>
                ))}
              </details>
            )}
            {data.years.length > 1 && (
              <MoneyBars caption="Given by year" height={84} spans={data.years.map(({ year, ...sum }) => ({ name: year, ...sum }))} />
            )}
            {data.gifts.length === 0 ? (
              <Empty title="No gifts yet" />
            ) : (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 104 }}>Date</th>
                    <th className="num" style={{ width: 104 }}>
                      Amount
                    </th>
                    <th>Fund, kind</th>
                    <th style={{ width: 96 }}>Origin</th>
                    {may.edit && <th style={{ width: 78 }} aria-label="Change it" />}
                  </tr>
                </thead>
                <tbody>
                  {data.gifts.map((gift) => (
                    <tr key={gift.id}>
                      <td>
                        <Link to={`/gifts/${gift.id}`}>{gift.given_on ?? `gift ${gift.id}`}</Link>
                      </td>
                      <td className="num">{gift.amount === undefined ? '' : money(gift.amount, gift.currency)}</td>
                      <td>
                        {gift.splits === null || gift.splits === undefined
                          ? gift.fund
                          : gift.splits.split('\n').map((part) => <div key={part}>{part.split(' | ').slice(0, 2).join(' ')}</div>)}
                        <div className="quiet">{gift.corrects_id === null ? gift.kind : (gift.reason ?? 'taken back or corrected')}</div>
                      </td>
                      <td>
                        <Origin origin={origins[`gift:${gift.id}:amount`]} />
                      </td>
                      {may.edit && (
                        <td>
                          <button type="button" className="plain-button" onClick={() => setGift(gift.id)}>
                            change
                            <Of what={`the gift of ${gift.given_on}`} />
                          </button>
                        </td>
                      )}
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        {may.edit && !data.is_erased && (
          <Button component={Link} to={`/supporters/${supporter.id}/edit`}>
            Edit
          </Button>
        )}
        {may.edit && (
          <Button variant="default" onClick={() => setGift('new')}>
            Add a gift
          </Button>
        )}
        {may.edit && (
          <Button variant="default" onClick={() => setPromises(true)}>
            Add a promise
          </Button>
        )}
        {may.load && !data.is_erased && (
          <Button variant="default" component={Link} to={`/merge?of=${supporter.id}`}>
            Merge with another
          </Button>
        )}
        {may.load && data.addresses.length > 0 && (
          <CheckAddresses scope={{ kind: 'supporter', supporter: supporter.id }}>Check the address</CheckAddresses>
        )}
        <Button variant="default" component={Link} to={`/supporters/${supporter.id}/history`}>
          History
        </Button>
        {may.administer && (
          <Button variant="subtle" color="brick" component={Link} to={`/supporters/${supporter.id}/erase`}>
            {data.is_erased ? 'How they were erased' : 'Erase them'}
          </Button>
        )}
        <Button variant="subtle" color="pine" onClick={() => void navigate(-1)}>
          Back
        </Button>
        {promises && <PromiseEditor supporter={supporter.id} promise={null} onClose={() => setPromises(false)} />}
        {gift !== null && <GiftEditor supporter={supporter.id} gift={gift === 'new' ? null : gift} onClose={() => setGift(null)} />}
      </div>
    </>
  );
}
