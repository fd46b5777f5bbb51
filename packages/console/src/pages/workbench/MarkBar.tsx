import { useQuery } from '@tanstack/react-query';
import type { ColumnItem, ShownRef } from '@yellow-sieve/contract';
import { type FormEvent, type RefObject, useEffect, useId, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { boxLook, labelLook } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { useKinds } from '../../parts/use-kinds';
import { service } from '../../service';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import type { Stretch } from './text-selection';

const Bar = styled(Form)`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
  padding: 8px 16px 10px;
  border-bottom: 1px solid var(--strong-rule);
  background: var(--paper);
`;

const Words = styled.span`
  flex-basis: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 600;
`;

const Name = styled.label`
  ${labelLook}
  margin-bottom: 0;
  input {
    ${boxLook}
    display: block;
    width: 190px;
    min-height: 28px;
    padding: 3px 9px;
    margin-top: 3px;
    color: var(--ink);
    font: 400 0.8125rem/1.4 var(--mono);
  }
`;

export interface MarkBarProps {
  name: string;
  source: string;
  message: ShownRef;
  stretch: Stretch;
  words: string;
  fields: readonly ColumnItem[];
  input: RefObject<HTMLInputElement | null>;
  onMark(field: string, options: { type: string } | undefined): void;
  /** Marks the lines as items that repeat; left out where only one line is selected. */
  onItems?: (() => void) | undefined;
  onCancel(): void;
}

/** What the selected words are to be: a name, which is guessed, and a type. Other words are another bar, keyed by their place. */
export function MarkBar({
  name,
  source,
  message,
  stretch,
  words: selected,
  fields,
  input,
  onMark,
  onItems,
  onCancel,
}: MarkBarProps) {
  const guess = useGuess(name, source, message, stretch);
  const elsewhere = useQuery({
    queryKey: ['sieves', 'field names'],
    staleTime: 300_000,
    queryFn: () => service.workbench.names(),
  });
  const list = useId();
  const [field, setField] = useState<string | null>(null);
  const [type, setType] = useState<string | null>(null);
  const { types } = useKinds();
  const [waiting, setWaiting] = useState(false);
  const guessedName = guess.data?.name ?? '';
  const named = field ?? guessedName;
  const known = fields.find((one) => one.name === named);
  const guessed = guess.data?.options as { type: string } | undefined;
  const typed = known?.type ?? type ?? guessed?.type ?? types[0]?.kind ?? '';
  // What else it could be: fields whose type reads it first, names of other sieves last; and each type with the value it gives.
  const offered = [
    ...new Set([
      ...(guess.data?.fields ?? []),
      ...fields.map((one) => one.name),
      ...(elsewhere.data?.items.map((one) => one.name) ?? []),
    ]),
  ];
  const readAs = new Map(
    guess.data?.types.flatMap(({ type: one, value }) => (value === selected.trim() ? [] : [[one, value]])),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const chosen = named.trim() || guessedName;
    // Who is quicker than the guess is answered when it comes.
    if (chosen === '') setWaiting(guess.isPending);
    else mark(chosen);
  };
  const mark = (chosen: string) => {
    const options = known ? undefined : type === null || type === guessed?.type ? guessed : { type };
    onMark(chosen, options);
  };
  useEffect(() => {
    if (!waiting || guessedName === '') return;
    setWaiting(false);
    mark(guessedName);
  });
  const say = workbenchWords.mark;
  return (
    <Bar onSubmit={submit} aria-label={fill(say.title, { words: selected })}>
      <Words>{fill(say.title, { words: selected.replace(/\s+/g, ' ') })}</Words>
      <Name>
        {say.name}
        <input
          ref={input}
          list={list}
          value={named}
          placeholder={guessedName}
          onChange={(event) => setField(event.target.value)}
          // From here on the person has the word: a guess that comes later only shows behind it.
          onFocus={(event) => {
            setField(named);
            event.currentTarget.select();
          }}
          autoComplete="off"
          spellCheck={false}
        />
        <datalist id={list}>
          {offered.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      </Name>
      <Choice
        label={say.type}
        value={typed}
        options={types.map(({ kind }) => ({
          key: kind,
          text: readAs.has(kind) ? `${kind}: ${readAs.get(kind)}` : kind,
        }))}
        onChange={setType}
      />
      <InkButton type="submit" isPending={waiting && guess.isPending}>
        {say.submit}
      </InkButton>
      {onItems && <Button onPress={onItems}>{say.items}</Button>}
      <Button onPress={onCancel}>{say.cancel}</Button>
      {guess.error && <Trouble error={guess.error} />}
    </Bar>
  );
}

function useGuess(name: string, source: string, message: ShownRef, stretch: Stretch) {
  return useQuery({
    queryKey: ['workbench guess', name, message, source, stretch],
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    queryFn: () => service.workbench.guess({ params: { name }, body: { source, message, ...stretch } }),
  });
}
