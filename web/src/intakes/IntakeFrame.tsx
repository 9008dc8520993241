import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { Navigate, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { TitleLine } from '../shared/TitleLine';
import { moment } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { isWorking, useIntake, working } from './queries';
import { Paused } from './Paused';
import { Sieve } from './Sieve';
import { nextStage } from './stages';
import { Working } from './Working';

/** What all screens of an intake share: its name, its sieve, and the work that is going on. */
export function IntakeFrame() {
  const { id = '' } = useParams();
  const here = useLocation().pathname.split('/')[3];
  const query = useIntake(id);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const before = useRef<string | null>(null);
  const intake = query.data;
  const state = intake?.state ?? null;
  useEffect(() => {
    const was = before.current;
    before.current = state;
    if (was === null || state === null || was === state || working.includes(state)) {
      return;
    }
    // Quick work may be over before anyone saw it begin: what counts is where the intake has arrived.
    void queries.invalidateQueries();
    const goTo =
      state === 'loaded' || state === 'undone'
        ? 'proof'
        : state === 'failed'
          ? 'source'
          : state === 'ready' && here === 'columns'
            ? 'checks'
            : null;
    if (goTo !== null && goTo !== here) {
      void navigate(`/intakes/${id}/${goTo}`);
    }
  }, [state, queries, navigate, id, here]);
  if (intake === undefined) {
    return (
      <>
        <TitleLine title="Intake" />
        <Trouble error={query.error} />
      </>
    );
  }
  if (here === undefined) {
    return <Navigate to={`/intakes/${id}/${nextStage(intake)}`} replace />;
  }
  const busy = isWorking(intake) || (intake.error !== null && intake.state !== 'failed');
  return (
    <>
      <TitleLine title={intake.name}>
        intake {intake.id}
        {intake.restore_point !== null && intake.restore_point !== 'wanted' && `, restore point ${intake.restore_point}`},{' '}
        {intake.loaded_at === null
          ? `started ${moment(intake.created_at)}${intake.by === null ? '' : ` by ${intake.by}`}`
          : `loaded ${moment(intake.loaded_at)}${intake.loaded_by === null ? ' from the command line' : ` by ${intake.loaded_by}`}${intake.undone_at === null ? '' : `, undone ${moment(intake.undone_at)}`}`}
      </TitleLine>
      <Sieve intake={intake} here={here} />
      {intake.state === 'typing' ? (
        <Navigate to={`/entry/${id}`} replace />
      ) : intake.state === 'waiting' || intake.state === 'stopped' ? (
        <div className="panes">
          <Paused intake={intake} />
        </div>
      ) : busy ? (
        <div className="panes">
          <Working intake={intake} />
        </div>
      ) : (
        <Outlet context={intake} />
      )}
    </>
  );
}
