import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';
import { useMay } from '../shared/session';
import { count } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Trend } from '../shared/Trend';
import { RuleEditor } from './RuleEditor';
import { StandardsFrame } from './StandardsFrame';
import { Worklist } from './Worklist';
import type { RuleList as Rules } from '../api/answers';

const places: Record<string, string> = { add: 'the form for adding', page: 'the form for editing', grid: 'the entry grid' };

/** Required data: the rules with how many fall short of each, the worklist of one, and a new rule that shows what it would mean. */
export function RequiredPage() {
  const [asked, setAsked] = useSearchParams();
  const may = useMay();
  const query = useQuery({
    queryKey: ['rules'],
    queryFn: () => api.get<Rules>('rules'),
    refetchInterval: (found) => (found.state.data?.rules.some((rule) => !rule.is_checked) === true ? 800 : false),
  });
  const rules = query.data?.rules ?? [];
  const making = asked.has('new');
  const editing = asked.get('edit');
  const chosen =
    rules.find((rule) => String(rule.id) === (asked.get('rule') ?? editing)) ?? rules.find((rule) => rule.short > 0) ?? rules[0];
  return (
    <StandardsFrame about="what every record must or should have">
      <Trouble error={query.error} />
      {asked.has('added') && (
        <div className="hint">
          The field was missing in{' '}
          {(asked.get('added') ?? '')
            .split(',')
            .map((place) => places[place] ?? place)
            .join(' and ')}
          . It was added there, since it is required now.
        </div>
      )}
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.35fr)' }}>
        <Pane
          title="Rules"
          note={query.isSuccess ? `${count(rules.length)} of yours` : ''}
          right={
            may.standards && (
              <Button size="compact-sm" onClick={() => setAsked({ new: '' })}>
                New rule
              </Button>
            )
          }
        >
          <div className="pane-body" tabIndex={0}>
            <ul className="list">
              {rules.map((rule) => (
                <li key={rule.id}>
                  <button type="button" aria-current={!making && rule === chosen} onClick={() => setAsked({ rule: String(rule.id) })}>
                    <span className="line">
                      <span>
                        <span className={`pill ${rule.strength === 'must' ? 'look' : 'info'}`}>{rule.strength}</span> {rule.what}
                      </span>
                      <b style={{ color: rule.short > 0 ? 'var(--resin-text)' : undefined }}>{rule.is_checked ? count(rule.short) : '…'}</b>
                    </span>
                    <span className="line">
                      <span className="quiet">
                        {rule.subject === 'supporter' ? 'every supporter' : `every ${rule.subject}`},{' '}
                        {rule.is_checked
                          ? rule.short === 0
                            ? 'nothing missing'
                            : `${count(rule.short)} to complete`
                          : 'records are being looked at'}
                      </span>
                      {rule.over_time.length > 1 && <Trend label={rule.sentence} values={rule.over_time.map((day) => day.count)} />}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            <div className="pane-note">
              <b>Always required by the program itself</b>
            </div>
            <ul className="list">
              {query.data?.always.map((one) => (
                <li key={one.field} className="still">
                  <span className="quiet">{one.sentence}</span>
                </li>
              ))}
            </ul>
          </div>
        </Pane>
        {(making || editing !== null) && may.standards ? (
          <RuleEditor
            key={editing ?? asked.get('new')}
            rule={editing === null ? null : (chosen ?? null)}
            field={asked.get('new') ?? ''}
            onClose={() => setAsked(chosen === undefined ? {} : { rule: String(chosen.id) })}
            onKept={(id, added) => setAsked({ rule: String(id), ...(added.length > 0 ? { added: added.join() } : {}) })}
          />
        ) : chosen !== undefined ? (
          <Worklist key={chosen.id} rule={chosen} onEdit={() => setAsked({ edit: String(chosen.id) })} />
        ) : (
          <Pane>
            <p className="empty">
              No rule of your own yet. A rule says what a record must have to come in, or should have; before you save it, it shows whose
              data is missing.
            </p>
          </Pane>
        )}
      </div>
    </StandardsFrame>
  );
}
