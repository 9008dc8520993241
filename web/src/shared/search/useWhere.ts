import { useSearchParams } from 'react-router';
import { type Group, read, written } from './tree';

/** The search that stands in the address of a page, and how to change it there. */
export function useWhere(onChange: () => void) {
  const [query, setQuery] = useSearchParams();
  const change = (group: Group) => {
    const next = new URLSearchParams(query);
    const where = written(group);
    if (where === '') {
      next.delete('where');
    } else {
      next.set('where', where);
    }
    setQuery(next);
    onChange();
  };
  return { search: read(query.get('where')), change };
}
