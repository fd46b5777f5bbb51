import { useMutation, useQuery } from '@tanstack/react-query';
import { passwordLength } from '@yellow-sieve/contract';
import { type FormEvent, useEffect, useState } from 'react';
import { Form } from 'react-aria-components';
import { useNavigate, useParams } from 'react-router';
import { InkButton } from '../../parts/Button';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useSetSession } from '../../session/use-session';
import { fill, words } from '../../words';
import { Door } from '../log-in/Door';

/** Where a one-time link leads: its person makes their own log-in. */
export default function WelcomePage() {
  const { secret = '' } = useParams();
  const navigate = useNavigate();
  const setSession = useSetSession();
  const [person, setPerson] = useState({ name: '', email: '', password: '' });
  const invitation = useQuery({
    queryKey: ['invitation', secret],
    queryFn: () => service.invitations.get({ params: { secret } }),
    retry: false,
  });
  const take = useMutation({
    mutationFn: () => service.invitations.take({ params: { secret }, body: person }),
    onSuccess: (caller) => {
      setSession(caller);
      navigate('/', { replace: true });
    },
  });
  useEffect(() => {
    document.title = fill(words.common.pageTitle, { page: words.welcome.title });
  }, []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    take.mutate();
  };
  return (
    <Door title={words.welcome.title}>
      {invitation.error && <Trouble error={invitation.error} />}
      {invitation.data && (
        <>
          <p>{fill(words.welcome.about, { role: words.roles[invitation.data.role] })}</p>
          <Form onSubmit={submit}>
            <TextField
              label={words.welcome.name}
              autoComplete="name"
              isRequired
              autoFocus
              maxLength={100}
              value={person.name}
              onChange={(name) => setPerson({ ...person, name })}
            />
            <TextField
              label={words.welcome.email}
              type="email"
              autoComplete="username"
              isRequired
              value={person.email}
              onChange={(email) => setPerson({ ...person, email })}
            />
            <TextField
              label={words.welcome.password}
              help={fill(words.welcome.passwordHelp, passwordLength)}
              type="password"
              autoComplete="new-password"
              isRequired
              minLength={passwordLength.min}
              maxLength={passwordLength.max}
              value={person.password}
              onChange={(password) => setPerson({ ...person, password })}
            />
            {take.error && <Trouble error={take.error} />}
            <InkButton type="submit" isPending={take.isPending}>
              {words.welcome.submit}
            </InkButton>
          </Form>
        </>
      )}
    </Door>
  );
}
