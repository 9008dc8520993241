import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Intake } from '../api/types';
import { count, duration, hasMoney, moment, moneys } from '../shared/format';
import { isWorking } from './queries';
import { SmallSieve } from './Sieve';

export const WIDTHS: Record<string, number> = {
  name: 200,
  file: 150,
  sieve: 150,
  state: 136,
  rows: 62,
  held: 54,
  money: 106,
  took: 66,
  when: 122,
  size: 96,
};

const stateWords: Record<Intake['state'], string> = {
  typing: 'being typed',
  waiting: 'waits to be loaded',
  stopped: 'stopped in the middle',
  reading: 'being read',
  failed: 'could not be read',
  mapping: 'columns',
  sifting: 'being worked out',
  ready: 'ready to review',
  loading: 'being loaded',
  loaded: 'loaded',
  undoing: 'being undone',
  undone: 'undone',
};

function State({ intake }: { intake: Intake }) {
  const isStopped = intake.error !== null && intake.state !== 'failed';
  const look = { loaded: '', failed: 'held', undone: 'idle' }[intake.state as string] ?? 'look';
  return (
    <span className={`pill ${!intake.balanced || isStopped ? 'held' : look}`}>
      {!intake.balanced ? 'does not balance' : `${stateWords[intake.state]}${isStopped ? ': stopped' : ''}`}
    </span>
  );
}

const took = ({ loaded_at, progress }: Intake, working: boolean): string =>
  loaded_at !== null
    ? duration(progress.seconds)
    : working && progress.total > 0
      ? `${Math.round((100 * progress.done) / progress.total)} %`
      : '';

const when = (at: string | null): string => (at === null ? '' : moment(at));

/** What a list shows of an intake. */
export function cell(column: string, intake: Intake): ReactNode {
  switch (column) {
    case 'name':
      return (
        <Link to={`/intakes/${intake.id}`} onClick={(event) => event.stopPropagation()}>
          {intake.name}
        </Link>
      );
    case 'file':
      return (
        <div className="quiet">
          <div className="cut" title={intake.file_name}>
            {intake.file_name}
          </div>
          {intake.by}
        </div>
      );
    case 'sieve':
      return <SmallSieve intake={intake} />;
    case 'state':
      return <State intake={intake} />;
    case 'rows':
      return count(intake.rows);
    case 'held':
      return intake.is_sifted ? count(intake.outcomes.held) : '';
    case 'money':
      return intake.money === null || !hasMoney(intake.money) ? '' : <span className="wrap">{moneys(intake.money)}</span>;
    case 'took':
      return <span className="quiet">{took(intake, isWorking(intake))}</span>;
    case 'when':
      return <span className="quiet">{when(intake.loaded_at ?? intake.created_at)}</span>;
    case 'by':
    case 'loaded_by':
      return intake[column] ?? '';
    case 'plan':
      return intake.plan_name ?? '';
    case 'size':
      return `${count(Math.ceil(intake.file_size / 1000))} kB`;
    case 'created':
    case 'loaded':
    case 'undone':
      return when(intake[`${column}_at`]);
    default:
      return '';
  }
}
