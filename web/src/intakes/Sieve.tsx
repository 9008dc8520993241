import { Link } from 'react-router';
import type { Intake } from '../api/types';
import { count } from '../shared/format';
import { isWorking } from './queries';
import { stages } from './stages';

const HEIGHT = 26;

/** The strip on every screen of an intake: a band as thick as the rows that still flow, a mesh at every stage, and what each caught. */
export function Sieve({ intake, here }: { intake: Intake; here: string | undefined }) {
  const all = stages(intake);
  const firstOpen = all.findIndex((stage) => stage.passed === null);
  const fraction = intake.progress.total > 0 ? Math.min(1, intake.progress.done / intake.progress.total) : 0;
  return (
    <nav className="sieve" aria-label="Stages of this intake">
      {all.map((stage, i) => {
        const filling = i === firstOpen && isWorking(intake);
        const passed = stage.passed ?? 0;
        const thick = intake.rows > 0 ? Math.max(passed > 0 ? 3 : 0, (passed / intake.rows) * HEIGHT) : 0;
        return (
          <div key={stage.key} className={`sieve-stage${stage.reached ? ' reached' : ''}${here === stage.key ? ' here' : ''}`}>
            <div className="channel" aria-hidden>
              <span className="pipe" />
              {stage.passed !== null && (
                <span className={`band${thick < 16 ? ' thin' : ''}`} style={{ height: thick, right: 0 }}>
                  <span>{count(passed)}</span>
                </span>
              )}
              {stage.passed === null && i === firstOpen && i > 0 && <span className="band next" style={{ height: HEIGHT }} />}
              {filling && <span className="band" style={{ height: HEIGHT, width: `${fraction * 100}%` }} />}
              <span className="mesh" />
            </div>
            <Link className="name" to={`/intakes/${intake.id}/${stage.key}`} aria-current={here === stage.key ? 'step' : undefined}>
              {stage.name}
            </Link>
            {stage.caught !== null ? (
              <Link className="sub caught cut" to={`/intakes/${intake.id}/${stage.key}`}>
                {stage.caught}
              </Link>
            ) : (
              <span className="sub cut" title={stage.about}>
                {stage.about || '\u00a0'}
              </span>
            )}
          </div>
        );
      })}
    </nav>
  );
}

/** The same in one line of a list. */
export function SmallSieve({ intake }: { intake: Intake }) {
  return (
    <span className="sieve-mini" aria-hidden>
      {stages(intake)
        .slice(0, 6)
        .map((stage) => (
          <i key={stage.key} className={stage.passed !== null ? 'on' : ''} />
        ))}
    </span>
  );
}
