import type { ReactNode } from 'react';

const marks: Record<string, string> = { '\u00a0': '⍽', '\t': '⇥', '\n': '↵', '\r': '', '\u200b': '∅', '\ufeff': '∅', '\u00ad': '∅' };

/** A value as it is, with the characters that nobody sees made visible: outer and doubled blanks, no-break blanks, tabs, line breaks. */
export function Raw({ value }: { value: string }) {
  if (value === '') {
    return <span className="nothing">blank</span>;
  }
  const parts: ReactNode[] = [];
  let at = 0;
  for (const found of value.matchAll(/^ +| +$| {2,}|[\u00a0\t\n\r\u200b\ufeff\u00ad]/g)) {
    parts.push(value.slice(at, found.index));
    parts.push(
      <span key={found.index} className="blank-mark">
        {found[0].startsWith(' ') ? '·'.repeat(found[0].length) : (marks[found[0]] ?? '∅')}
      </span>,
    );
    at = found.index + found[0].length;
  }
  parts.push(value.slice(at));
  return <span className="mono">{parts}</span>;
}
