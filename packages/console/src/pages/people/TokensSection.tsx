import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Role, Token } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Acts } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { fill, words } from '../../words';
import { Confirm } from './Confirm';
import { roleOptions } from './PeopleSection';
import { ShownOnce } from './ShownOnce';

const queryKey = ['tokens'];

export function TokensSection() {
  const { data, error } = useQuery({ queryKey, queryFn: () => service.tokens.list() });
  return (
    <section>
      <h2>{words.people.tokens}</h2>
      <Muted>{words.people.tokensHelp}</Muted>
      {error && <Trouble error={error} />}
      <RuledTable aria-label={words.people.tokens}>
        <thead>
          <tr>
            <th scope="col">{words.people.tokenName}</th>
            <th scope="col">{words.people.role}</th>
            <th scope="col">{words.people.expires}</th>
            <th scope="col">{words.people.since}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {data?.items.map((token) => (
            <OneToken key={token.key} token={token} />
          ))}
        </tbody>
      </RuledTable>
      <MakeToken />
    </section>
  );
}

function OneToken({ token: { key, name, role, expires, created } }: { token: Token }) {
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const revoke = useMutation({
    mutationFn: () => service.tokens.revoke({ params: { key } }),
    onSuccess: () => queries.invalidateQueries({ queryKey }),
  });
  return (
    <tr>
      <th scope="row">
        {name}
        {revoke.error && <Trouble error={revoke.error} />}
      </th>
      <td>{words.roles[role]}</td>
      <td>{expires ? <When at={expires} /> : words.common.never}</td>
      <td>
        <When at={created} />
      </td>
      <td className="end">
        <Button onPress={() => setAsking(true)} aria-label={`${words.people.revoke}: ${name}`}>
          {words.people.revoke}
        </Button>
        <Confirm
          title={fill(words.people.revokeTitle, { name })}
          help={words.people.revokeHelp}
          act={words.people.revoke}
          isOpen={asking}
          onClose={() => setAsking(false)}
          onConfirm={() => revoke.mutate()}
        />
      </td>
    </tr>
  );
}

function MakeToken() {
  const queries = useQueryClient();
  const [wanted, setWanted] = useState({ name: '', role: 'viewer' as Role, days: '' });
  const make = useMutation({
    mutationFn: () => {
      const { name, role, days } = wanted;
      return service.tokens.make({ body: { name, role, ...(days.trim() === '' ? {} : { days: Number(days) }) } });
    },
    onSuccess: () => queries.invalidateQueries({ queryKey }),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate();
  };
  return (
    <Form onSubmit={submit}>
      <Acts style={{ marginTop: 12, alignItems: 'end' }}>
        <TextField
          label={words.people.tokenName}
          isRequired
          maxLength={100}
          value={wanted.name}
          onChange={(name) => setWanted({ ...wanted, name })}
        />
        <Choice
          label={words.people.role}
          value={wanted.role}
          options={roleOptions}
          onChange={(role) => setWanted({ ...wanted, role })}
        />
        <TextField
          label={words.people.tokenDays}
          placeholder={words.people.tokenDaysHelp}
          inputMode="numeric"
          pattern="[1-9][0-9]{0,3}"
          value={wanted.days}
          onChange={(days) => setWanted({ ...wanted, days })}
        />
        <InkButton type="submit" isPending={make.isPending}>
          {words.people.makeToken}
        </InkButton>
        {make.error && <Trouble error={make.error} />}
        {make.data && <ShownOnce label={words.people.tokenShown} text={make.data.token} />}
      </Acts>
    </Form>
  );
}
