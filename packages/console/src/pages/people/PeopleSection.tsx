import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type Person, type Role, roles } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Acts } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Trouble } from '../../parts/Trouble';
import { shortMoment, When } from '../../parts/When';
import { service } from '../../service';
import { useSession } from '../../session/use-session';
import { fill, words } from '../../words';
import { Confirm } from './Confirm';
import { ShownOnce } from './ShownOnce';

export const roleOptions = roles.map((key) => ({ key, text: words.roles[key] }));

const queryKey = ['people'];

export function PeopleSection() {
  const { data, error } = useQuery({ queryKey, queryFn: () => service.people.list() });
  return (
    <section>
      <h2>{words.people.people}</h2>
      {error && <Trouble error={error} />}
      <RuledTable aria-label={words.people.people}>
        <thead>
          <tr>
            <th scope="col">{words.people.name}</th>
            <th scope="col">{words.people.email}</th>
            <th scope="col">{words.people.role}</th>
            <th scope="col">{words.people.since}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {data?.items.map((person) => (
            <OnePerson key={person.key} person={person} />
          ))}
        </tbody>
      </RuledTable>
      <Invite />
    </section>
  );
}

function OnePerson({ person }: { person: Person }) {
  const { key, name, email, role, created } = person;
  const queries = useQueryClient();
  const { data: caller } = useSession();
  const [asking, setAsking] = useState(false);
  const onSuccess = () => queries.invalidateQueries({ queryKey });
  const change = useMutation({
    mutationFn: (to: Role) => service.people.change({ params: { key }, body: { role: to } }),
    onSuccess,
  });
  const remove = useMutation({ mutationFn: () => service.people.remove({ params: { key } }), onSuccess });
  const trouble = change.error ?? remove.error;
  return (
    <tr>
      <th scope="row">
        {name} {caller?.key === key && <Muted>({words.people.you})</Muted>}
        {trouble && <Trouble error={trouble} />}
      </th>
      <td>{email}</td>
      <td>
        <Choice
          inline
          label=""
          aria-label={`${words.people.role}: ${name}`}
          value={role}
          options={roleOptions}
          onChange={(to) => change.mutate(to)}
        />
      </td>
      <td>
        <When at={created} />
      </td>
      <td className="end">
        <Button onPress={() => setAsking(true)} aria-label={`${words.people.remove}: ${name}`}>
          {words.people.remove}
        </Button>
        <Confirm
          title={fill(words.people.removeTitle, { name })}
          help={words.people.removeHelp}
          act={words.people.remove}
          isOpen={asking}
          onClose={() => setAsking(false)}
          onConfirm={() => remove.mutate()}
        />
      </td>
    </tr>
  );
}

function Invite() {
  const [role, setRole] = useState<Role>('viewer');
  const invite = useMutation({ mutationFn: () => service.invitations.make({ body: { role } }) });
  const link = invite.data && {
    url: `${location.origin}${invite.data.path}`,
    when: shortMoment(invite.data.expires),
  };
  return (
    <Acts style={{ marginTop: 12 }}>
      <Choice
        inline
        label={words.people.inviteRole}
        value={role}
        options={roleOptions}
        onChange={(to) => setRole(to)}
      />
      <InkButton onPress={() => invite.mutate()} isPending={invite.isPending}>
        {words.people.invite}
      </InkButton>
      {invite.error && <Trouble error={invite.error} />}
      {link && <ShownOnce label={words.people.inviteLink} text={link.url} help={fill(words.people.inviteHelp, link)} />}
    </Acts>
  );
}
