import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { FormStack } from '../../parts/FormStack';
import { TextField } from '../../parts/TextField';
import { service } from '../../service';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { heldBy, type Match, matchOf, sourceOfMatch } from './lookup-match';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
`;

/** The tables of the service. */
export const useTables = () =>
  useQuery({ queryKey: ['lookups'], queryFn: () => service.lookups.list() }).data?.items ?? [];

interface TablePickProps {
  label: string;
  value: string;
  tables: readonly string[];
  onChange(value: string): void;
}

/** One of the tables of the service. */
export function TablePick({ label, value, tables, onChange }: TablePickProps) {
  const names = [...new Set([...tables, ...(value ? [value] : [])])];
  return (
    <Choice
      label={label}
      value={value}
      options={[...(value ? [] : [{ key: '', text: words.common.none }]), ...names.map((key) => ({ key, text: key }))]}
      onChange={onChange}
    />
  );
}

interface ColumnPickProps {
  label: string;
  value: string;
  columns: readonly string[];
  onChange(value: string): void;
}

/** A column of the chosen table; written where the table is not known. */
function ColumnPick({ label, value, columns, onChange }: ColumnPickProps) {
  if (columns.length === 0) return <TextField beside label={label} value={value} onChange={onChange} />;
  const names = [...new Set([...columns, ...(value ? [value] : [])])];
  return (
    <Choice
      label={label}
      value={value}
      options={[...(value ? [] : [{ key: '', text: '…' }]), ...names.map((key) => ({ key, text: key }))]}
      onChange={onChange}
    />
  );
}

interface PairsProps {
  label: string;
  help?: string;
  value: unknown;
  names: readonly string[];
  columns: readonly string[];
  onChange(value: unknown): void;
}

interface NamesProps extends Pick<PairsProps, 'label' | 'help' | 'value' | 'names' | 'onChange'> {
  /** What stands behind a name; `set` gives it another value. */
  behind(name: string, value: unknown, set: (next: unknown) => void): ReactNode;
}

/** Names of the sieve, each with what it is held against. What is more than the form can show is written in the rule’s lines. */
function Names({ label, help, value, names, behind, onChange }: NamesProps) {
  const known = Object.entries((typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>);
  const free = names.filter((name) => !known.some(([own]) => own === name));
  const set = (next: [string, unknown][]) => onChange(Object.fromEntries(next));
  return (
    <FormStack role="group" aria-label={label}>
      <span>
        {label}. {help}
      </span>
      {known.map(([name, own], at) => (
        <Line key={name} role="group" aria-label={name}>
          {behind(name, own, (next) => set(known.map((one, i) => (i === at ? [name, next] : one))))}
          <Button
            aria-label={fill(workbenchWords.removePair, { name })}
            onPress={() => set(known.filter((_, i) => i !== at))}
          >
            ×
          </Button>
        </Line>
      ))}
      {free.length > 0 && (
        <Choice
          label={fill(workbenchWords.addPair, { list: label })}
          inline
          value=""
          options={[{ key: '', text: '…' }, ...free.map((key) => ({ key, text: key }))]}
          onChange={(name) => name !== '' && set([...known, [name, '']])}
        />
      )}
    </FormStack>
  );
}

const asWritten = (name: string, value: unknown) => (
  <TextField beside label={name} isDisabled value={JSON.stringify(value)} onChange={() => {}} />
);

/** Fields, each with the column it is taken from. */
export function Pairs({ columns, ...names }: PairsProps) {
  return (
    <Names
      {...names}
      behind={(name, value, set) =>
        typeof value === 'string' ? (
          <ColumnPick label={name} value={value} columns={columns} onChange={set} />
        ) : (
          asWritten(name, value)
        )
      }
    />
  );
}

/** Fields, each with the columns it is held against, and how. */
export function Matched({ columns, ...names }: PairsProps) {
  const say = workbenchWords;
  const hows = Object.entries(say.heldBy).map(([key, text]) => ({ key, text }));
  return (
    <Names
      {...names}
      behind={(name, value, set) => {
        const match = matchOf(value);
        if (match === null) return asWritten(name, value);
        const put = (next: Match) => set(sourceOfMatch(next));
        const pick = (label: string, column: string, onChange: (column: string) => void) => (
          <ColumnPick label={label} value={column} columns={columns} onChange={onChange} />
        );
        return (
          <>
            <Choice
              label={name}
              value={match.how}
              options={hows}
              onChange={(how) => put(heldBy(match, how as Match['how']))}
            />
            {match.how === 'between' ? (
              <>
                {pick(say.rangeFrom, match.from, (from) => put({ ...match, from }))}
                {pick(say.rangeTo, match.to, (to) => put({ ...match, to }))}
              </>
            ) : (
              pick(say.tableColumn, match.column, (column) => put({ ...match, column }))
            )}
          </>
        );
      }}
    />
  );
}
