/** Why the journal says that something was written. */
export const causes: Record<string, string> = { load: 'loaded', undo: 'undone', redo: 'undo taken back', edit: 'by hand', merge: 'pick list', join: 'merged', split: 'taken apart', demo: 'made with the demo', 'put back': 'put back' };
