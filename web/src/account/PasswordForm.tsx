import { Button, PasswordInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** Replaces the person's own password. */
export function PasswordForm({ onChanged }: { onChanged: () => void }) {
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const change = useMutation({
    mutationFn: () => api.put('password', { current, password }),
    onSuccess: () => {
      setCurrent('');
      setPassword('');
      onChanged();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate();
  };
  return (
    <form className="form" onSubmit={submit}>
      <Trouble error={change.error} />
      {change.isSuccess && (
        <p className="hint" role="status">
          Your password is changed, and every other session of yours has ended.
        </p>
      )}
      <PasswordInput
        label="Current password"
        autoComplete="current-password"
        value={current}
        onChange={(event) => setCurrent(event.currentTarget.value)}
      />
      <PasswordInput
        label="New password"
        description="At least 12 characters; four words that have nothing to do with each other are good."
        autoComplete="new-password"
        value={password}
        onChange={(event) => setPassword(event.currentTarget.value)}
      />
      <div>
        <Button type="submit" disabled={current === '' || password.length < 12} loading={change.isPending}>
          Change password
        </Button>
      </div>
    </form>
  );
}

/** All that someone sees whose password was given by another person. */
export function OwnPassword({ name }: { name: string }) {
  const queries = useQueryClient();
  return (
    <main className="sign-in">
      <div>
        <h1>Choose your own password</h1>
        <p>{name}, the password you signed in with was given to you, so someone else may know it. Choose one that only you know.</p>
        <PasswordForm onChanged={() => void queries.invalidateQueries({ queryKey: ['session'] })} />
      </div>
    </main>
  );
}
