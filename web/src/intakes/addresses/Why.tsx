import type { AddressGroup, CheckGroup } from '../../api/answers';
import { count, counted } from '../../shared/format';
import { Pane } from '../../shared/Pane';

/** Why addresses change, each reason with how many it concerns: one of them, or all; and what the postal directory says of them. */
export function Why({
  groups,
  left,
  said,
  all,
  rule,
  onPick,
}: {
  groups: AddressGroup[];
  /** What is told of those that stay as they are written, while others are looked at. */
  left: AddressGroup[];
  /** What the postal directory says, without what is in order. */
  said: CheckGroup[];
  /** Addresses, each counted once. */
  all: number;
  rule: string | null;
  onPick: (rule: string | null, isLeft?: boolean) => void;
}) {
  return (
    <Pane title="What changes" note={counted(groups.length + left.length + said.length, 'reason')}>
      <div className="pane-body" tabIndex={0}>
        <ul className="list">
          <li>
            <button type="button" aria-current={rule === null} onClick={() => onPick(null)}>
              <span className="line">
                <b>All of them</b>
                <span>{count(all)}</span>
              </span>
              <span className="quiet">one address may change for several reasons</span>
            </button>
          </li>
          {said.map((group) => (
            <li key={group.key}>
              <button type="button" aria-current={group.key === rule} onClick={() => onPick(group.key)}>
                <span className="line">
                  <b>{group.words}</b>
                  <span className={group.asks ? 'held' : ''}>{count(group.addresses)}</span>
                </span>
                <span className="quiet">postal directory{group.decided > 0 && `, ${count(group.decided)} decided`}</span>
              </button>
            </li>
          ))}
          {[...groups, ...left].map((group) => (
            <li key={`${group.rule} ${left.includes(group) ? 'left' : ''}`}>
              <button
                type="button"
                aria-current={group.rule === rule && !left.includes(group)}
                title={group.source}
                onClick={() => onPick(group.rule, left.includes(group))}
              >
                <span className="line">
                  <b>{group.words}</b>
                  <span>{count(group.rows)}</span>
                </span>
                <span className="quiet">{group.example}</span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </Pane>
  );
}
