import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { GiftPageData } from '../api/answers';
import { api } from '../api/client';
import { Equation, type Term } from '../shared/Equation';
import { money } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { ThingHistory } from '../shared/ThingHistory';
import { TitleLine } from '../shared/TitleLine';
import { Origin } from '../shared/Origin';
import { GiftEditor } from './GiftEditor';
import { PaysPromise } from './PaysPromise';
import { TakeBack } from './TakeBack';

const MONEY = ['gift.benefit', 'gift.fee'];

/** One gift: what it comes to, what it is for, where it came from and what was done to it. */
export function GiftPage() {
  const { id = '' } = useParams();
  const may = useMay();
  const navigate = useNavigate();
  const [dialog, setDialog] = useState<'change' | 'back' | 'pays' | null>(null);
  const found = useQuery({ queryKey: ['gift page', id], queryFn: () => api.get<GiftPageData>(`gifts/${id}`) });
  const gift = found.data;
  if (gift === undefined) {
    return (
      <>
        <TitleLine title="Gift" />
        {found.isError && (
          <Empty title="This gift is not there">
            <p>{found.error.message}</p>
          </Empty>
        )}
      </>
    );
  }
  const close = () => setDialog(null);
  const isCorrection = gift.corrects !== null;
  const value = (field: string) => gift.values[field] ?? '';
  return (
    <>
      <TitleLine title={isCorrection ? 'Taken back or corrected' : 'Gift'}>
        {value('gift.date')}, of <Link to={`/supporters/${gift.supporter_id}`}>{gift.supporter}</Link>
        {gift.batch !== null && (
          <>
            , in the batch <Link to={`/batches/${gift.batch.id}`}>{gift.batch.name}</Link>
          </>
        )}
        {gift.intake_id !== null && (
          <>
            , with <Link to={`/intakes/${gift.intake_id}/proof`}>intake {gift.intake_id}</Link>
          </>
        )}
      </TitleLine>
      <Trouble error={found.error} />
      {gift.amount !== null && (
        <div className="equations">
          <Equation {...comesTo(gift)} />
          {gift.net !== null && <Equation {...withoutFee(gift)} />}
        </div>
      )}
      {gift.corrects !== null && (
        <div className="hint">
          <span>
            This belongs to the gift of {gift.corrects.given_on}
            {gift.corrects.amount !== null && `, ${money(gift.corrects.amount, gift.currency)}`}.
          </span>
          <Link to={`/gifts/${gift.corrects.id}`}>Open the gift</Link>
        </div>
      )}
      {gift.pays !== null && (
        <div className="hint">
          <span>This pays the {gift.pays.label}.</span>
          <Link to={`/promises/${gift.pays.id}`}>Open the promise</Link>
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.15fr)' }}>
        <Pane title="What it is">
          <div className="pane-body" tabIndex={0}>
            <dl className="values">
              {gift.fields
                .filter(({ field }) => !(gift.splits.length > 0 && ['gift.fund', 'gift.campaign', 'gift.appeal'].includes(field)))
                .map((one) => [
                  <dt key={`${one.field}-label`}>{one.label.replace(/^Gift:? ?/, '').replace(/^./, (letter) => letter.toUpperCase())}</dt>,
                  <dd key={one.field} style={{ whiteSpace: 'pre-line' }}>
                    {MONEY.includes(one.field) ? money(one.value, gift.currency) : one.value}{' '}
                    <Origin origin={gift.origins[`gift:${gift.id}:${one.column}`]} />
                  </dd>,
                ])}
            </dl>
            {gift.honored !== null && (
              <div className="pane-note">
                {value('gift.tribute_kind') === ''
                  ? 'In honor or memory'
                  : value('gift.tribute_kind').replace(/^./, (letter) => letter.toUpperCase())}{' '}
                of <Link to={`/supporters/${gift.honored.id}`}>{gift.honored.name}</Link>
              </div>
            )}
            {gift.credits.map((credit) => (
              <div key={credit.supporter_id} className="pane-note">
                {credit.amount === null ? 'Credited' : `${money(credit.amount, gift.currency)} credited`} to{' '}
                <Link to={`/supporters/${credit.supporter_id}`}>{credit.name}</Link>
                {credit.share !== '' && `, ${credit.share} %`}
              </div>
            ))}
            {gift.splits.length > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th className="num" style={{ width: 120 }}>
                      Part
                    </th>
                    <th>Fund</th>
                    <th>Campaign</th>
                    <th>Appeal</th>
                  </tr>
                </thead>
                <tbody>
                  {gift.splits.map((part, at) => (
                    <tr key={at}>
                      <td className="num">{money(part.amount, gift.currency)}</td>
                      <td>{part.fund}</td>
                      <td>{part.campaign}</td>
                      <td>{part.appeal}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
        <Pane title="What was done to it" note="the latest first">
          <div className="pane-body" tabIndex={0}>
            {gift.corrections.map((one) => (
              <div key={one.id} className="pane-note">
                {one.given_on}: {one.amount !== null && `${money(one.amount, gift.currency)}, `}
                {one.reason === '' ? 'no reason given' : one.reason}. <Link to={`/gifts/${one.id}`}>Open it</Link>
              </div>
            ))}
            <ThingHistory entries={gift.history} made="It came in" />
          </div>
        </Pane>
      </div>
      <div className="foot">
        {may.edit && (
          <Button variant={isCorrection ? 'filled' : 'default'} onClick={() => setDialog('change')}>
            Change
          </Button>
        )}
        {may.edit && !isCorrection && gift.amount !== null && gift.status !== 'taken back' && (
          <Button variant="default" onClick={() => setDialog('back')}>
            Take back or correct
          </Button>
        )}
        {may.edit && !isCorrection && (gift.payable.length > 0 || gift.pays !== null) && (
          <Button variant="default" onClick={() => setDialog('pays')}>
            {gift.pays === null ? 'It pays a promise' : 'It pays another, or none'}
          </Button>
        )}
        <Button variant="default" component={Link} to={`/supporters/${gift.supporter_id}`}>
          The supporter
        </Button>
        <Button variant="subtle" color="pine" onClick={() => void navigate(-1)}>
          Back
        </Button>
      </div>
      {dialog === 'change' && (
        <GiftEditor
          supporter={gift.supporter_id}
          gift={gift.id}
          onClose={close}
          onDeleted={() => void navigate(`/supporters/${gift.supporter_id}`, { replace: true })}
        />
      )}
      {dialog === 'pays' && <PaysPromise gift={gift} onClose={close} />}
      {dialog === 'back' && <TakeBack gift={gift} onClose={close} />}
    </>
  );
}

/** What is left = what was given - what went back. */
function comesTo(gift: GiftPageData): { total: Term; terms: Term[] } {
  const given: Term = {
    key: 'given',
    figure: money(gift.amount ?? '', gift.currency),
    word: gift.corrects === null ? 'given' : 'went back',
  };
  return gift.left === null
    ? { total: given, terms: [] }
    : {
        total: { key: 'left', figure: money(gift.left, gift.currency), word: 'is left' },
        terms: [
          given,
          ...gift.corrections.map((one): Term => {
            const isBack = one.amount?.startsWith('-') === true;
            return {
              key: String(one.id),
              figure: money((one.amount ?? '').replace('-', ''), gift.currency),
              word: isBack ? 'went back' : 'added',
              minus: isBack,
            };
          }),
        ],
      };
}

const withoutFee = (gift: GiftPageData): { total: Term; terms: Term[] } => ({
  total: { key: 'net', figure: money(gift.net ?? '', gift.currency), word: 'without the fee' },
  terms: [
    { key: 'whole', figure: money(gift.amount ?? '', gift.currency), word: 'given' },
    { key: 'fee', figure: money(gift.values['gift.fee'] ?? '', gift.currency), word: 'fee', minus: true },
  ],
});
