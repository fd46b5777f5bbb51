import type { FieldItem } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { Form, Input, TextField } from 'react-aria-components';
import { styled } from 'styled-components';
import { Choice } from '../../parts/Choice';
import { Filters } from '../../parts/Filters';
import { boxLook } from '../../parts/TextField';
import { words } from '../../words';
import { type RecordsFilter, valueTests } from './records-query';

const Box = styled(TextField)`
  input {
    ${boxLook}
    width: 170px;
    padding: 3px 9px;
  }
`;

export interface RecordFiltersProps {
  filter: RecordsFilter;
  sieves: readonly { name: string; title: string }[];
  fields: readonly FieldItem[];
  onChange(changes: Record<string, string>): void;
}

const verdicts = ['sound', 'review'] as const;

export function RecordFilters({ filter, sieves, fields, onChange }: RecordFiltersProps) {
  const any = { key: '', text: words.common.all };
  return (
    <Filters label={words.messages.filters}>
      <Choice
        inline
        label={words.records.sieve}
        value={filter.sieve}
        options={sieves.map(({ name, title }) => ({ key: name, text: title }))}
        onChange={(sieve) => onChange({ sieve, field: '', value: '', hidden: '' })}
      />
      <Choice
        inline
        label={words.records.verdict}
        value={filter.verdict}
        options={[any, ...verdicts.map((key) => ({ key, text: words.states[key] }))]}
        onChange={(verdict) => onChange({ verdict })}
      />
      <Choice
        inline
        label={words.records.field}
        value={filter.field}
        options={[{ key: '', text: words.records.anyField }, ...fields.map(({ name }) => ({ key: name, text: name }))]}
        onChange={(field) => onChange({ field })}
      />
      {filter.field !== '' && (
        <>
          <Choice
            inline
            label={words.records.test}
            value={filter.test}
            options={valueTests.map((key) => ({ key, text: words.records.tests[key] }))}
            onChange={(test) => onChange({ test })}
          />
          <ValueBox key={filter.field} value={filter.value} onChange={(value) => onChange({ value })} />
        </>
      )}
    </Filters>
  );
}

/** Taken on Enter or on leaving, so that half a word asks for nothing. */
function ValueBox({ value, onChange }: { value: string; onChange(value: string): void }) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        onChange(typed.trim());
      }}
    >
      <Box
        aria-label={words.records.value}
        value={typed}
        onChange={setTyped}
        onBlur={() => typed.trim() !== value && onChange(typed.trim())}
      >
        <Input placeholder={words.records.valueHelp} />
      </Box>
    </Form>
  );
}
