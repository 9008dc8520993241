/** Of what, for those who hear a button that stands in every row: seen, the row says it. */
export function Of({ what }: { what: string | number }) {
  return <span className="unseen"> {what}</span>;
}
