/** Why the journal says that something was written. */
export const causes: Record<string, string> = {
  load: 'loaded',
  undo: 'undone',
  redo: 'undo taken back',
  demo: 'made with the demo',
  edit: 'by hand',
  'put back': 'put back',
  merge: 'merged',
  unmerge: 'taken apart',
  'list merge': 'pick list',
  remedy: 'written for many at once',
  reread: 'read again',
  retype: 'field of another type',
  post: 'posted with its batch',
  unpost: 'its batch taken back',
};
