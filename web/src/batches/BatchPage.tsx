import { Button, Modal, Textarea } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useCallback, useDeferredValue, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { BatchPageData, EntryShown, FormCatalog } from '../api/answers';
import { api, ApiError } from '../api/client';
import { counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { Sure } from '../shared/Sure';
import { TitleLine } from '../shared/TitleLine';
import { AboutBatch } from './AboutBatch';
import { everyRow, stateOf } from './batch';
import { TypedRow } from './EntryRow';
import { RecordBeside } from './RecordBeside';
import { RestOfGift } from './RestOfGift';
import { RowsInSight } from './RowsInSight';
import { Sums } from './Sums';
import { useAltKeys } from './useAltKeys';
import { useTyping } from './useTyping';
import { WhatIsShown } from './WhatIsShown';
import { WhoCard } from './WhoCard';

/** A batch: what is expected of it always in sight, its gifts typed by keyboard, and the way until it is posted. */
export function BatchPage() {
  const { id } = useParams();
  const found = useQuery({
    queryKey: ['batch', Number(id)],
    queryFn: () => api.get<BatchPageData>(`batches/${id}`),
    refetchOnWindowFocus: false,
    // A row that is kept is put into its place: two thousand others are not compared value by value.
    structuralSharing: false,
  });
  if (found.data === undefined) {
    return (
      <>
        <TitleLine title="Batch" />
        <Trouble error={found.error} />
      </>
    );
  }
  return <Opened key={found.data.batch.id} page={found.data} />;
}

type Dialog = 'about' | 'rest' | 'record' | 'new supporter' | 'shown' | 'reason' | null;

function Opened({ page }: { page: BatchPageData }) {
  const { batch, entries } = page;
  const may = useMay();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const typing = useTyping(page);
  // What nobody sees follows once the row is drawn.
  const later = useDeferredValue(typing);
  const [dialog, setDialog] = useState<Dialog>(null);
  const [reason, setReason] = useState('');
  const cell = useRef('supporter');
  const row = useRef<HTMLTableSectionElement>(null);
  const [pane, setPane] = useState<HTMLDivElement | null>(null);
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const types = batch.state === 'open' && may.edit;
  const told = (next: BatchPageData) => {
    queries.setQueryData(['batch', batch.id], next);
    void queries.invalidateQueries({ queryKey: ['batches'] });
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  const move = useMutation({
    mutationFn: ({ to, body = {} }: { to: 'ready' | 'reopen' | 'post' | 'take-back'; body?: object }) =>
      api.post<BatchPageData>(`batches/${batch.id}/${to}`, body),
    onSuccess: (next) => {
      told(next);
      setDialog(null);
    },
  });
  const drop = useMutation({
    mutationFn: () => api.delete(`batches/${batch.id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['batches'] });
      void navigate('/batches');
    },
  });
  // As soon as a row is there, one is in it.
  const focus = (field: string) =>
    requestAnimationFrame(() => {
      const selector = field === 'supporter' ? '.here input' : `[data-cell="${field}"]`;
      row.current?.querySelector<HTMLInputElement>(selector)?.focus();
    });
  useEffect(() => {
    // What opens under the row first: where both have no room, the row itself is what must be seen.
    for (const part of ['.here-card', '.here']) {
      row.current?.querySelector(part)?.scrollIntoView({ block: 'nearest' });
    }
  }, [typing.typed.id, typing.typed.supporter?.id]);
  const place = entries.findIndex((entry) => entry.id === typing.typed.id);
  // Rows above the one that someone is in; all of them where it is new.
  const above = place === -1 ? entries.length : place;
  const go = (entry: EntryShown | null, field = entry === null ? 'supporter' : cell.current) => typing.goTo(entry, () => focus(field));
  const latest = useRef(go);
  useLayoutEffect(() => {
    latest.current = go;
  });
  // The same for all rows at all times, so that two thousand of them are not drawn anew at each key.
  const pick = useCallback((entry: EntryShown) => latest.current(entry, 'gift.amount'), []);
  const copyDown = () => {
    const above = entries[place === -1 ? entries.length - 1 : place - 1];
    if (above !== undefined && cell.current !== 'supporter') {
      typing.write({ [cell.current]: above.values[cell.current] ?? '' });
    } else if (above !== undefined) {
      typing.give({ id: above.supporter_id, name: above.supporter });
      focus('gift.amount');
    }
  };
  const onKey = (event: KeyboardEvent<HTMLElement>) => {
    if (event.altKey || event.ctrlKey || event.metaKey) {
      return;
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      go(place === -1 ? null : (entries[place + 1] ?? null), 'supporter');
    } else if (event.key === 'Escape') {
      typing.revert();
      focus(cell.current);
    } else if (event.key === 'ArrowUp' && place !== 0) {
      event.preventDefault();
      const above = entries[place === -1 ? entries.length - 1 : place - 1];
      if (above !== undefined) {
        go(above);
      }
    } else if (event.key === 'ArrowDown' && place !== -1) {
      event.preventDefault();
      go(entries[place + 1] ?? null);
    }
  };
  const open = (what: Dialog) => () => types && setDialog(what);
  useAltKeys({
    n: open('new supporter'),
    o: () => typing.typed.supporter !== null && open('record')(),
    g: open('rest'),
    d: () => types && copyDown(),
  });
  const close = () => {
    setDialog(null);
    focus(cell.current);
  };
  const fields = catalog.data?.fields ?? [];
  const here = (number: number | null) => (
    <>
      <TypedRow number={number} typing={typing} fields={fields} onKey={onKey} onCell={(field) => (cell.current = field)} />
      <tr className="here-card">
        <td colSpan={7}>
          <WhoCard typing={typing} />
        </td>
      </tr>
    </>
  );
  const differs = move.error instanceof ApiError && move.error.status === 422;
  return (
    <>
      <TitleLine title={batch.name}>
        {[stateOf(batch), `came in on ${batch.received_on}`, batch.bank_reference === '' ? '' : `bank reference ${batch.bank_reference}`]
          .filter((part) => part !== '')
          .join('; ')}
      </TitleLine>
      <Sums page={page} />
      <Trouble error={dialog === 'reason' ? null : (move.error ?? drop.error)} />
      <div className="panes">
        <Pane
          title="Gifts"
          note={types ? 'the row you are in opens, to hold the check against the record' : counted(entries.length, 'gift')}
          right={
            <>
              <span className="quiet">Every row: {everyRow(batch)}</span>{' '}
              {batch.state !== 'posted' && may.edit && (
                <Button size="compact-sm" variant="default" onClick={() => setDialog('about')}>
                  Change
                </Button>
              )}
            </>
          }
        >
          <div className="pane-body" tabIndex={0} ref={setPane}>
            {entries.length === 0 && !types ? (
              <Empty title="There is nothing in this batch" />
            ) : (
              <table className="rows entries">
                <thead>
                  <tr>
                    <th className="num" style={{ width: 68 }} aria-label="Row" />
                    <th>Supporter</th>
                    <th className="num" style={{ width: 120 }}>
                      Amount
                    </th>
                    <th style={{ width: '19%' }}>Fund</th>
                    <th style={{ width: '21%' }}>How</th>
                    <th style={{ width: 116 }}>Date</th>
                    <th style={{ width: 110 }}>Also</th>
                  </tr>
                </thead>
                <tbody ref={row}>
                  {pane !== null && (
                    <RowsInSight
                      entries={entries}
                      scrolls={pane}
                      currency={batch.currency}
                      place={types ? above : null}
                      here={here(place === -1 ? null : place + 1)}
                      onGo={types ? pick : null}
                    />
                  )}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        {types && (
          <>
            <Button
              disabled={entries.length === 0}
              loading={move.isPending}
              onClick={() => typing.goTo(null, () => move.mutate({ to: 'ready' }))}
            >
              Ready to post
            </Button>
            <Button variant="default" onClick={open('new supporter')}>
              New supporter <kbd>Alt N</kbd>
            </Button>
            <Button variant="default" disabled={typing.typed.supporter === null} onClick={open('record')}>
              Open the record <kbd>Alt O</kbd>
            </Button>
            <Button variant="default" onClick={open('rest')}>
              Rest of the gift <kbd>Alt G</kbd>
            </Button>
            <Button variant="subtle" onClick={open('shown')}>
              What is shown
            </Button>
            {typing.typed.id !== null && (
              <Button variant="subtle" color="brick" onClick={typing.remove}>
                Take this gift out
              </Button>
            )}
            {entries.length === 0 && (
              <Button variant="subtle" color="brick" onClick={() => drop.mutate()}>
                Delete this batch
              </Button>
            )}
          </>
        )}
        {batch.state === 'ready' && (
          <>
            {may.post && (
              <Button loading={move.isPending} onClick={() => (batch.agrees ? move.mutate({ to: 'post' }) : setDialog('reason'))}>
                Post {counted(entries.length, 'gift')}
              </Button>
            )}
            {may.edit && (
              <Button variant="default" onClick={() => move.mutate({ to: 'reopen' })}>
                Open it again
              </Button>
            )}
          </>
        )}
        {batch.state === 'posted' && may.post && (
          <Sure
            ask={`Take "${batch.name}" back?`}
            yes="Take it back"
            onSure={() => move.mutate({ to: 'take-back' })}
            button={(ask) => (
              <Button variant="default" onClick={ask}>
                Take it back
              </Button>
            )}
          >
            Its {counted(entries.length, 'gift')} will not count as given any more; they wait in the batch again, as they are.
          </Sure>
        )}
        <Button variant="subtle" component={Link} to={`/batches/${batch.id}/report`}>
          Report
        </Button>
        {batch.state === 'ready' && (
          <span className="quiet push" aria-live="polite">
            {batch.agrees ? 'It is what was expected.' : `${batch.difference.replace(/\.$/, '')}: posting asks why`}
          </span>
        )}
      </div>
      {dialog === 'about' && <AboutBatch batch={batch} onKept={told} onClose={() => setDialog(null)} />}
      {types && <RestOfGift isOpen={dialog === 'rest'} typing={dialog === 'rest' ? typing : later} fields={fields} onClose={close} />}
      {dialog === 'shown' && <WhatIsShown onClose={close} />}
      {(dialog === 'record' || dialog === 'new supporter') && (
        <RecordBeside
          id={dialog === 'record' ? (typing.typed.supporter?.id ?? null) : null}
          catalog={catalog.data}
          onKept={(supporter) => {
            typing.give(supporter);
            void queries.invalidateQueries({ queryKey: ['who'] });
            setDialog(null);
            focus(dialog === 'record' ? cell.current : 'gift.amount');
          }}
          onClose={close}
        />
      )}
      {dialog === 'reason' && (
        <Modal opened onClose={() => setDialog(null)} title="It is not what was expected">
          <p style={{ marginTop: 0 }}>
            {batch.difference} Put it right first, or say why it is posted so: the reason stays with the batch.
          </p>
          <Textarea
            label="Why"
            autosize
            minRows={2}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <Trouble error={differs && reason.trim() === '' ? null : move.error} />
          <div className="also" style={{ marginTop: 16 }}>
            <Button disabled={reason.trim() === ''} loading={move.isPending} onClick={() => move.mutate({ to: 'post', body: { reason } })}>
              Post it so
            </Button>
            <Button variant="default" onClick={() => setDialog(null)}>
              Look again
            </Button>
          </div>
        </Modal>
      )}
    </>
  );
}
