import { Button, Select, TextInput, Textarea } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ErasureView } from '../api/answers';
import { api } from '../api/client';
import { count, moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';

/** What stays when someone is erased: what was given, without a name. */
const staying = ['gifts', 'gifts that wait', 'promises', 'gifts of others for them'];

function Counts({ head, of, stays }: { head: string; of: ErasureView['has']; stays: boolean }) {
  const shown = Object.entries(of).filter(([what]) => staying.includes(what) === stays);
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>{head}</th>
          <th className="num" style={{ width: 90 }} aria-label="How many" />
        </tr>
      </thead>
      <tbody>
        {shown.length === 0 && (
          <tr>
            <td className="nothing" colSpan={2}>
              nothing
            </td>
          </tr>
        )}
        {shown.map(([what, n]) => (
          <tr key={what}>
            <td>{what}</td>
            <td className="num">{count(n)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Proof({ erasure }: { erasure: NonNullable<ErasureView['erasure']> }) {
  const said = {
    waiting: 'It is being done …',
    written: 'The records are done; files and copies of the database are next …',
    failed: erasure.error ?? 'It stopped before its end.',
    done: 'Done. No record, no history, no file and no copy of the database here has them any more.',
  };
  return (
    <>
      <div role="status" className={`pane-note${erasure.state === 'failed' ? ' held' : ''}`}>
        {said[erasure.state]}
      </div>
      <dl className="values">
        <dt>Asked for by</dt>
        <dd>{erasure.asked_by}</dd>
        <dt>Reason</dt>
        <dd>{erasure.reason}</dd>
        <dt>When</dt>
        <dd>
          {moment(erasure.erased_at)}
          {erasure.by !== null && `, by ${erasure.by}`}
        </dd>
      </dl>
      <Counts head="What was there" of={erasure.counts} stays={false} />
    </>
  );
}

/** Someone asks to be forgotten: what goes, what stays, and the proof of it afterwards. */
export function ErasePage() {
  const { id = '' } = useParams();
  const queries = useQueryClient();
  const [askedBy, setAskedBy] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [number, setNumber] = useState('');
  const view = useQuery({
    queryKey: ['erasure', id],
    queryFn: () => api.get<ErasureView>(`supporters/${id}/erasure`),
    refetchInterval: (query) => (['waiting', 'written'].includes(query.state.data?.erasure?.state ?? '') ? 1000 : false),
  });
  const erase = useMutation({
    mutationFn: (body: object) => api.post<ErasureView>(`supporters/${id}/erasure`, body),
    onSuccess: (after) => {
      queries.setQueryData(['erasure', id], after);
      void queries.invalidateQueries({ queryKey: ['supporter', id] });
    },
  });
  const data = view.data;
  const erasure = data?.erasure ?? null;
  const isOpen = data !== undefined && (erasure === null || erasure.state === 'failed');
  return (
    <>
      <TitleLine title={erasure === null ? `Erase ${data?.name ?? ''}` : 'Erased'}>
        supporter <Link to={`/supporters/${id}`}>{id}</Link>
      </TitleLine>
      <Trouble error={view.error ?? erase.error} />
      {data !== undefined && (
        <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
          <Pane title={erasure === null ? 'What there is of them' : 'Proof'}>
            <div className="pane-body" tabIndex={0}>
              {erasure === null ? (
                <>
                  <Counts head="What goes, for good" of={data.has} stays={false} />
                  <div className="pane-note">
                    Names, addresses and notes go from the record, from its history, and from the rows of files that told of them. Those
                    files, all files of <i>Exports</i>, and older copies of the database are deleted; a new copy is taken first.
                  </div>
                </>
              ) : (
                <Proof erasure={erasure} />
              )}
              <Counts head="What stays, without a name" of={erasure?.counts ?? data.has} stays />
            </div>
          </Pane>
          <Pane title={isOpen ? 'Erase them' : 'What it means'}>
            <div className="pane-body form" tabIndex={0}>
              {isOpen ? (
                <>
                  <p>
                    It can&apos;t be undone, by anyone. If they want to know what is kept of them,{' '}
                    <a href={`/api/supporters/${id}/about.zip`} download>
                      take all of it for them
                    </a>{' '}
                    before.
                  </p>
                  <Select
                    label="Who asked for it"
                    data={data.asked_by}
                    value={erasure?.asked_by ?? askedBy}
                    disabled={erasure !== null}
                    onChange={setAskedBy}
                  />
                  <Textarea
                    label="Why"
                    description="This stays as the proof. Write it without their name: the date of a letter, the number of a request."
                    value={erasure?.reason ?? reason}
                    disabled={erasure !== null}
                    maxLength={500}
                    onChange={(event) => setReason(event.currentTarget.value)}
                  />
                  <TextInput
                    label={`Write ${id} here, the number of this supporter`}
                    w={280}
                    value={number}
                    onChange={(event) => setNumber(event.currentTarget.value)}
                  />
                  <Button
                    color="brick"
                    disabled={number.trim() !== id || (erasure === null && (askedBy === null || reason.trim() === ''))}
                    loading={erase.isPending}
                    onClick={() =>
                      erase.mutate({ asked_by: erasure?.asked_by ?? askedBy, reason: erasure?.reason ?? reason, number: Number(number) })
                    }
                  >
                    {erasure === null ? 'Erase them for good' : 'Go on with it'}
                  </Button>
                </>
              ) : (
                <p>
                  Nothing can be written of this supporter any more but what is given, and no undo brings them back. A copy of the database
                  that is put back from elsewhere is put right at once. Who they were can&apos;t be found out here; if they give again, they
                  are someone new.
                </p>
              )}
            </div>
          </Pane>
        </div>
      )}
    </>
  );
}
