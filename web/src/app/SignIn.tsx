import { Button, PasswordInput, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { Trouble } from '../shared/Notice';
import pine from './pine.svg';
import { useSignIn } from '../shared/session';

export function SignIn({ organization }: { organization: string }) {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useSignIn();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate({ email, password });
  };
  return (
    <main className="sign-in">
      <form onSubmit={submit}>
        <div className="rail-brand" style={{ padding: 0, color: 'var(--pine)' }}>
          <img src={pine} alt="" style={{ filter: 'none' }} /> Pine Sieve
        </div>
        <span className="quiet">{organization}</span>
        <TextInput
          label="Email"
          type="email"
          autoComplete="username"
          value={email}
          onChange={(event) => setEmail(event.currentTarget.value)}
          required
          autoFocus
        />
        <PasswordInput
          label="Password"
          autoComplete="current-password"
          value={password}
          onChange={(event) => setPassword(event.currentTarget.value)}
          required
          size="sm"
        />
        <Trouble error={signIn.error} />
        <Button type="submit" loading={signIn.isPending}>
          Sign in
        </Button>
      </form>
    </main>
  );
}
