/** A value with the words marked that another value lacks. */
export function Differing({ value, other }: { value: string; other: string }) {
  if (value === '') {
    return <span className="nothing">none</span>;
  }
  const known = new Set(other.toLowerCase().split(/[\s,]+/));
  return (
    <span className="mono" style={{ whiteSpace: 'pre-line' }}>
      {value.split(/([\s,]+)/).map((word, i) => (/^[\s,]*$/.test(word) || other === '' || known.has(word.toLowerCase()) ? word : <mark key={i} className="difference">{word}</mark>))}
    </span>
  );
}
