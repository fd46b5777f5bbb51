import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { FormEntry } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { FileTrigger, Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { connectionOf, destinationOf, nameOf, type Written } from './destination-form';

/** Below a box whose label stands at its left. */
const Under = styled.div`
  margin-top: 6px;
  @media (min-width: 620px) {
    margin-left: 202px;
  }
`;

export interface MakeDestinationProps {
  isOpen: boolean;
  onClose(): void;
  onMade(name: string): void;
}

/** Makes a destination, and the connection it needs; what is asked for follows from its kind. It is tested at once. */
export function MakeDestination({ isOpen, onClose, onMade }: MakeDestinationProps) {
  const say = words.destinations.make;
  return (
    <Dialog title={say.title} isOpen={isOpen} onClose={onClose} wide>
      {isOpen && <Making onClose={onClose} onMade={onMade} />}
    </Dialog>
  );
}

/** Stands for a connection that is made along with the destination. */
const anew = '';

function Making({ onClose, onMade }: Omit<MakeDestinationProps, 'isOpen'>) {
  const say = words.destinations.make;
  const queries = useQueryClient();
  const mayConnect = useMay('owner');
  const [title, setTitle] = useState('');
  const [kind, setKind] = useState('sheet');
  const [chosen, setChosen] = useState<string | null>(null);
  const [options, setOptions] = useState<Written>({});
  const [connecting, setConnecting] = useState<Written>({});
  const kinds = useQuery({ queryKey: ['destination kinds'], queryFn: () => service.destinations.kinds() });
  const connections = useQuery({ queryKey: ['connections'], queryFn: () => service.connections.list() });
  const needs = kinds.data?.items.find((one) => one.kind === kind)?.connection ?? null;
  const fitting = connections.data?.items.filter((one) => one.kind === needs) ?? [];
  const connection = chosen ?? fitting[0]?.name ?? anew;
  const isNew = needs !== null && connection === anew;
  const form = useQuery({
    queryKey: ['destination form', kind, connection, isNew ? connecting : null],
    placeholderData: (before) => before,
    queryFn: () =>
      service.destinations.form({ params: { kind }, body: needs && !isNew ? { connection } : { connecting } }),
  });
  const name = nameOf(title);
  const make = useMutation({
    mutationFn: async () => {
      const there = await service.destinations.list();
      if (there.items.some((one) => one.name === name)) throw new Error(fill(say.taken, { name }));
      const made = { name, title, kind, options: form.data?.options ?? [], written: options };
      const using = needs === null ? null : isNew ? name : connection;
      if (isNew)
        await service.connections.put({
          params: { name },
          body: connectionOf(needs, form.data?.connection ?? [], connecting),
        });
      await service.destinations.put({ params: { name }, body: destinationOf(made, using) });
      return service.destinations.test({ params: { name } });
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['connections'] }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['destinations'] });
      onMade(name);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate();
  };
  return (
    <Form onSubmit={submit}>
      <FormStack>
        <Choice
          beside
          label={say.kind}
          value={kind}
          options={(kinds.data?.items ?? []).map((one) => ({
            key: one.kind,
            text: words.destinations.kinds[one.kind] ?? one.kind,
          }))}
          help={kinds.data?.items.find((one) => one.kind === kind)?.about}
          onChange={(next) => {
            setKind(next);
            setChosen(null);
            setOptions({});
          }}
        />
        <TextField
          beside
          label={say.titleField}
          value={title}
          onChange={setTitle}
          isRequired
          autoFocus
          maxLength={200}
        />
        {needs && (
          <Choice
            beside
            label={say.connection}
            value={connection}
            options={[
              ...fitting.map((one) => ({ key: one.name, text: one.name })),
              ...(mayConnect || fitting.length === 0 ? [{ key: anew, text: say.newConnection }] : []),
            ]}
            onChange={setChosen}
          />
        )}
        {isNew && !mayConnect && <Muted>{say.ownersConnect}</Muted>}
        {isNew && mayConnect && (
          <Entries entries={form.data?.connection ?? []} written={connecting} onChange={setConnecting} />
        )}
        {form.data?.detail && <Muted role="alert">{form.data.detail}</Muted>}
        <Entries entries={form.data?.options ?? []} written={options} onChange={setOptions} />
        {(make.error ?? form.error) && <Trouble error={make.error ?? form.error} />}
        <FootActs>
          <InkButton type="submit" isPending={make.isPending} isDisabled={isNew && !mayConnect}>
            {say.submit}
          </InkButton>
          <Button onPress={onClose}>{words.common.cancel}</Button>
        </FootActs>
      </FormStack>
    </Form>
  );
}

interface EntriesProps {
  entries: readonly FormEntry[];
  written: Written;
  onChange(written: Written): void;
}

function Entries({ entries, written, onChange }: EntriesProps) {
  return entries.map((entry) => (
    <Entry
      key={entry.name}
      entry={entry}
      value={written[entry.name] ?? ''}
      onChange={(value) => onChange({ ...written, [entry.name]: value })}
    />
  ));
}

function Entry({ entry, value, onChange }: { entry: FormEntry; value: string; onChange(value: string): void }) {
  const { title, help, required, offers, as } = entry;
  if (offers.length > 0)
    return (
      <Choice
        beside
        label={title}
        help={help ?? undefined}
        value={value || (required ? (offers[0] ?? '') : '')}
        options={[
          ...(required ? [] : [{ key: '', text: words.common.none }]),
          ...offers.map((key) => ({ key, text: key })),
        ]}
        onChange={onChange}
      />
    );
  const field = (
    <TextField
      beside
      label={title}
      help={help ?? undefined}
      value={value}
      onChange={onChange}
      isRequired={required}
      type={as === 'secret' ? 'password' : as === 'number' ? 'number' : 'text'}
      autoComplete="off"
      {...(as === 'long text' ? { lines: 5 } : {})}
    />
  );
  if (as !== 'long text') return field;
  return (
    <div>
      {field}
      <Under>
        <FileTrigger onSelect={(files) => void files?.[0]?.text().then(onChange)}>
          <Button>{words.destinations.make.file}</Button>
        </FileTrigger>
      </Under>
    </div>
  );
}
