import { useQuery } from '@tanstack/react-query';
import type { FormEntry } from '@yellow-sieve/contract';
import { type FormEvent, type ReactNode, useEffect, useReducer, useRef, useState } from 'react';
import { FileTrigger, Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton, PlainButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { useKinds } from '../../parts/use-kinds';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { destinationWords } from '../../words-set-up';
import type { Written } from './destination-form';
import { anew, begun, making, type Plan, planOf } from './making';
import { useDestinationForm, useMakeDestination } from './use-make-destination';

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
  const say = destinationWords.make;
  return (
    <Dialog title={say.title} isOpen={isOpen} onClose={onClose} wide>
      {isOpen && <Making onClose={onClose} onMade={onMade} />}
    </Dialog>
  );
}

function Making({ onClose, onMade }: Omit<MakeDestinationProps, 'isOpen'>) {
  const say = destinationWords.make;
  const mayConnect = useMay('owner');
  const [state, act] = useReducer(making, begun);
  const { destinations: kinds } = useKinds();
  const connections = useQuery({ queryKey: ['connections'], queryFn: () => service.connections.list() });
  const plan = planOf(state, kinds, connections.data?.items ?? []);
  const { kind, needs, isNew } = plan;
  const form = useDestinationForm(plan, state);
  const make = useMakeDestination(plan, state, form.data, onMade);
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
          options={kinds.map((one) => ({ key: one.kind, text: one.title }))}
          help={plan.about ?? undefined}
          onChange={(next) => act({ type: 'kind', kind: next })}
        />
        <TextField
          beside
          label={say.titleField}
          value={state.title}
          onChange={(title) => act({ type: 'title', title })}
          isRequired
          autoFocus
          maxLength={200}
        />
        {needs && (
          <Connection plan={plan} mayConnect={mayConnect} onChoose={(name) => act({ type: 'connection', name })} />
        )}
        {isNew && !mayConnect && <Muted>{say.ownersConnect}</Muted>}
        {isNew && mayConnect && (
          <Entries
            entries={form.data?.connection ?? []}
            written={state.connecting}
            onChange={(written) => act({ type: 'connecting', written })}
          />
        )}
        {form.data?.detail && <Muted role="alert">{form.data.detail}</Muted>}
        <Entries
          entries={form.data?.options ?? []}
          written={state.options}
          onChange={(written) => act({ type: 'options', written })}
        />
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

interface ConnectionProps {
  plan: Plan;
  mayConnect: boolean;
  onChoose(name: string): void;
}

function Connection({ plan: { connection, fitting }, mayConnect, onChoose }: ConnectionProps) {
  const say = destinationWords.make;
  return (
    <Choice
      beside
      label={say.connection}
      value={connection}
      options={[
        ...fitting.map((name) => ({ key: name, text: name })),
        ...(mayConnect || fitting.length === 0 ? [{ key: anew, text: say.newConnection }] : []),
      ]}
      onChange={onChoose}
    />
  );
}

interface EntriesProps {
  entries: readonly FormEntry[];
  written: Written;
  onChange(written: Written): void;
}

/** What is asked for; what is seldom said is shown on request. */
export function Entries({ entries, written, onChange }: EntriesProps) {
  const asked = (some: readonly FormEntry[]) =>
    some.map((entry) => (
      <Entry
        key={entry.name}
        entry={entry}
        value={written[entry.name] ?? ''}
        onChange={(value) => onChange({ ...written, [entry.name]: value })}
      />
    ));
  const seldom = entries.filter(({ aside }) => aside);
  return (
    <>
      {asked(entries.filter(({ aside }) => !aside))}
      {seldom.length > 0 && <More titles={seldom.map(({ title }) => title)}>{asked(seldom)}</More>}
    </>
  );
}

function More({ titles, children }: { titles: readonly string[]; children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  const shown = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The button that had the focus is gone.
    if (isOpen) shown.current?.querySelector<HTMLElement>('input, button, textarea')?.focus();
  }, [isOpen]);
  if (isOpen) return <FormStack ref={shown}>{children}</FormStack>;
  return (
    <Under>
      <PlainButton aria-expanded={false} onPress={() => setOpen(true)}>
        {fill(destinationWords.make.more, { what: titles.join(', ') })}
      </PlainButton>
    </Under>
  );
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
          ...(required ? [] : [{ key: '', text: words.common.usual }]),
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
      {...(as === 'long text' || as === 'pairs' ? { lines: as === 'pairs' ? 2 : 5 } : {})}
    />
  );
  if (as !== 'long text') return field;
  return (
    <div>
      {field}
      <Under>
        <FileTrigger onSelect={(files) => void files?.[0]?.text().then(onChange)}>
          <Button>{destinationWords.make.file}</Button>
        </FileTrigger>
      </Under>
    </div>
  );
}
