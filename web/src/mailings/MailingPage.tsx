import { Button, Checkbox, Select, Textarea } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { BulkSummary, MailingPage as Page, MailingPeople } from '../api/answers';
import { api } from '../api/client';
import { count, counted, moment, today } from '../shared/format';
import { Equation } from '../shared/Equation';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Sure } from '../shared/Sure';
import { TitleLine } from '../shared/TitleLine';

/** One mailing: how many pieces, who is left out and why, how the pieces look, and what comes out of it. */
export function MailingPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [why, setWhy] = useState<string | null>(null);
  const [sheet, setSheet] = useState('letter 30');
  const [capitals, setCapitals] = useState(false);
  const [letter, setLetter] = useState<string | null>(null);
  const query = useQuery({
    queryKey: ['mailings', id],
    queryFn: () => api.get<Page>(`mailings/${id}`),
    refetchInterval: (found) => (found.state.data?.mailing.state === 'working' ? 600 : false),
  });
  const keep = useMutation({
    mutationFn: (text: string) => api.put<Page>(`mailings/${id}/letter`, { letter: text }),
    onSuccess: (page) => {
      queries.setQueryData(['mailings', id], page);
      setLetter(null);
    },
  });
  const note = useMutation({
    mutationFn: async (name: string) => {
      const steps = [{ kind: 'note', value: name, from: `${today()} mailing` }];
      let change = await api.post<BulkSummary>('bulk-changes', { query: { mailing: id }, steps });
      const wait = async () => {
        while (change.state === 'planning' || change.state === 'writing') {
          await new Promise((resolve) => setTimeout(resolve, 400));
          change = await api.get<BulkSummary>(`bulk-changes/${change.id}`);
        }
      };
      await wait();
      if (change.writes > 0) {
        change = await api.post<BulkSummary>(`bulk-changes/${change.id}/write`);
        await wait();
      }
      return change;
    },
  });
  const drop = useMutation({
    mutationFn: () => api.delete(`mailings/${id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['mailings'] });
      void navigate('/mailings');
    },
  });
  const data = query.data;
  if (data === undefined) {
    return (
      <>
        <TitleLine title="Mailing" />
        <Trouble error={query.error} />
      </>
    );
  }
  const { mailing } = data;
  const left = data.left_out.reduce((sum, one) => sum + one.supporters, 0);
  const text = letter ?? data.letter;
  return (
    <>
      <TitleLine title={mailing.name}>
        a mailing, {moment(mailing.created_at)}
        {mailing.by !== null && ` by ${mailing.by}`}
      </TitleLine>
      <Trouble error={keep.error ?? note.error ?? drop.error ?? (mailing.error === null ? null : new Error(mailing.error))} />
      {note.data !== undefined && (
        <div className="hint" role="status">
          <span>
            {note.data.writes === 0
              ? 'All of them have this note already.'
              : `${counted(note.data.outcome?.written ?? 0, 'supporter')} got the dated note "${mailing.name}"; it is one act in the audit list.`}
          </span>
        </div>
      )}
      {mailing.state === 'working' ? (
        <div className="panes">
          <Pane title="Gathering">
            <div className="empty" role="status">
              <div className="progress" aria-label={`${mailing.done} of ${mailing.total}`}>
                <i style={{ width: `${mailing.total > 0 ? (100 * mailing.done) / mailing.total : 0}%` }} />
              </div>
              <p>
                {count(mailing.done)} of {counted(mailing.total, 'supporter')} looked at. It goes on if you close this page.
              </p>
            </div>
          </Pane>
        </div>
      ) : (
        <>
          <div className="pane sums">
            <Equation
              total={{ key: 'found', figure: count(mailing.total), word: 'found' }}
              terms={[
                { key: 'going', figure: count(data.going), word: `get it, in ${counted(mailing.pieces ?? 0, 'piece')}` },
                { key: 'left', figure: count(left), word: 'left out', tone: 'out' },
              ]}
            />
          </div>
          <div className="panes" style={{ gridTemplateColumns: '320px minmax(0, 1fr) minmax(0, 1fr)' }}>
            <Pane title="Left out" note={left === 0 ? 'nobody' : counted(left, 'supporter')}>
              <div className="pane-body" tabIndex={0}>
                <table className="rows">
                  <tbody>
                    {data.left_out.map((one) => (
                      <tr key={one.why}>
                        <td>
                          <button
                            type="button"
                            className="plain-button"
                            aria-expanded={why === one.why}
                            onClick={() => setWhy(why === one.why ? null : one.why)}
                          >
                            {one.words}
                          </button>
                          {why === one.why && <LeftOut mailing={mailing.id} why={one.why} />}
                        </td>
                        <td className="num" style={{ width: 64 }}>
                          {count(one.supporters)}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </Pane>
            <Pane
              title="The pieces"
              note={`${counted(mailing.pieces ?? 0, 'piece')}${(mailing.pieces ?? 0) > data.pieces.length ? `, the first ${data.pieces.length} shown` : ''}`}
            >
              <div className="pane-body" tabIndex={0}>
                {data.pieces.length === 0 && (
                  <Empty title="Nobody gets it">
                    <p>Everyone who is found is left out, for the reasons beside.</p>
                  </Empty>
                )}
                {data.pieces.map((piece) => (
                  <div key={piece.supporters.join(' ')} className="pane-note">
                    <b>{piece.envelope}</b>
                    {piece.lines.map((line) => (
                      <div key={line}>{line}</div>
                    ))}
                    <div className="quiet">
                      Dear {piece.greeting};{' '}
                      {piece.supporters.map((supporter) => (
                        <span key={supporter}>
                          <Link to={`/supporters/${supporter}`}>{supporter}</Link>{' '}
                        </span>
                      ))}
                    </div>
                  </div>
                ))}
              </div>
            </Pane>
            <Pane title="The letter" note={letter === null ? '' : 'not kept yet'}>
              <div className="pane-body form" tabIndex={0} style={{ padding: 14 }}>
                <Textarea
                  label="What it says"
                  description="{date}, {envelope}, {address} and {greeting} become those of each piece."
                  autosize
                  minRows={14}
                  value={text}
                  placeholder={'{date}\n\n{envelope}\n{address}\n\nDear {greeting},\n\n…'}
                  onChange={(event) => setLetter(event.currentTarget.value)}
                />
              </div>
              <div className="pane-foot">
                <Button disabled={letter === null} loading={keep.isPending} onClick={() => keep.mutate(text)}>
                  Keep the letter
                </Button>
                {data.letter.trim() !== '' && letter === null && (
                  <Button variant="default" component="a" href={`/api/mailings/${id}/letters.pdf`} target="_blank">
                    Letters (PDF)
                  </Button>
                )}
              </div>
            </Pane>
          </div>
        </>
      )}
      <div className="foot">
        {mailing.state === 'done' && (
          <>
            <Button component="a" href={`/api/mailings/${id}/list.csv`} download>
              Get the list
            </Button>
            <Select
              aria-label="Sheet of labels"
              w={300}
              data={data.sheets.map((one) => ({ value: one.value, label: one.words }))}
              value={sheet}
              allowDeselect={false}
              onChange={(value) => setSheet(value ?? 'letter 30')}
            />
            <Checkbox label="in capitals" checked={capitals} onChange={(event) => setCapitals(event.currentTarget.checked)} />
            <Button
              variant="default"
              component="a"
              href={`/api/mailings/${id}/labels.pdf?sheet=${encodeURIComponent(sheet)}${capitals ? '&capitals=1' : ''}`}
              target="_blank"
            >
              Labels (PDF)
            </Button>
            <Sure
              ask="Write it as a dated note on everyone who gets it?"
              yes="Write the notes"
              onSure={() => note.mutate(mailing.name)}
              button={(open) => (
                <Button variant="default" loading={note.isPending} onClick={open}>
                  It was mailed
                </Button>
              )}
            >
              Each of {counted(data.going, 'supporter')} gets a note of today that says “{mailing.name}”. It is one act, and can be undone
              from the audit list.
            </Sure>
          </>
        )}
        <Sure
          ask={`Discard "${mailing.name}"?`}
          yes="Discard it"
          onSure={() => drop.mutate()}
          button={(open) => (
            <Button variant="subtle" color="pine" onClick={open}>
              Discard
            </Button>
          )}
        >
          Who got it is gone from here; notes that were written stay.
        </Sure>
      </div>
    </>
  );
}

/** Who is left out for one reason: the first of them. */
function LeftOut({ mailing, why }: { mailing: number; why: string }) {
  const found = useQuery({
    queryKey: ['mailings', mailing, why],
    queryFn: () => api.get<MailingPeople>(`mailings/${mailing}/people?why=${encodeURIComponent(why)}`),
  });
  return (
    <div className="one-of-some">
      {found.data?.people.map((one) => (
        <div key={one.id}>
          <Link to={`/supporters/${one.id}`}>{one.name}</Link>
        </div>
      ))}
      {found.data?.more === true && <span className="quiet">and more</span>}
    </div>
  );
}
