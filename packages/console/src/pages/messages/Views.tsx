import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton, PlainButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { type MessageFilter, narrowing, searchOf } from './messages-query';

const Line = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  a[aria-current='page'] {
    font-weight: 600;
  }
`;

export const viewsQuery = { queryKey: ['views'], queryFn: () => service.views.list() };

/** Choices of messages that have a name, and saving the one that is shown. */
export function Views({ filter }: { filter: MessageFilter }) {
  const say = words.messages.views;
  const views = useQuery(viewsQuery).data?.items ?? [];
  const [saving, setSaving] = useState(false);
  const may = useMay('reviewer');
  const queries = useQueryClient();
  const remove = useMutation({
    mutationFn: (name: string) => service.views.remove({ params: { name } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['views'] }),
  });
  const here = searchOf({ ...filter, cursor: '' });
  const narrowed = Object.keys(narrowing(filter)).length > 0;
  const shown = views.find(({ filters }) => `?${new URLSearchParams(filters)}` === here);
  if (views.length === 0 && !narrowed) return null;
  return (
    <Line aria-label={say.label}>
      {views.map(({ name, title }) => (
        <Link key={name} to={`/views/${name}`} aria-current={shown?.name === name ? 'page' : undefined}>
          {title}
        </Link>
      ))}
      {may && narrowed && !shown && <PlainButton onPress={() => setSaving(true)}>{say.save}</PlainButton>}
      {may && shown && (
        <PlainButton aria-label={fill(say.removeOf, { title: shown.title })} onPress={() => remove.mutate(shown.name)}>
          {say.remove}
        </PlainButton>
      )}
      {saving && <SaveDialog filter={filter} onClose={() => setSaving(false)} />}
    </Line>
  );
}

function SaveDialog({ filter, onClose }: { filter: MessageFilter; onClose(): void }) {
  const say = words.messages.views;
  const [title, setTitle] = useState('');
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () =>
      service.views.put({ params: { name: nameOf(title) }, body: { title, filters: { ...narrowing(filter) } } }),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['views'] });
      onClose();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  return (
    <Dialog title={say.save} isOpen onClose={onClose}>
      <Form onSubmit={submit}>
        <TextField
          label={say.title}
          help={fill(say.address, { address: `/views/${nameOf(title)}` })}
          value={title}
          onChange={setTitle}
          isRequired
          autoFocus
        />
        {save.error && <Trouble error={save.error} />}
        <br />
        <Acts>
          <InkButton type="submit" isPending={save.isPending} isDisabled={nameOf(title) === ''}>
            {say.submit}
          </InkButton>
          <Button onPress={onClose}>{words.common.cancel}</Button>
        </Acts>
      </Form>
    </Dialog>
  );
}

/** A name for an address, made of a title. */
const nameOf = (title: string): string =>
  title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
