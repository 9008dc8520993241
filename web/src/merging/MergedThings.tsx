import { phone, withPhones } from '../shared/format';
import type { MergePreview } from './types';

/** What hangs on the one that they become, with whose it was; and what speaks for and against their being one. Of those who stay several, the latter alone. */
export function MergedThings({ data, isApart = false }: { data: MergePreview; isApart?: boolean }) {
  const name = (id: number): string => data.candidates.find((one) => one.id === id)?.name ?? '';
  return (
    <>
      {data.reasons.map((pair) => (
        <section key={pair.other} className="pane-note">
          {data.candidates.length > 2 && (
            <div className="quiet">
              {name(pair.one)} (number {pair.one}) and {name(pair.other)} (number {pair.other})
            </div>
          )}
          {pair.verdict === null && !isApart && (
            <div>
              <span className="pill held">look twice</span> No match rule says that they are one.
            </div>
          )}
          {pair.for.map((reason) => (
            <div key={reason}>+ {withPhones(reason)}</div>
          ))}
          {pair.against.map((reason) => (
            <div key={reason} className="quiet">
              − {withPhones(reason)}
            </div>
          ))}
        </section>
      ))}
      {!isApart &&
        data.lists
          .filter((list) => list.items.length > 0)
          .map((list) => (
            <section key={list.list} className="pane-note">
              <b>{list.label}</b>
              {list.items.map((item, i) => (
                <div key={i}>
                  {list.list === 'phones' ? phone(item.text) : item.text}{' '}
                  <span className="quiet">
                    {[item.note, item.from === data.survivor ? '' : `from number ${item.from}`].filter(Boolean).join(', ')}
                  </span>
                </div>
              ))}
            </section>
          ))}
    </>
  );
}
