import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { BulkRecords } from '../../api/answers';
import { api } from '../../api/client';
import { Trouble } from '../../shared/Notice';

/** Who is behind one of the things that a change of many comes to: the first hundred. */
export function Behind({ change, effect }: { change: number; effect: string }) {
  const found = useQuery({
    queryKey: ['bulk-changes', change, effect],
    queryFn: () => api.get<BulkRecords>(`bulk-changes/${change}/records?effect=${encodeURIComponent(effect)}`),
  });
  return (
    <div className="one-of-some">
      <Trouble error={found.error} />
      {found.data?.records.map((record) => (
        <div key={record.id}>
          <Link to={`/supporters/${record.id}`}>{record.name}</Link>
        </div>
      ))}
      {found.data?.more === true && <span className="quiet">and more</span>}
    </div>
  );
}
