import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import type { ConnectionPageData } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { Sure } from '../shared/Sure';
import { TitleLine } from '../shared/TitleLine';
import { blank, type carried, type ConnectionForm } from './form';
import { Look } from './Look';
import { Pulls } from './Pulls';
import { ReviewButtons, Unsure, useReview } from './Review';
import { type Settings, SettingsForm } from './SettingsForm';

const WORKING = ['reading', 'sifting', 'waiting', 'loading', 'undoing'];

/** Whether the latest pull goes on without anybody: with a plan, its columns are settled by themselves too. */
const isUnderWay = ({ pulls, plan_id }: ConnectionPageData): boolean =>
  pulls
    .slice(0, 1)
    .some(
      ({ state, intake_state }) =>
        state === 'fetching' || WORKING.includes(intake_state ?? '') || (intake_state === 'mapping' && plan_id !== null),
    );

/** A system that is connected: what was pulled of it, and how it is set. */
export function ConnectionPage() {
  const id = Number(useParams()['id']);
  const query = useQuery({
    queryKey: ['connections', id],
    queryFn: () => api.get<ConnectionPageData>(`connections/${id}`),
    refetchInterval: ({ state }) => (state.data !== undefined && isUnderWay(state.data) ? 1500 : false),
  });
  const [isSet, setIsSet] = useState(false);
  const { data } = query;
  return (
    <>
      <TitleLine title={data?.connection.name ?? 'Connection'}>
        {data !== undefined && (data.connection.error ?? `pulled ${data.connection.state}`)}
      </TitleLine>
      <Trouble error={query.error} />
      {data !== undefined && (
        <>{isSet ? <Set data={data} onDone={() => setIsSet(false)} /> : <Pulled data={data} onSet={() => setIsSet(true)} />}</>
      )}
    </>
  );
}

/** What was pulled; beside it, what a person must say of the latest before it is loaded. */
function Pulled({ data, onSet }: { data: ConnectionPageData; onSet: () => void }) {
  const may = useMay();
  // What came before a pull that failed still waits to be reviewed.
  const latest = data.pulls.find((one) => one.state !== 'failed');
  const pulls = <Pulls data={data} mayPull={may.load} />;
  const further = (
    <span className="push">
      <Button variant="default" onClick={onSet}>
        How it is connected
      </Button>
      <Button variant="subtle" component={Link} to="/connections">
        All connections
      </Button>
    </span>
  );
  return latest?.intake_state === 'ready' && latest.intake_id !== null ? (
    <Reviewed connection={data.connection.id} intake={latest.intake_id} mayLoad={may.load} pulls={pulls} further={further} />
  ) : (
    <>
      <div className="panes">{pulls}</div>
      <div className="foot">{further}</div>
    </>
  );
}

interface ReviewedProps {
  connection: number;
  intake: number;
  mayLoad: boolean;
  pulls: ReactNode;
  further: ReactNode;
}

function Reviewed({ connection, intake, mayLoad, pulls, further }: ReviewedProps) {
  const review = useReview(connection, intake, mayLoad);
  const isAsking = review.deciding.row !== undefined;
  return (
    <>
      <div className="panes" style={isAsking ? { gridTemplateColumns: '440px minmax(0, 1fr)' } : undefined}>
        {pulls}
        {isAsking && <Unsure review={review} />}
      </div>
      <div className="foot">
        <ReviewButtons review={review} />
        {further}
      </div>
    </>
  );
}

/** A system that is to be connected; where it was carried here in a file, as it was there. */
export function NewConnection() {
  const given = useLocation().state as ReturnType<typeof carried>;
  return (
    <>
      <TitleLine title="Connect a system">how it is asked, and what lies where in its answers</TitleLine>
      <Set data={null} given={given} onDone={() => undefined} />
    </>
  );
}

function Set({ data, given = null, onDone }: { data: ConnectionPageData | null; given?: ReturnType<typeof carried>; onDone: () => void }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [settings, setSettings] = useState<Settings>({
    name: data?.connection.name ?? given?.name ?? '',
    form: { ...blank, ...given?.form, ...(data?.form as Partial<ConnectionForm> | undefined) },
    key: '',
    inbox_key: '',
    every: data?.every ?? given?.every ?? 0,
    loads: data?.loads ?? given?.loads ?? false,
    plan_id: data?.plan_id ?? null,
  });
  const id = data?.connection.id;
  const keep = useMutation({
    mutationFn: () => {
      const body = {
        ...settings,
        key: settings.key === '' ? null : settings.key,
        inbox_key: settings.inbox_key === '' ? null : settings.inbox_key,
        plan: id === undefined ? (given?.plan ?? null) : null,
      };
      return id === undefined ? api.post<ConnectionPageData>('connections', body) : api.put<ConnectionPageData>(`connections/${id}`, body);
    },
    onSuccess: (page) => {
      queries.setQueryData(['connections', page.connection.id], page);
      void queries.invalidateQueries({ queryKey: ['connections'], exact: true });
      if (id === undefined) {
        void navigate(`/connections/${page.connection.id}`);
      } else {
        onDone();
      }
    },
  });
  const end = useMutation({
    mutationFn: () => api.delete(`connections/${id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['connections'], exact: true });
      void navigate('/connections');
    },
  });
  return (
    <>
      <Trouble error={keep.error ?? end.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
        <Pane title="How it is connected">
          <SettingsForm
            value={settings}
            hasKey={data?.has_key === true}
            inbox={data ?? { inbox: null, has_inbox_key: false, refused: 0, refused_at: null }}
            onChange={setSettings}
          />
        </Pane>
        <Look settings={settings} of={data?.connection.name ?? ''} />
      </div>
      <div className="foot">
        <Button
          loading={keep.isPending}
          disabled={settings.name.trim() === '' || settings.form.address === ''}
          onClick={() => keep.mutate()}
        >
          {id === undefined ? 'Connect the system' : 'Save the connection'}
        </Button>
        {id === undefined ? (
          <Button variant="default" component={Link} to="/connections">
            Discard
          </Button>
        ) : (
          <>
            <Button variant="default" onClick={onDone}>
              Discard the changes
            </Button>
            <Button variant="subtle" component="a" href={`/api/connections/${id}/file`} download>
              Carry it elsewhere
            </Button>
            <Sure
              ask={`End the connection to ${settings.name}?`}
              yes="End it"
              onSure={() => end.mutate()}
              button={(open) => (
                <Button variant="subtle" color="brick" loading={end.isPending} onClick={open}>
                  End it
                </Button>
              )}
            >
              Nothing more is pulled, and its key is forgotten. What it brought in stays.
            </Sure>
          </>
        )}
      </div>
    </>
  );
}
