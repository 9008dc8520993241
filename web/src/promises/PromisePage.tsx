import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { PromisePageData } from '../api/answers';
import { api } from '../api/client';
import { GiftEditor } from '../gifts/GiftEditor';
import { Equation, type Term } from '../shared/Equation';
import { counted, money } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Origin } from '../shared/Origin';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { ThingHistory } from '../shared/ThingHistory';
import { TitleLine } from '../shared/TitleLine';
import { PromiseEditor } from './PromiseEditor';
import { STATUS } from './words';

/** One promise: what it comes to, when it is to come in and what came, and what was done to it. */
export function PromisePage() {
  const { id = '' } = useParams();
  const may = useMay();
  const navigate = useNavigate();
  const [dialog, setDialog] = useState<'change' | 'pay' | 'write off' | null>(null);
  const found = useQuery({ queryKey: ['promise page', id], queryFn: () => api.get<PromisePageData>(`promises/${id}`) });
  const promise = found.data;
  if (promise === undefined) {
    return (
      <>
        <TitleLine title="Promise" />
        {found.isError && (
          <Empty title="This promise is not there">
            <p>{found.error.message}</p>
          </Empty>
        )}
      </>
    );
  }
  const close = () => setDialog(null);
  const isPledge = promise.kind === 'pledge';
  const isDone = ['fulfilled', 'written off', 'ended'].includes(promise.status);
  const value = (field: string) => promise.values[field] ?? '';
  const sums = promise.money;
  return (
    <>
      <TitleLine title={isPledge ? 'Pledge' : 'Recurring gift'}>
        {value('promise.date')}, of <Link to={`/supporters/${promise.supporter_id}`}>{promise.supporter}</Link>
        {promise.intake_id !== null && (
          <>
            , with <Link to={`/intakes/${promise.intake_id}/proof`}>intake {promise.intake_id}</Link>
          </>
        )}{' '}
        <span className={`pill ${STATUS[promise.status].pill}`}>{STATUS[promise.status].says}</span>
      </TitleLine>
      <Trouble error={found.error} />
      {sums !== null && (
        <div className="equations">
          <Equation {...comesTo(promise, sums)} />
        </div>
      )}
      {value('promise.written_off') !== '' && (
        <div className="hint">
          <span>
            What was left was written off on {value('promise.written_off')}: {value('promise.reason')}.
          </span>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.15fr)' }}>
        <Pane title="When it comes in" note={sums === null ? undefined : noteOf(sums)}>
          <div className="pane-body" tabIndex={0}>
            <dl className="values">
              {promise.fields
                .filter(({ field }) => !['promise.date', 'promise.written_off', 'promise.reason'].includes(field))
                .map((one) => [
                  <dt key={`${one.field}-label`}>
                    {one.label.replace(/^Promise:? ?/, '').replace(/^./, (letter) => letter.toUpperCase())}
                  </dt>,
                  <dd key={one.field} style={{ whiteSpace: 'pre-line' }}>
                    {one.value} <Origin origin={promise.origins[`promise:${promise.id}:${one.column}`]} />
                  </dd>,
                ])}
            </dl>
            {sums?.installments.length === 0 && <p className="pane-note">Nobody said when it comes in, so it is due on no day.</p>}
            {(sums?.installments.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>Installment of</th>
                    <th className="num" style={{ width: 120 }}>
                      Amount
                    </th>
                    <th style={{ width: 120 }}>It</th>
                  </tr>
                </thead>
                <tbody>
                  {(sums?.more ?? 0) > 0 && (
                    <tr>
                      <td colSpan={3} className="quiet">
                        {counted(sums?.more ?? 0, 'earlier one', 'earlier ones')} not shown
                      </td>
                    </tr>
                  )}
                  {sums?.installments.map((one) => (
                    <tr key={one.date}>
                      <td>{one.date}</td>
                      <td className="num">{money(one.amount, promise.currency)}</td>
                      <td>{one.state === 'did not come' ? <span className="pill held">did not come</span> : one.state}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
        <Pane title="What came in, and what was done to it" note="the latest first">
          <div className="pane-body" tabIndex={0}>
            {sums?.payments.length === 0 && <p className="pane-note">Nothing came in of it yet.</p>}
            {(sums?.payments.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th>Gift of</th>
                    <th className="num" style={{ width: 132 }}>
                      Came in
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {sums?.payments.map((one) => (
                    <tr key={one.id}>
                      <td>
                        <Link to={`/gifts/${one.id}`}>{one.given_on}</Link>
                        {one.corrects && <span className="quiet">, taken back or corrected</span>}
                      </td>
                      <td className="num">{money(one.amount, promise.currency)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            <ThingHistory entries={promise.history} made="It was made" />
          </div>
        </Pane>
      </div>
      <div className="foot">
        {may.edit && !isDone && <Button onClick={() => setDialog('pay')}>{isPledge ? 'Add a payment' : 'Add an installment'}</Button>}
        {may.edit && (
          <Button variant="default" onClick={() => setDialog('change')}>
            Change
          </Button>
        )}
        {may.edit && isPledge && !isDone && (
          <Button variant="default" onClick={() => setDialog('write off')}>
            Write off what is left
          </Button>
        )}
        <Button variant="default" component={Link} to={`/supporters/${promise.supporter_id}`}>
          The supporter
        </Button>
        <Button variant="subtle" color="pine" onClick={() => void navigate(-1)}>
          Back
        </Button>
      </div>
      {(dialog === 'change' || dialog === 'write off') && (
        <PromiseEditor
          supporter={promise.supporter_id}
          promise={promise.id}
          isWriteOff={dialog === 'write off'}
          onClose={close}
          onDeleted={() => void navigate(`/supporters/${promise.supporter_id}`, { replace: true })}
        />
      )}
      {dialog === 'pay' && (
        <GiftEditor
          supporter={promise.supporter_id}
          gift={null}
          first={{
            'gift.promise': String(promise.id),
            'gift.currency': promise.currency,
            'gift.amount': sums?.installments.find((one) => one.state !== 'came in')?.amount ?? sums?.balance ?? '',
            'gift.fund': value('promise.fund'),
            'gift.campaign': value('promise.campaign'),
            'gift.appeal': value('promise.appeal'),
          }}
          onClose={close}
        />
      )}
    </>
  );
}

type Money = NonNullable<PromisePageData['money']>;

/** What is left = what was promised - what came in. */
function comesTo({ currency, values }: PromisePageData, sums: Money): { total: Term; terms: Term[] } {
  const paid: Term = { key: 'paid', figure: money(sums.paid, currency), word: 'came in' };
  if (sums.balance === null) {
    return {
      total: { ...paid, word: `came in, at ${money(sums.amount, currency)} ${values['promise.frequency'] || 'monthly'}` },
      terms: [],
    };
  }
  const isOver = sums.balance.startsWith('-');
  return {
    total: { key: 'left', figure: money(sums.balance.replace('-', ''), currency), word: isOver ? 'beyond it' : 'is left' },
    terms: [
      { key: 'promised', figure: money(sums.amount, currency), word: 'promised', minus: isOver },
      { ...paid, minus: !isOver },
    ],
  };
}

const noteOf = (sums: Money): string | undefined =>
  sums.overdue === '0.00' ? (sums.next === null ? undefined : `next on ${sums.next}`) : `${sums.overdue} is overdue`;
