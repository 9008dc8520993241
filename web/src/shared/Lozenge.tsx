const shapes: Record<string, string> = { sure: 'filled', look: 'half', open: 'hollow', 'left behind': 'dash' };

/** How it was settled a column is: a word and a shape, colour only where a person is needed. */
export function Lozenge({ state }: { state: string }) {
  const shape = shapes[state];
  return (
    <span className={`state${shape === 'half' || shape === 'hollow' ? ' needs' : ''}`}>
      {state}
      <svg width="11" height="11" viewBox="0 0 12 12" aria-hidden>
        {shape === 'dash' ? (
          <path d="M1 6h10" stroke="currentColor" strokeWidth="1.6" />
        ) : (
          <path d="M6 1l5 5-5 5-5-5z" fill={shape === 'filled' ? 'currentColor' : 'none'} stroke="currentColor" strokeWidth="1.4" />
        )}
        {shape === 'half' && <path d="M6 1v10L1 6z" fill="currentColor" />}
      </svg>
    </span>
  );
}
