import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import { chosenOf } from './chosen';

const Group = styled(ToggleButtonGroup)`
  display: inline-flex;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
`;

const One = styled(ToggleButton)`
  padding: 3px 11px;
  border: 0;
  background: none;
  cursor: pointer;
  & + & {
    border-left: 1px solid var(--strong-rule);
  }
  &[data-selected] {
    background: var(--ink);
    color: var(--sheet);
  }
`;

export interface OneOfProps<K extends string> {
  label: string;
  value: K;
  options: readonly { key: K; text: string }[];
  onChange(key: K): void;
}

/** One of a few that are all in sight. */
export function OneOf<K extends string>({ label, value, options, onChange }: OneOfProps<K>) {
  return (
    <Group
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[value]}
      onSelectionChange={(keys) => {
        const key = chosenOf<{ key: K }>(keys, options);
        if (key !== null) onChange(key);
      }}
    >
      {options.map(({ key, text }) => (
        <One key={key} id={key}>
          {text}
        </One>
      ))}
    </Group>
  );
}
