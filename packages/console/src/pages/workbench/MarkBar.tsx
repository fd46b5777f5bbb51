import { useQuery } from '@tanstack/react-query';
import type { ColumnItem, ShownRef } from '@yellow-sieve/contract';
import { type FormEvent, type RefObject, useEffect, useState } from 'react';
import { ComboBox, Form, Input, Label, ListBox } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice, Item, Sheet } from '../../parts/Choice';
import { boxLook, labelLook } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { fieldTypes } from './field-types';
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

const Name = styled(ComboBox)`
  label {
    ${labelLook}
  }
  input {
    ${boxLook}
    width: 190px;
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
  onCancel(): void;
}

/** What the selected words are to be: a name, which is guessed, and a type. */
export function MarkBar({
  name,
  source,
  message,
  stretch,
  words: selected,
  fields,
  input,
  onMark,
  onCancel,
}: MarkBarProps) {
  const guess = useGuess(name, source, message, stretch);
  const [field, setField] = useState<string | null>(null);
  const [type, setType] = useState<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other words are guessed anew
  useEffect(() => {
    setField(null);
    setType(null);
  }, [stretch.start, stretch.end, stretch.in]);
  const named = field ?? guess.data?.name ?? '';
  const known = fields.find((one) => one.name === named);
  const guessed = guess.data?.options as { type: string } | undefined;
  const typed = known?.type ?? type ?? guessed?.type ?? 'text';
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (named.trim() === '') return;
    const options = known ? undefined : type === null || type === guessed?.type ? guessed : { type };
    onMark(named.trim(), options);
  };
  const say = words.workbench.mark;
  return (
    <Bar onSubmit={submit} aria-label={fill(say.title, { words: selected })}>
      <Words>{fill(say.title, { words: selected.replace(/\s+/g, ' ') })}</Words>
      <Name
        allowsCustomValue
        inputValue={named}
        onInputChange={setField}
        onSelectionChange={(key) => key !== null && setField(String(key))}
        menuTrigger="input"
      >
        <Label>{say.name}</Label>
        <Input ref={input} onFocus={(event) => event.currentTarget.select()} />
        <Sheet offset={4}>
          <ListBox items={fields.map((one) => ({ ...one, id: one.name }))}>
            {(one) => (
              <Item id={one.name} textValue={one.name}>
                {one.name}
              </Item>
            )}
          </ListBox>
        </Sheet>
      </Name>
      <Choice
        label={say.type}
        value={typed}
        options={fieldTypes.map((key) => ({ key, text: key }))}
        onChange={setType}
      />
      <InkButton type="submit">{say.submit}</InkButton>
      <Button onPress={onCancel}>{say.cancel}</Button>
      {guess.error && <Trouble error={guess.error} />}
    </Bar>
  );
}

function useGuess(name: string, source: string, message: ShownRef, stretch: Stretch) {
  const { start, end } = stretch;
  return useQuery({
    queryKey: ['workbench guess', name, message, source, stretch],
    enabled: stretch.in === 'message.text',
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    queryFn: () => service.workbench.guess({ params: { name }, body: { source, message, start, end } }),
  });
}
