import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { Claimed } from '../api/answers';

/**
 * Says, as long as the page is open, that one looks at a cluster. The name of who looks at it already, if another does.
 *
 * @param onAnswer  told each time the server says whose it is
 */
export function useClaim(cluster: number | undefined, onAnswer: (cluster: number, isMine: boolean) => void): string | null {
  const claim = useQuery({
    queryKey: ['claim', cluster],
    queryFn: async () => {
      const answer = await api.post<Claimed>('duplicates/claim', { cluster });
      onAnswer(cluster ?? 0, answer.looked_at_by === null);
      return answer;
    },
    enabled: cluster !== undefined,
    refetchInterval: 15_000,
    staleTime: 0,
    gcTime: 0,
  });
  return claim.data?.looked_at_by ?? null;
}
