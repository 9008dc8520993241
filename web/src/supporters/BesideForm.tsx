import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { counted } from '../shared/format';
import { Pane } from '../shared/Pane';
import { type Alike, type Conflict, type Draft, type FormCatalog, type Placed, withPlace } from './form';

interface BesideFormProps {
  alike: Alike[];
  asked: boolean;
  problems: Placed[];
  conflicts: Record<string, Conflict>;
  draft: Draft;
  catalog: FormCatalog;
  onDraft: (draft: Draft) => void;
  onSettled: (place: string) => void;
}

/** Beside a form: what two people wrote at once, who looks like this one, and all that is wrong. */
export function BesideForm({ alike, asked, problems, conflicts, draft, catalog, onDraft, onSettled }: BesideFormProps) {
  const label = (place: string): string => {
    const key = place.startsWith('fields.') ? place.slice(7) : '';
    return catalog.fields.find((field) => field.key === key)?.label ?? (place.split('.').pop() ?? place).replace('_', ' ');
  };
  const rows = Object.entries(conflicts);
  return (
    <div style={{ display: 'flex', flexDirection: 'column', gap: 12, minHeight: 0 }}>
      {rows.length > 0 && (
        <Pane title="Someone else changed the same" note="choose for each">
          <div className="pane-body" style={{ maxHeight: 300 }} tabIndex={0}>
            {rows.map(([place, conflict]) => (
              <div key={place} className="pane-note">
                <b>{label(place)}</b>, which was <span className="mono">{conflict.base || 'blank'}</span>
                <div className="also">
                  <Button
                    size="compact-sm"
                    onClick={() => {
                      onDraft(withPlace(draft, place, conflict.mine));
                      onSettled(place);
                    }}
                  >
                    Mine: {conflict.mine || 'blank'}
                  </Button>
                  <Button
                    size="compact-sm"
                    variant="default"
                    onClick={() => {
                      onDraft(withPlace(draft, place, conflict.theirs));
                      onSettled(place);
                    }}
                  >
                    Theirs: {conflict.theirs || 'blank'}
                  </Button>
                </div>
              </div>
            ))}
          </div>
        </Pane>
      )}
      <Pane
        title={
          alike.length === 0
            ? 'Who looks like this one'
            : `${counted(alike.length, 'supporter')} look${alike.length === 1 ? 's' : ''} like this one`
        }
        style={{ flex: 1 }}
      >
        <div className="pane-body" tabIndex={0}>
          {alike.length === 0 && (
            <p className="empty">
              {asked ? 'Nobody so far.' : 'As soon as there is a name, an email or an address, whoever may be the same shows here.'}
            </p>
          )}
          {alike.map((one) => (
            <div key={one.id} className="pane-note">
              <Link to={`/supporters/${one.id}`} target="_blank">
                {one.name}
              </Link>{' '}
              <span className="quiet">{one.place}</span>
              {one.for.map((reason) => (
                <div key={reason} className="quiet">
                  + {reason}
                </div>
              ))}
              {one.against.map((reason) => (
                <div key={reason} className="quiet">
                  − {reason}
                </div>
              ))}
            </div>
          ))}
        </div>
      </Pane>
      {problems.length > 0 && (
        <Pane title="To put right" note={counted(problems.length, 'thing')}>
          <div className="pane-body" style={{ maxHeight: 220 }} tabIndex={0}>
            {problems.map((problem, i) => (
              <div key={i} className="pane-note">
                <span className={`pill ${problem.blocks ? 'held' : 'info'}`}>{problem.blocks ? 'must' : 'should'}</span> {problem.reason}
              </div>
            ))}
          </div>
        </Pane>
      )}
    </div>
  );
}
