import { Button, TextInput } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { AccountingPage } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** To which accounts gifts are booked: by kind where the money came in, by fund what it was given for. */
export function AccountsForm({ page, onKept }: { page: AccountingPage; onKept: (page: AccountingPage) => void }) {
  const [accounts, setAccounts] = useState(page.accounts);
  const keep = useMutation({ mutationFn: () => api.put<AccountingPage>('accounting/accounts', accounts), onSuccess: onKept });
  const each = (side: 'debits' | 'credits', names: string[], usual: string) => (
    <div className="field-grid">
      {names.map((name) => (
        <TextInput
          key={name}
          size="xs"
          label={name}
          placeholder={usual}
          value={accounts[side][name] ?? ''}
          maxLength={60}
          onChange={(event) => setAccounts({ ...accounts, [side]: { ...accounts[side], [name]: event.currentTarget.value } })}
        />
      ))}
    </div>
  );
  return (
    <>
      <Trouble error={keep.error} />
      <TextInput
        label="Where money comes in"
        description="the debit, unless its kind has an account of its own"
        value={accounts.debit}
        maxLength={60}
        onChange={(event) => setAccounts({ ...accounts, debit: event.currentTarget.value })}
      />
      {each('debits', page.kinds, accounts.debit)}
      <TextInput
        label="What it was given for"
        description="the credit, unless its fund has an account of its own"
        value={accounts.credit}
        maxLength={60}
        onChange={(event) => setAccounts({ ...accounts, credit: event.currentTarget.value })}
      />
      {each('credits', page.funds, accounts.credit)}
      <div className="also">
        <Button variant="default" loading={keep.isPending} onClick={() => keep.mutate()}>
          Save the accounts
        </Button>
        {keep.isSuccess && <span role="status">Saved. Journals that were taken stay as they are.</span>}
      </div>
    </>
  );
}
