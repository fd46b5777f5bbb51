import type { CheckItem, FileProblemItem, SieveActInput, SieveOutline } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton, PlainButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import {
  type CheckForm,
  checkFormOf,
  checkOf,
  checkTests,
  checkText,
  checkWays,
  emptyCheck,
  hasOperand,
} from './check-form';

const Frame = styled.section`
  display: grid;
  gap: 6px;
  padding: 0 16px 12px;
`;

const List = styled.ul`
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  list-style: none;
  li {
    display: flex;
    gap: 10px;
    align-items: baseline;
    justify-content: space-between;
    border-bottom: 1px solid var(--rule);
    overflow-wrap: anywhere;
  }
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: start;
`;

const Wrong = styled.p`
  color: var(--bad);
`;

export interface ChecksProps {
  outline: SieveOutline;
  problems: readonly FileProblemItem[];
  /** What was wrong with another act is no matter of a check. */
  onForget(): void;
  /** Does an act; true when it was done. */
  onAct(act: SieveActInput): Promise<boolean>;
}

/** What a record is held to: each check in a line, changed by a form. */
export function Checks({ outline, problems, onForget, onAct }: ChecksProps) {
  const say = workbenchWords.checks;
  const [open, setChosen] = useState<number | 'new' | null>(null);
  const setOpen = (next: typeof open) => {
    onForget();
    setChosen(next);
  };
  return (
    <Frame aria-label={say.title}>
      <h2>{say.title}</h2>
      <List>
        {outline.checks.map((check, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a check has no other name than its place
          <li key={i}>
            <PlainButton onPress={() => setOpen(i)}>{checkText(check)}</PlainButton>
            <PlainButton
              aria-label={fill(say.remove, { check: checkText(check) })}
              onPress={() => void onAct({ act: 'remove check', check: i })}
            >
              ×
            </PlainButton>
          </li>
        ))}
      </List>
      <div>
        <Button onPress={() => setOpen('new')}>{say.add}</Button>
      </div>
      {open !== null && (
        <CheckDialog
          outline={outline}
          problems={problems}
          check={open === 'new' ? null : (outline.checks[open] ?? null)}
          onClose={() => setOpen(null)}
          onKeep={async (value) => {
            if (await onAct({ act: 'set check', check: open === 'new' ? null : open, value })) setOpen(null);
          }}
        />
      )}
    </Frame>
  );
}

interface CheckDialogProps extends Omit<ChecksProps, 'onAct' | 'onForget'> {
  check: CheckItem | null;
  onKeep(check: CheckItem): void;
  onClose(): void;
}

function CheckDialog({ outline, check, problems, onKeep, onClose }: CheckDialogProps) {
  const say = workbenchWords.checks;
  const [form, setForm] = useState<CheckForm | null>(check ? checkFormOf(check) : emptyCheck);
  const made = form && checkOf(form);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (made) onKeep(made);
  };
  return (
    <Dialog title={check ? say.change : say.add} isOpen onClose={onClose} wide>
      <Form onSubmit={submit}>
        <FormStack>
          {form ? <Parts form={form} outline={outline} onChange={setForm} /> : <Muted>{say.several}</Muted>}
          {problems.map(({ text }) => (
            <Wrong key={text} role="alert">
              {text}
            </Wrong>
          ))}
          <FootActs>
            <InkButton type="submit" isDisabled={!made}>
              {say.keep}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </FootActs>
        </FormStack>
      </Form>
    </Dialog>
  );
}

interface PartsProps extends Pick<ChecksProps, 'outline'> {
  form: CheckForm;
  onChange(form: CheckForm): void;
}

function Parts({ form, outline, onChange }: PartsProps) {
  const say = workbenchWords.checks;
  const fields = outline.fields.map(({ name }) => name);
  const columns = outline.columns.map(({ name }) => name);
  const ofRows = columns.length > 0 ? ['rows.count', ...columns.map((name) => `rows.${name}`)] : [];
  const set = (change: Partial<CheckForm>) => onChange({ ...form, ...change });
  const pick = (label: string, key: 'field' | 'value' | 'rule', names: readonly string[]) => (
    <Choice
      label={label}
      value={form[key]}
      options={[{ key: '', text: words.common.none }, ...names.map((name) => ({ key: name, text: name }))]}
      onChange={(name) => set({ [key]: name })}
    />
  );
  const beside = outline.rules.filter(({ entries }) => entries.beside === true).map(({ name }) => name);
  const all = [...fields, ...columns, ...ofRows];
  return (
    <>
      <Line>
        <Choice
          label={say.way}
          value={form.way}
          options={checkWays.map((key) => ({ key, text: say.ways[key] }))}
          onChange={(way) => set({ way })}
        />
        {form.way === 'holds' && pick(say.field, 'field', all)}
        {form.way === 'agree' && pick(say.field, 'field', fields)}
        {form.way === 'agree' && pick(say.rule, 'rule', beside)}
        {form.way === 'holds' && (
          <Choice
            label={say.test}
            value={form.test}
            options={checkTests.map((key) => ({ key, text: key }))}
            onChange={(test) => set({ test })}
          />
        )}
        {(form.way === 'seen' || form.way === 'unique') && (
          <TextField label={say.names} help={say.namesHelp} value={form.names} onChange={(names) => set({ names })} />
        )}
        {form.way === 'seen' && <TextField label={say.days} value={form.days} onChange={(days) => set({ days })} />}
      </Line>
      {form.way === 'holds' && hasOperand(form.test) && (
        <Line>
          <Choice
            label={say.against}
            value={form.against}
            options={(['value', 'field'] as const).map((key) => ({ key, text: say.againstOf[key] }))}
            onChange={(against) => set({ against, value: '' })}
          />
          {form.against === 'field' ? (
            pick(say.other, 'value', all)
          ) : (
            <TextField label={say.value} help={say.valueHelp} value={form.value} onChange={(value) => set({ value })} />
          )}
          {form.against === 'field' && (
            <TextField label={say.within} value={form.within} onChange={(within) => set({ within })} />
          )}
        </Line>
      )}
      <TextField
        label={say.say}
        help={form.way === 'holds' ? say.sayHelp : say.sayOwn}
        value={form.say}
        onChange={(next) => set({ say: next })}
      />
    </>
  );
}
