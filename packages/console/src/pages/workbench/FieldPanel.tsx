import type { ColumnItem, SieveActInput } from '@yellow-sieve/contract';
import type { CoverageCell } from '@yellow-sieve/core';
import { type FormEvent, useEffect, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Acts, Dialog } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Tick } from '../../parts/Tick';
import { useKinds } from '../../parts/use-kinds';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { type LedgerRow, valueText } from '../message/outcome';
import type { Stretch } from './text-selection';

const Frame = styled.section`
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 16px;
  h2 em {
    color: ${({ color }) => color};
    font-style: normal;
  }
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
`;

const Narrow = styled.div`
  width: 170px;
`;

const Wrong = styled.span`
  color: var(--bad);
`;

export interface FieldPanelProps {
  /** Whether a rule asks a model for it: then it has a basis, and may have its own question. */
  asked: boolean;
  field: ColumnItem;
  /** Whether it is a column of the rows: then what is right is said of all rows, and it can be split. */
  inRows: boolean;
  colour: string;
  row: LedgerRow | null;
  cell: CoverageCell | null;
  onAct(act: SieveActInput): void;
  /** Asks what else the words of its mark could be. */
  onRemark(stretch: Stretch): void;
  /** Says what is right of the shown message’s value; undefined: what stands there. */
  onExpect(field: string, value: string | null | undefined): void;
}

/** How a field is read in the shown message, what it is, and whether it is right. */
export function FieldPanel({ asked, field, inRows, colour, row, cell, onAct, onRemark, onExpect }: FieldPanelProps) {
  const say = workbenchWords;
  const { types } = useKinds();
  const [name, setName] = useState(field.name);
  const [asking, setAsking] = useState(false);
  useEffect(() => setName(field.name), [field.name]);
  const { options } = field;
  const marked = stretchOf(row);
  const rename = (event: FormEvent) => {
    event.preventDefault();
    if (name !== field.name && name.trim() !== '') onAct({ act: 'rename field', field: field.name, to: name.trim() });
  };
  const [before = '', after = ''] = say.howRead.split('{field}');
  return (
    <Frame color={colour} aria-label={fill(say.howRead, { field: field.name })}>
      <h2>
        {before}
        <em>{field.name}</em>
        {after}
      </h2>
      <How row={row} cell={cell} />
      <Line>
        {inRows ? (
          <Button onPress={() => onAct({ act: 'split column', column: field.name })}>{say.columns.split}</Button>
        ) : (
          <>
            <Button onPress={() => onExpect(field.name, undefined)}>{say.right}</Button>
            <Button onPress={() => setAsking(true)}>{say.wrong}</Button>
          </>
        )}
        {row && row.evidence.length > 0 && !inRows && (
          <Button onPress={() => onAct({ act: 'unmark', field: field.name })}>{say.unmark}</Button>
        )}
        {marked && <Button onPress={() => onRemark(marked)}>{say.somethingElse}</Button>}
      </Line>
      <Line>
        <Form onSubmit={rename}>
          <Narrow>
            <TextField label={say.fieldName} value={name} onChange={setName} onBlur={rename as never} />
          </Narrow>
        </Form>
        <Choice
          label={say.fieldType}
          value={field.type}
          options={types.map(({ kind }) => ({ key: kind, text: kind }))}
          onChange={(type) => {
            const { required, title } = options;
            const kept = { ...(required === undefined ? {} : { required }), ...(title === undefined ? {} : { title }) };
            const { needs = [] } = types.find(({ kind }) => kind === type) ?? {};
            // What the type cannot do without is begun with the value that stands there.
            const more = Object.fromEntries(needs.map((option) => [option, [valueText(row?.value ?? null) ?? 'yes']]));
            onAct({ act: 'set field', field: field.name, options: { type, ...more, ...kept } });
          }}
        />
        <Tick
          isSelected={field.required}
          onChange={(required) => {
            const { required: _, ...rest } = options;
            onAct({ act: 'set field', field: field.name, options: required ? { ...rest, required } : rest });
          }}
        >
          {say.required}
        </Tick>
        <Button onPress={() => onAct({ act: 'remove field', field: field.name })}>
          {inRows ? say.columns.remove : say.removeField}
        </Button>
      </Line>
      {asked && (
        <Basis
          key={field.name}
          options={options}
          onSet={(changed) => onAct({ act: 'set field', field: field.name, options: { ...changed, type: field.type } })}
        />
      )}
      <WrongDialog
        field={field.name}
        value={valueText(row?.value ?? null)}
        isOpen={asking}
        onClose={() => setAsking(false)}
        onExpect={onExpect}
      />
    </Frame>
  );
}

const bases = ['read', 'judged', 'converted', 'written'] as const;

/** What a model’s value must rest on, and the question it is asked for this field. */
function Basis({ options, onSet }: { options: ColumnItem['options']; onSet(options: Record<string, unknown>): void }) {
  const say = workbenchWords.basis;
  const { basis, question, ...rest } = options;
  const [text, setText] = useState(typeof question === 'string' ? question : '');
  const with_ = (more: { basis?: unknown; question?: unknown }) => {
    const all = { basis, question, ...more };
    const kept = Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined && value !== ''));
    onSet({ ...rest, ...kept });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    with_({ question: text.trim() });
  };
  return (
    <>
      <Choice
        label={say.title}
        value={typeof basis === 'string' ? basis : 'read'}
        options={bases.map((key) => ({ key, text: `${key}: ${say.of[key]}` }))}
        onChange={(next) => with_({ basis: next === 'read' ? undefined : next })}
      />
      <Form onSubmit={submit}>
        <TextField label={say.question} value={text} onChange={setText} onBlur={submit as never} />
      </Form>
    </>
  );
}

/** The words a value was read from, where they stand in the message itself. */
function stretchOf(row: LedgerRow | null): Stretch | null {
  const [first] = row?.evidence ?? [];
  if (!first || first.start === null || first.end === null) return null;
  if (first.in !== 'message.text' && first.in !== 'message.subject') return null;
  return { in: first.in, start: first.start, end: first.end };
}

function How({ row, cell }: Pick<FieldPanelProps, 'row' | 'cell'>) {
  const say = workbenchWords;
  const [first] = row?.evidence ?? [];
  const expected = cell && 'expected' in cell ? cell.expected : undefined;
  return (
    <div>
      {row?.problems.map(({ code, text }) => (
        <Wrong key={code + text}>{text} </Wrong>
      ))}
      <Muted>
        {first
          ? `${[words.message.hows[first.how], first.rule && fill(say.byRule, { rule: first.rule })].filter(Boolean).join(' ')}.`
          : say.notFound}
        {row?.reads && ` ${fill(say.reads, { reads: row.reads })}`}
        {expected !== undefined &&
          ` ${expected === null ? say.expectedNone : fill(say.expectedIs, { value: valueText(expected) ?? '' })}.`}
      </Muted>
    </div>
  );
}

interface WrongDialogProps {
  field: string;
  value: string | null;
  isOpen: boolean;
  onClose(): void;
  onExpect(field: string, value: string | null): void;
}

export function WrongDialog({ field, value, isOpen, onClose, onExpect }: WrongDialogProps) {
  const say = workbenchWords;
  const [text, setText] = useState(value ?? '');
  useEffect(() => {
    if (isOpen) setText(value ?? '');
  }, [isOpen, value]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onExpect(field, text.trim() === '' ? null : text.trim());
    onClose();
  };
  return (
    <Dialog title={fill(say.wrongTitle, { field })} isOpen={isOpen} onClose={onClose}>
      <Form onSubmit={submit}>
        <TextField label={field} help={say.wrongHelp} value={text} onChange={setText} autoFocus />
        <br />
        <Acts>
          <InkButton type="submit">{say.wrongSubmit}</InkButton>
          <Button onPress={onClose}>{words.common.cancel}</Button>
        </Acts>
      </Form>
    </Dialog>
  );
}
