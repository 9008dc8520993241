import { Button, Select, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { BatchList, ConnectionPageData, PullRow } from '../api/answers';
import { api } from '../api/client';
import { Equation } from '../shared/Equation';
import { count, counted, hasMoney, moment, moneys, today } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';

/** Fetches what is there since the last time, and shows what came each time. */
export function Pulls({ data, mayPull }: { data: ConnectionPageData; mayPull: boolean }) {
  const queries = useQueryClient();
  const may = useMay();
  const [days, setDays] = useState({ since: '', until: '' });
  const [batch, setBatch] = useState('');
  const open = useQuery({
    queryKey: ['batches', 'open', 1],
    queryFn: () => api.get<BatchList>('batches?state=open'),
    enabled: mayPull,
    retry: false,
  });
  const ofToday = `${data.connection.name}, ${today()}`;
  const batches = [...new Set([...(may.edit ? [ofToday] : []), ...(open.data?.batches ?? []).map((one) => one.name)])];
  const { id } = data.connection;
  const pull = useMutation({
    mutationFn: () =>
      api.post<ConnectionPageData>(`connections/${id}/pull`, {
        since: days.since === '' ? null : days.since,
        until: days.until === '' ? null : days.until,
        batch: batch === '' ? null : batch,
      }),
    onSuccess: (page) => queries.setQueryData(['connections', id], page),
  });
  const isFetching = data.pulls.some((one) => one.state === 'fetching');
  return (
    <Pane title="Pulled" note={data.place === null ? 'not up to today yet' : `up to ${moment(data.place)}`}>
      <Trouble error={pull.error} />
      {mayPull && (
        <form
          className="pane-note pull-form"
          onSubmit={(event) => {
            event.preventDefault();
            pull.mutate();
          }}
        >
          <TextInput
            type="date"
            size="xs"
            label="From"
            value={days.since}
            onChange={(event) => setDays({ ...days, since: event.currentTarget.value })}
          />
          <TextInput
            type="date"
            size="xs"
            label="Until"
            value={days.until}
            onChange={(event) => setDays({ ...days, until: event.currentTarget.value })}
          />
          <Select
            size="xs"
            label="Gifts"
            placeholder="given at once"
            data={batches.map((name) => ({ value: name, label: `wait in ${name}` }))}
            value={batch === '' ? null : batch}
            clearable
            onChange={(next) => setBatch(next ?? '')}
          />
          <Button type="submit" loading={pull.isPending || isFetching}>
            {days.since + days.until === '' ? 'Pull since last time' : 'Pull these days'}
          </Button>
        </form>
      )}
      {data.connection.notices > 0 && (
        <div className="pane-note">{counted(data.connection.notices, 'notice waits', 'notices wait')} for the next pull.</div>
      )}
      {data.refused > 0 && (
        <div className="pane-note held">
          {counted(data.refused, 'notice was', 'notices were')} refused, as the signature did not fit
          {data.refused_at !== null && `; the last ${moment(data.refused_at)}`}.
        </div>
      )}
      <div className="pane-body" tabIndex={0}>
        {data.pulls.length === 0 && (
          <Empty title="Nothing was pulled yet">
            <p>What comes is an intake like any other: seen before it is loaded, and taken back as a whole.</p>
          </Empty>
        )}
        {data.pulls.map((one) => (
          <One key={one.id} pull={one} />
        ))}
      </div>
    </Pane>
  );
}

function One({ pull }: { pull: PullRow }) {
  return (
    <section className="pull">
      <div className="pull-head">
        <b>{moment(pull.at)}</b>{' '}
        <span className="quiet">
          {pull.by ?? 'automatic'}
          {pull.since !== null && `, changed since ${moment(pull.since)}`}
          {pull.until !== null && `, until ${pull.until}`}
        </span>
        <span className="push">
          <Outcome pull={pull} />
        </span>
      </div>
      {pull.state === 'done' && (
        <Equation
          small
          total={{ key: 'fetched', figure: count(pull.fetched), word: 'fetched' }}
          terms={[
            { key: 'new', figure: count(pull.new), word: 'new' },
            { key: 'seen', figure: count(pull.seen_before), word: 'seen before' },
            ...(pull.changed === 0 ? [] : [{ key: 'changed', figure: count(pull.changed), word: 'changed' }]),
            ...(pull.went_back === 0 ? [] : [{ key: 'back', figure: count(pull.went_back), word: 'gone back' }]),
            ...(pull.not_counted === 0 ? [] : [{ key: 'not', figure: count(pull.not_counted), word: 'do not count' }]),
          ]}
        />
      )}
      {pull.does !== null && <WhatItDoes pull={pull} does={pull.does} />}
      {pull.error !== null && <p className="held">{pull.error}</p>}
      {pull.told.length > 0 && (
        <details>
          <summary>{counted(pull.told.length, 'thing')} to know, or to put right by hand</summary>
          <ul>
            {pull.told.map((told, at) => (
              <li key={at}>
                {told.id !== '' && <span className="mono">{told.id}: </span>}
                {told.says}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** What the latest pull would do, and what a person has to say first. */
function WhatItDoes({ pull, does }: { pull: PullRow; does: NonNullable<PullRow['does']> }) {
  const isLoaded = pull.intake_state === 'loaded';
  return (
    <>
      <p>
        {isLoaded ? 'It made ' : 'It makes '}
        {counted(does.supporters, 'supporter')}
        {(does.gifts > 0 || does.in_batch === 0) && ` and ${counted(does.gifts, 'gift')}`}
        {does.amounts !== null && hasMoney(does.amounts) && `, ${moneys(does.amounts)}`};{' '}
        {does.in_batch > 0 && `${counted(does.in_batch, 'gift waits', 'gifts wait')} in ${does.batch ?? 'a batch'}; `}
        {counted(does.known, 'row is', 'rows are')} of supporters who were known.
        {does.unsure > 0 && ` ${counted(does.unsure, 'row', 'rows')} may be someone who is here already.`}
        {does.other > 0 && ` ${counted(does.other, 'row is', 'rows are')} held for something else.`}
      </p>
      {!isLoaded && does.other > 0 && (
        <p>
          <Link to={`/intakes/${pull.intake_id}/checks`}>See what is held</Link>
        </p>
      )}
    </>
  );
}

function Outcome({ pull }: { pull: PullRow }) {
  if (pull.state === 'fetching') {
    return <span className="pill look">is fetched …</span>;
  }
  if (pull.state === 'failed') {
    return <span className="pill held">failed</span>;
  }
  if (pull.intake_id === null) {
    return <span className="quiet">nothing to bring in</span>;
  }
  const isLoaded = pull.intake_state === 'loaded';
  return (
    <>
      {isLoaded && pull.held > 0 && <Link to="/held">{counted(pull.held, 'held row')}</Link>}{' '}
      <Link to={`/intakes/${pull.intake_id}`}>{isLoaded ? 'loaded' : 'its intake'}</Link>
    </>
  );
}
