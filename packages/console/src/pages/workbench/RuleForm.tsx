import type { Kinds, RuleFormPartItem, SieveOutline } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Choice } from '../../parts/Choice';
import { FormStack } from '../../parts/FormStack';
import { TextField } from '../../parts/TextField';
import { Tick } from '../../parts/Tick';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { Matched, Pairs, TablePick, useTables } from './LookupParts';
import { formOfStep, type StepForm, stepOfForm } from './rule-steps';
import { StepsEditor } from './StepsEditor';
import type { RuleEntries } from './use-tried-rule';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
`;

const Beside = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 8px 12px;
`;

export interface RuleFormProps {
  form: Kinds['rules'][number]['form'];
  entries: RuleEntries;
  outline: Pick<SieveOutline, 'fields' | 'columns'>;
  kinds: Kinds;
  /** What each step of the rule leaves of the shown message. */
  cuts: readonly { left: readonly string[] }[];
  onChange(entries: RuleEntries): void;
}

/** The entries of a rule as its kind declares them. */
export function RuleForm({ form, entries, onChange, ...rest }: RuleFormProps) {
  const set = (key: string, value: unknown) => {
    const { [key]: _, ...others } = entries;
    onChange(value === undefined || value === '' ? others : { ...others, [key]: value });
  };
  const tables = useTables();
  // What a lookup takes stands in the columns of its table.
  const named = form.find(({ asks }) => asks === 'lookup');
  const columns = tables.find(({ name }) => name === (named && entries[named.key]))?.columns ?? [];
  const shared = { ...rest, columns, tables: tables.map(({ name }) => name) };
  const small = form.filter(({ asks }) => inLine.has(asks));
  const lists = form.filter(({ asks }) => asks === 'fields');
  const large = form.filter(({ asks }) => !inLine.has(asks) && asks !== 'fields');
  const part = (one: RuleFormPartItem) => (
    <Part key={one.key} part={one} value={entries[one.key]} onChange={(value) => set(one.key, value)} {...shared} />
  );
  return (
    <FormStack>
      <Line>{small.map(part)}</Line>
      {large.map(part)}
      <Beside>{lists.map(part)}</Beside>
    </FormStack>
  );
}

/** Parts that are short, and stand beside each other. */
const inLine: ReadonlySet<RuleFormPartItem['asks']> = new Set(['text', 'field', 'choice', 'tick', 'which', 'lookup']);

interface PartProps extends Pick<RuleFormProps, 'outline' | 'kinds' | 'cuts'> {
  part: RuleFormPartItem;
  value: unknown;
  /** Those of the service, and the columns of the one that was chosen. */
  tables: readonly string[];
  columns: readonly string[];
  onChange(value: unknown): void;
}

function Part({ part, value, outline, kinds, cuts, tables, columns, onChange }: PartProps) {
  const { label, help, choices, otherwise } = part;
  const say = workbenchWords;
  const shared = { label, ...(help === null ? {} : { help }) };
  const text = typeof value === 'string' ? value : '';
  const pick = (names: readonly string[], none: string | null) => (
    <Choice
      label={label}
      value={text}
      options={[...(none === null ? [] : [{ key: '', text: none }]), ...names.map((key) => ({ key, text: key }))]}
      onChange={(key) => onChange(key === '' ? undefined : key)}
    />
  );
  const names = [...outline.fields, ...outline.columns].map(({ name }) => name);
  const without = otherwise === null ? words.common.none : fill(say.otherwise, { value: otherwise });
  switch (part.asks) {
    case 'text':
      return pick(
        [...new Set([...kinds.texts, ...outline.fields.map(({ name }) => name), ...(text ? [text] : [])])],
        without,
      );
    case 'field':
      return pick(
        outline.fields.map(({ name }) => name),
        text === '' ? words.common.none : null,
      );
    case 'choice':
      return pick(
        choices.filter((choice) => choice !== otherwise),
        without,
      );
    case 'which':
      return (
        <TextField
          label={label}
          offers={choices}
          placeholder={choices.join(', ')}
          value={value === undefined ? '' : String(value)}
          onChange={(next) => onChange(/^-?\d+$/.test(next) ? Number(next) : next)}
        />
      );
    case 'tick':
      return (
        <Tick isSelected={value === true} onChange={(on) => onChange(on || undefined)}>
          {label}
        </Tick>
      );
    case 'fields':
      return (
        <TextField
          {...shared}
          value={Array.isArray(value) ? value.join(', ') : text}
          onChange={(next) => onChange(next.trim() === '' ? undefined : next.split(/\s*,\s*/))}
        />
      );
    case 'lines':
      return <TextField {...shared} lines={6} value={text} onChange={onChange} />;
    case 'words':
      return <TextField {...shared} value={text} onChange={onChange} />;
    case 'pattern':
      return <PatternField {...shared} value={text} parts={kinds.parts} onChange={onChange} />;
    case 'lookup':
      return <TablePick label={label} value={text} tables={tables} onChange={onChange} />;
    case 'matched':
      return <Matched {...shared} value={value} names={names} columns={columns} onChange={onChange} />;
    case 'pairs':
      return <Pairs {...shared} value={value} names={names} columns={columns} onChange={onChange} />;
    case 'headings':
      return (
        <Headings {...shared} value={value} columns={outline.columns.map(({ name }) => name)} onChange={onChange} />
      );
    case 'steps':
      return <StepsEditor steps={stepsOf(value)} left={cuts} onChange={(steps) => onChange(steps.map(sourceOf))} />;
  }
}

/** A step that lacks its words is kept beside the file until it has them. */
const sourceOf = (form: StepForm): unknown => stepOfForm(form) ?? form;
const stepsOf = (value: unknown): StepForm[] =>
  (Array.isArray(value) ? value : []).map((one: unknown) => (isForm(one) ? one : formOfStep(one)));
const isForm = (one: unknown): one is StepForm =>
  typeof one === 'object' && one !== null && 'kind' in one && 'act' in one;

/** A rule’s entries as the file has them: steps that lack their words are left out. */
export const finished = (entries: RuleEntries): RuleEntries =>
  Object.fromEntries(
    Object.entries(entries).map(([key, value]) => [
      key,
      Array.isArray(value) ? value.filter((one) => !isForm(one)) : value,
    ]),
  );

interface PatternFieldProps {
  label: string;
  help?: string;
  value: string;
  parts: Kinds['parts'];
  onChange(value: string): void;
}

function PatternField({ value, parts, onChange, ...shared }: PatternFieldProps) {
  const say = workbenchWords;
  return (
    <>
      <TextField {...shared} lines={2} value={value} onChange={onChange} spellCheck="false" />
      <Choice
        label={say.parts}
        inline
        value=""
        options={[
          { key: '', text: '…' },
          ...parts.map(({ name, about, example }) => ({
            key: name,
            text: `~${name}~  ${about}${example && `: ${example}`}`,
          })),
        ]}
        onChange={(name) => onChange(name === '' ? value : `${value}~${name}~`)}
      />
    </>
  );
}

interface HeadingsProps {
  label: string;
  help?: string;
  value: unknown;
  columns: readonly string[];
  onChange(value: unknown): void;
}

function Headings({ label, help, value, columns, onChange }: HeadingsProps) {
  const known = (typeof value === 'object' && value !== null ? value : {}) as Record<string, string | string[]>;
  const set = (column: string, text: string) => {
    const { [column]: _, ...others } = known;
    const spelled = text.split(/\s*,\s*/).filter(Boolean);
    const own = spelled.length > 1 ? spelled : spelled[0];
    onChange(own === undefined ? others : { ...others, [column]: text.endsWith(',') ? text : own });
  };
  return (
    <FormStack role="group" aria-label={label}>
      {help}
      {columns.map((column) => (
        <TextField
          key={column}
          beside
          label={column}
          value={[known[column] ?? ''].flat().join(', ')}
          onChange={(text) => set(column, text)}
        />
      ))}
    </FormStack>
  );
}
