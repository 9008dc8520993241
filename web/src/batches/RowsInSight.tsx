import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { Fragment, type ReactNode } from 'react';
import type { EntryShown } from '../api/answers';
import { EntryRow } from './EntryRow';

/** What a row is about as high as, and the one that someone is in with what opens under it. */
const ROW = 32;
const OPENED = 260;

/** Rows above and below those in sight that are drawn too. */
const BESIDE = 12;

/**
 * The rows of a batch that are in sight, and the one that someone is in wherever it is: of two thousand, the others are only room.
 * The first and last of what is left out between two drawn ones is one blank row of their height.
 */
export function RowsInSight({
  entries,
  scrolls,
  currency,
  place,
  here,
  onGo,
}: {
  entries: EntryShown[];
  /** What scrolls around them. */
  scrolls: HTMLElement;
  currency: string;
  /** Of the row that someone is in: beyond the last for a new one; null if nobody types. */
  place: number | null;
  here: ReactNode;
  onGo: ((entry: EntryShown) => void) | null;
}) {
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoized: it is drawn anew at each scroll
  const rows = useVirtualizer({
    count: entries.length + (place === entries.length ? 1 : 0),
    getScrollElement: () => scrolls,
    estimateSize: (at) => (at === place ? OPENED : ROW),
    overscan: BESIDE,
    rangeExtractor: (range) =>
      place === null ? defaultRangeExtractor(range) : [...new Set([...defaultRangeExtractor(range), place])].sort((a, b) => a - b),
  });
  const drawn = rows.getVirtualItems();
  const room = (height: number, key: string) =>
    height < 1 ? null : (
      <tr key={key} aria-hidden style={{ height }}>
        <td colSpan={7} style={{ padding: 0, border: 0 }} />
      </tr>
    );
  return (
    <>
      {drawn.map((row, i) => {
        const entry = entries[row.index];
        return (
          <Fragment key={row.index === place ? 'here' : (entry?.id ?? row.index)}>
            {room(row.start - (drawn[i - 1]?.end ?? 0), 'room')}
            {row.index === place
              ? here
              : entry !== undefined && <EntryRow entry={entry} number={row.index + 1} currency={currency} onGo={onGo} />}
          </Fragment>
        );
      })}
      {room(rows.getTotalSize() - (drawn.at(-1)?.end ?? 0), 'rest')}
    </>
  );
}
