import type { CheckGroup } from '../api/answers';
import { count, counted } from '../shared/format';
import { Pane } from '../shared/Pane';

/** What was found, each kind with how many it concerns: first what someone has to look at, then what was changed. */
export function Findings({ groups, chosen, onPick }: { groups: CheckGroup[]; chosen: string; onPick: (key: string) => void }) {
  return (
    <Pane title="What was found" note={counted(groups.length, 'kind')}>
      <div className="pane-body" tabIndex={0}>
        <ul className="list">
          {groups.map((group) => (
            <li key={group.key}>
              <button type="button" aria-current={group.key === chosen} onClick={() => onPick(group.key)}>
                <span className="line">
                  <b>{group.words}</b>
                  <span className={group.asks ? 'held' : ''}>{count(group.addresses)}</span>
                </span>
                <span className="quiet two-lines" title={group.note}>
                  {group.decided > 0 ? `${count(group.decided)} decided. ` : ''}
                  {group.note}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </Pane>
  );
}
