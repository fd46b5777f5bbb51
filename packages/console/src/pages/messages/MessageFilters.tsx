import { messageStates } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { Form, Input, TextField } from 'react-aria-components';
import { styled } from 'styled-components';
import { PlainButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Filters } from '../../parts/Filters';
import { spokenFilters } from '../../parts/spoken-filters';
import { boxLook } from '../../parts/TextField';
import { words } from '../../words';
import { type MessageFilter, narrowing } from './messages-query';
import { useSetUpNames } from './use-set-up-names';

const Box = styled(TextField)<{ $wide: boolean }>`
  display: inline-flex;
  gap: 6px;
  align-items: center;
  color: var(--second);
  font-size: 0.8125rem;
  input {
    ${boxLook}
    width: ${({ $wide }) => ($wide ? '250px' : '124px')};
    padding: 3px 9px;
    color: var(--ink);
  }
`;

const Chip = styled.span`
  display: inline-flex;
  gap: 6px;
  padding: 2px 8px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  font-size: 0.8125rem;
`;

const anyOf = (names: readonly { name: string; title: string }[]) => [
  { key: '', text: words.common.all },
  ...names.map(({ name, title }) => ({ key: name, text: title })),
];

export interface MessageFiltersProps {
  filter: MessageFilter;
  onChange(changes: Record<string, string>): void;
  onClear(): void;
}

/** What narrows the list of messages. */
export function MessageFilters({ filter, onChange, onClear }: MessageFiltersProps) {
  const say = words.messages;
  const { mailboxes, sieves } = useSetUpNames();
  const states = messageStates.map((state) => ({ name: state, title: words.states[state] }));
  return (
    <Filters label={say.filters}>
      <Written
        wide
        label={say.find}
        value={filter.find}
        placeholder={say.findHelp}
        onChange={(written) => onChange(spokenFilters(written))}
      />
      <Choice
        inline
        label={say.mailbox}
        value={filter.mailbox}
        options={anyOf(mailboxes)}
        onChange={(mailbox) => onChange({ mailbox })}
      />
      <Choice
        inline
        label={say.state}
        value={filter.state}
        options={anyOf(states)}
        onChange={(state) => onChange({ state })}
      />
      <Choice
        inline
        label={say.sieve}
        value={filter.sieve}
        options={anyOf(sieves)}
        onChange={(sieve) => onChange({ sieve })}
      />
      <Written label={say.fromDay} value={filter.from} type="date" onChange={(from) => onChange({ from })} />
      <Written label={say.toDay} value={filter.to} type="date" onChange={(to) => onChange({ to })} />
      {(['category', 'cause'] as const).map(
        (name) =>
          filter[name] && (
            <Chip key={name}>
              {say[name]}: {filter[name]}
              <PlainButton aria-label={`${say.clearOne} ${say[name]}`} onPress={() => onChange({ [name]: '' })}>
                ×
              </PlainButton>
            </Chip>
          ),
      )}
      {Object.keys(narrowing(filter)).length > 0 && <PlainButton onPress={onClear}>{say.clear}</PlainButton>}
    </Filters>
  );
}

interface WrittenProps {
  label: string;
  value: string;
  type?: 'search' | 'date';
  placeholder?: string;
  wide?: boolean;
  onChange(value: string): void;
}

/** Taken on Enter or on leaving, so that half a word asks for nothing. */
function Written({ label, value, type = 'search', placeholder = '', wide = false, onChange }: WrittenProps) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  const take = () => typed.trim() !== value && onChange(typed.trim());
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <Box $wide={wide} value={typed} onChange={setTyped} onBlur={take} aria-label={label}>
        {!wide && <span aria-hidden>{label}</span>}
        <Input type={type} placeholder={placeholder} />
      </Box>
    </Form>
  );
}
