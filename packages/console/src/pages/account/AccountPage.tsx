import { useMutation } from '@tanstack/react-query';
import { passwordLength } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted, Page } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useSession } from '../../session/use-session';
import { fill, words } from '../../words';

const Sections = styled.div`
  display: grid;
  gap: 30px;
  align-content: start;
  max-width: 520px;
  padding: 16px 16px 32px;
  overflow: auto;
  h2 {
    margin-bottom: 10px;
  }
`;

/** A person's own log-in: the password, and the sessions elsewhere. */
export default function AccountPage() {
  const { data: caller } = useSession();
  return (
    <Page title={words.account.title}>
      <Sections>
        <Muted>{caller?.email}</Muted>
        <ChangePassword />
        <OtherSessions />
      </Sections>
    </Page>
  );
}

const empty = { now: '', new: '' };

function ChangePassword() {
  const [written, setWritten] = useState(empty);
  const change = useMutation({
    mutationFn: () => service.session.password({ body: written }),
    onSuccess: () => setWritten(empty),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate();
  };
  return (
    <section>
      <h2>{words.account.password}</h2>
      <Form onSubmit={submit}>
        <FormStack>
          <TextField
            label={words.account.now}
            type="password"
            autoComplete="current-password"
            isRequired
            maxLength={passwordLength.max}
            value={written.now}
            onChange={(now) => setWritten({ ...written, now })}
          />
          <TextField
            label={words.account.new}
            help={fill(words.welcome.passwordHelp, passwordLength)}
            type="password"
            autoComplete="new-password"
            isRequired
            minLength={passwordLength.min}
            maxLength={passwordLength.max}
            value={written.new}
            onChange={(next) => setWritten({ ...written, new: next })}
          />
          {change.error && <Trouble error={change.error} />}
          <Acts>
            <InkButton type="submit" isPending={change.isPending}>
              {words.account.change}
            </InkButton>
            <Muted role="status">{change.data && fill(words.account.changed, change.data)}</Muted>
          </Acts>
        </FormStack>
      </Form>
    </section>
  );
}

function OtherSessions() {
  const end = useMutation({ mutationFn: () => service.session.closeOthers() });
  return (
    <section>
      <h2>{words.account.sessions}</h2>
      <p style={{ marginBottom: 8 }}>{words.account.sessionsHelp}</p>
      <Acts>
        <Button onPress={() => end.mutate()} isPending={end.isPending}>
          {words.account.endOthers}
        </Button>
        <Muted role="status">{end.data && fill(words.account.ended, end.data)}</Muted>
      </Acts>
      {end.error && <Trouble error={end.error} />}
    </section>
  );
}
