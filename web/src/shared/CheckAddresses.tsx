import { Button } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { CheckSummary } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from './Notice';

/** Asks the postal directory about the addresses of some supporters, and goes to what it says. */
export function CheckAddresses({ scope, children }: { scope: object; children: ReactNode }) {
  const navigate = useNavigate();
  const check = useMutation({
    mutationFn: () => api.post<CheckSummary>('address-checks', scope),
    onSuccess: (made) => void navigate(`/addresses/${made.id}`),
  });
  return (
    <>
      <Button variant="subtle" color="pine" loading={check.isPending} onClick={() => check.mutate()}>
        {children}
      </Button>
      <Trouble error={check.error} />
    </>
  );
}
