/** A value with the words marked that another value lacks; capitals count only if asked for. */
export function Differing({ value, other, exact = false }: { value: string; other: string; exact?: boolean }) {
  const fold = (word: string): string => (exact ? word : word.toLowerCase());
  if (value === '') {
    return <span className="nothing">none</span>;
  }
  const known = new Set(fold(other).split(/[\s,]+/));
  return (
    <span className="mono" style={{ whiteSpace: 'pre-line' }}>
      {value.split(/([\s,]+)/).map((word, i) =>
        /^[\s,]*$/.test(word) || other === '' || known.has(fold(word)) ? (
          word
        ) : (
          <mark key={i} className="difference">
            {word}
          </mark>
        ),
      )}
    </span>
  );
}
