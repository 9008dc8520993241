import { Button, Checkbox } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { CheckPage as Page } from '../api/answers';
import { api } from '../api/client';
import { undoAct } from '../shared/undo';
import { Equation } from '../shared/Equation';
import { count, counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Sure } from '../shared/Sure';
import { TitleLine } from '../shared/TitleLine';
import { ByState } from './ByState';
import { isWorking, share } from './check';
import { CheckWorking } from './CheckWorking';
import { Findings } from './Findings';
import { Found } from './Found';
import { MapColumns } from './MapColumns';
import { Written } from './Written';

/** One check: what it comes to, what was found and why, the addresses behind each finding, and what comes out of it. */
export function CheckPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [picked, setPicked] = useState<string | null>(null);
  const [mapping, setMapping] = useState(false);
  const [capitals, setCapitals] = useState(false);
  const query = useQuery({
    queryKey: ['address-check', Number(id)],
    queryFn: () => api.get<Page>(`address-checks/${id}`),
    refetchInterval: (found) => {
      const check = found.state.data?.check;
      return check !== undefined && (isWorking(check) || (check.state === 'mapping' && !check.may_be_mapped && check.error === null))
        ? 800
        : false;
    },
  });
  const again = () => {
    void queries.invalidateQueries({ queryKey: ['address-check', Number(id)] });
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  const apply = useMutation({ mutationFn: () => api.post(`address-checks/${id}/apply`), onSettled: again });
  const undo = useMutation({ mutationFn: undoAct, onSettled: again });
  const ask = useMutation({ mutationFn: () => api.post(`address-checks/${id}/ask`), onSettled: again });
  const discard = useMutation({
    mutationFn: () => api.delete(`address-checks/${id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['address-checks'] });
      void navigate('/addresses');
    },
  });
  const data = query.data;
  if (data === undefined) {
    return (
      <>
        <TitleLine title="Addresses" />
        <Trouble error={query.error} />
      </>
    );
  }
  const { check, groups, before } = data;
  const figures = check.figures;
  const isList = check.kind === 'list';
  const group = groups.find((one) => one.key === picked) ?? groups[0];
  const title = (
    <TitleLine title={check.name}>
      {isList ? 'a list' : 'addresses of the database'}
      {figures !== null && isList && ` of ${counted(figures.rows, 'row')}`}, {moment(check.created_at)}
      {check.by !== null && ` by ${check.by}`}
      {isList && '; nobody is loaded'}
    </TitleLine>
  );
  const discarding = (
    <Sure
      ask={`Discard "${check.name}"?`}
      yes="Discard it"
      onSure={() => discard.mutate()}
      button={(open) => (
        <Button variant="subtle" color="pine" onClick={open}>
          Discard
        </Button>
      )}
    >
      {isList ? 'The list and what was found of it are gone for good.' : 'What was found is gone from here; records stay as they are.'}
    </Sure>
  );
  if (check.state === 'mapping' && check.error !== null) {
    return (
      <>
        {title}
        <Trouble error={new Error(check.error)} />
        <div className="panes">
          <Pane title="This list could not be read">
            <Empty title="Nothing was kept of it">
              <p>Save it again in the program that it comes from, as .xlsx or .csv, and hand it in anew.</p>
            </Empty>
          </Pane>
        </div>
        <div className="foot">
          {discarding}
          <Link to="/addresses">Back to the addresses</Link>
        </div>
      </>
    );
  }
  if (check.state === 'mapping' || (mapping && isList && !isWorking(check))) {
    return (
      <>
        {title}
        <MapColumns
          check={check}
          onStarted={() => {
            setMapping(false);
            again();
          }}
        />
      </>
    );
  }
  if (figures === null) {
    return (
      <>
        {title}
        <Trouble error={query.error ?? (check.state === 'failed' && check.error !== null ? new Error(check.error) : null)} />
        <div className="panes">
          {check.state === 'failed' ? (
            <Pane title="The check stopped">
              <Empty title="Nothing was written into records">
                <p>{isList ? 'Begin it again with the same columns.' : 'Begin it again from the addresses page.'}</p>
              </Empty>
            </Pane>
          ) : (
            <CheckWorking check={check} />
          )}
        </div>
        <div className="foot">
          {check.state === 'failed' && isList && <Button onClick={() => setMapping(true)}>Begin again</Button>}
          {check.state === 'failed' && discarding}
          <Link to="/addresses">Back to the addresses</Link>
        </div>
      </>
    );
  }
  const pick = (key: string) => () => setPicked(key);
  const undone = check.act_id !== null && !check.is_applied;
  return (
    <>
      {title}
      <Trouble error={apply.error ?? undo.error ?? ask.error ?? discard.error} />
      {check.error !== null && (
        <div className="hint" role="status">
          <span>
            {check.error}
            {figures.unasked > 0 && ` ${counted(figures.unasked, 'address is', 'addresses are')} not yet verified.`}
          </span>
          {figures.unasked > 0 && !check.is_applied && (
            <Button size="compact-sm" variant="default" loading={ask.isPending} onClick={() => ask.mutate()}>
              Ask again
            </Button>
          )}
        </div>
      )}
      {check.applied !== null && !undone && <Written applied={check.applied} isGoingOn={check.state === 'writing'} />}
      {undone && (
        <div className="hint" role="status">
          <span>What was written is taken back; it can be written again.</span>
        </div>
      )}
      <div className="pane sums">
        <Equation
          total={{
            key: 'addresses',
            figure: count(figures.addresses),
            word: figures.addresses === figures.rows ? 'addresses' : `addresses in ${count(figures.rows)}`,
          }}
          terms={[
            { key: 'confirmed', figure: count(figures.confirmed), word: 'confirmed' },
            { key: 'question', figure: count(figures.question), word: 'with a question' },
            { key: 'not_found', figure: count(figures.not_found), word: 'not found', tone: 'held' },
            { key: 'not_asked', figure: count(figures.not_asked), word: 'not asked', tone: 'out' },
          ]}
        />
        <div className="equation push">
          <span className="term">
            <span className="figure">{share(figures.mailable, figures.addresses)}</span>
            <span className="word">
              can be mailed
              {before !== null && (
                <>
                  , <Link to={`/addresses/${before.id}`}>{share(before.mailable, before.addresses)}</Link> the time before
                </>
              )}
              {' · '}
              <Link to={`/addresses/${id}/beside/${before?.id ?? id}`}>Compare</Link>
            </span>
          </span>
        </div>
      </div>
      <div className="panes" style={{ gridTemplateColumns: '286px minmax(0, 1fr)' }}>
        <Findings groups={groups} chosen={group?.key ?? ''} onPick={(key) => setPicked(key)} />
        <div style={{ display: 'grid', gap: 14, gridTemplateRows: 'minmax(0, 1fr) 170px', minHeight: 0 }}>
          {group === undefined ? (
            <Pane title="Found">
              <Empty title="Nothing to look at">
                <p>Every address is in postal form, and mail arrives at each.</p>
              </Empty>
            </Pane>
          ) : (
            <Found key={group.key} check={check} group={group} onDecided={again} />
          )}
          <div style={{ display: 'grid', gap: 14, gridTemplateColumns: 'minmax(0, 1.2fr) minmax(0, 1fr)', minHeight: 0 }}>
            <ByState regions={figures.regions} />
            <Pane title="The same again" note={isList ? 'within the list' : 'among these addresses'}>
              <div className="pane-body" tabIndex={0}>
                <table className="rows">
                  <tbody>
                    {[
                      ['same_address', figures.same.address, 'share an address with an earlier one'],
                      ['same_person', figures.same.person, 'are the same person at it'],
                      ['', figures.same.became, 'became alike only now, in postal form'],
                    ].map(([key, n, words]) => (
                      <tr key={String(words)}>
                        <td className="num" style={{ width: 64 }}>
                          <b>{count(Number(n))}</b>
                        </td>
                        <td>
                          {key === '' || n === 0 ? (
                            words
                          ) : (
                            <button type="button" className="plain-button" onClick={pick(String(key))}>
                              {words}
                            </button>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </Pane>
          </div>
        </div>
      </div>
      <div className="foot">
        {isList ? (
          <>
            <Button component="a" href={`/api/address-checks/${id}/file${capitals ? '?capitals=1' : ''}`} download>
              Get the list
            </Button>
            <Checkbox label="in capitals" checked={capitals} onChange={(event) => setCapitals(event.currentTarget.checked)} />
            {figures.not_found + figures.moved > 0 && (
              <Button variant="default" component="a" href={`/api/address-checks/${id}/failed.csv`} download>
                Those not reached
              </Button>
            )}
          </>
        ) : check.state === 'writing' ? (
          <Button loading>Put these addresses right</Button>
        ) : check.is_applied ? (
          <Button variant="default" loading={undo.isPending} onClick={() => check.act_id !== null && undo.mutate(check.act_id)}>
            Undo what was written
          </Button>
        ) : (
          <Sure
            ask={`Write what was found into the records?`}
            yes="Write it into the records"
            onSure={() => apply.mutate()}
            button={(open) => (
              <Button loading={apply.isPending} onClick={open}>
                Put these addresses right
              </Button>
            )}
          >
            Addresses get their postal form and ZIP+4; whoever moved gets the new address, and the old one is kept as a former one; what is
            not found is marked as undeliverable. All of it can be undone as one.
          </Sure>
        )}
        <Button variant="default" component="a" href={`/api/address-checks/${id}/statement.pdf`} target="_blank">
          Statement (PDF)
        </Button>
        {isList && (
          <Button variant="subtle" component="a" href={`/api/address-checks/${id}/columns.csv`} download>
            What the new columns say
          </Button>
        )}
        {isList && (
          <Button variant="subtle" onClick={() => setMapping(true)}>
            Other columns
          </Button>
        )}
        {!check.is_applied && check.state !== 'writing' && discarding}
        <span className="push quiet">
          {check.edition !== ''
            ? `asked: ${check.edition}`
            : figures.not_asked === figures.addresses
              ? 'no directory was asked'
              : 'by answers that were kept'}
        </span>
      </div>
    </>
  );
}
