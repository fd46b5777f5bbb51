import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { Form } from 'react-aria-components';
import { InkButton } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useSetSession } from '../../session/use-session';
import { fill, words } from '../../words';
import { Door } from './Door';

/** Shown at any address while nobody is logged in; the page that was asked for follows. */
export function LogInPage() {
  const setSession = useSetSession();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const logIn = useMutation({
    mutationFn: () => service.session.open({ body: { email, password } }),
    onSuccess: setSession,
    onError: () => setPassword(''),
  });
  useEffect(() => {
    document.title = fill(words.common.pageTitle, { page: words.logIn.title });
  }, []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    logIn.mutate();
  };
  return (
    <Door title={words.logIn.title}>
      <Form onSubmit={submit}>
        <TextField
          label={words.logIn.email}
          type="email"
          autoComplete="username"
          isRequired
          autoFocus
          value={email}
          onChange={setEmail}
        />
        <TextField
          label={words.logIn.password}
          type="password"
          autoComplete="current-password"
          isRequired
          value={password}
          onChange={setPassword}
        />
        {logIn.error && <Trouble error={logIn.error} />}
        <InkButton type="submit" isPending={logIn.isPending}>
          {words.logIn.submit}
        </InkButton>
      </Form>
      <Muted>{words.logIn.help}</Muted>
    </Door>
  );
}
