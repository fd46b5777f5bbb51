import { Button, Label, ListBox, ListBoxItem, Popover, Select, SelectValue, Text } from 'react-aria-components';
import { styled } from 'styled-components';
import { words } from '../words';
import { besideLook, labelLook } from './TextField';

const Frame = styled(Select)<{ $inline: boolean; $beside: boolean }>`
  display: ${({ $inline }) => ($inline ? 'inline-flex' : 'block')};
  align-items: center;
  gap: 6px;
  ${({ $beside }) => $beside && besideLook}
  [slot='description'] {
    color: var(--second);
    font-size: 0.8125rem;
  }
`;

const Name = styled(Label)<{ $inline: boolean }>`
  ${labelLook}
  margin-bottom: ${({ $inline }) => ($inline ? 0 : '3px')};
`;

const Box = styled(Button)`
  display: inline-flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  min-height: 28px;
  min-width: 84px;
  padding: 3px 9px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  font-size: 0.8125rem;
  text-align: start;
  cursor: pointer;
  &[data-hovered] {
    border-color: var(--ink);
  }
  &::after {
    content: '';
    width: 6px;
    height: 6px;
    border: solid var(--second);
    border-width: 0 1.5px 1.5px 0;
    transform: translateY(-2px) rotate(45deg);
  }
`;

export const Sheet = styled(Popover)`
  min-width: var(--trigger-width);
  max-height: 320px;
  overflow: auto;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  color: var(--ink);
  box-shadow: 0 6px 18px rgb(0 0 0 / 12%);
`;

const Item = styled(ListBoxItem)`
  padding: 5px 12px;
  font-size: 0.8125rem;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--paper);
    box-shadow: inset 2px 0 var(--ink);
  }
  &[data-selected] {
    font-weight: 600;
  }
`;

export interface ChoiceProps<K extends string> {
  label: string;
  /** The chosen one's key; an empty text stands for the first. */
  value: string;
  options: readonly { key: K; text: string }[];
  onChange(key: K): void;
  inline?: boolean;
  /** The label stands at the left, as in a form with many entries. */
  beside?: boolean;
  help?: string | undefined;
  /** Spoken in the label's place where the column says it already. */
  'aria-label'?: string;
}

/** One of a few, in a list that opens. */
export function Choice<K extends string>({
  label,
  value,
  options,
  onChange,
  inline = false,
  beside = false,
  help,
  ...spoken
}: ChoiceProps<K>) {
  const choose = (chosen: unknown) => {
    const option = options.find(({ key }) => key === chosen);
    if (option) onChange(option.key);
  };
  return (
    <Frame
      $inline={inline}
      $beside={beside}
      value={value}
      placeholder={words.common.choose}
      onChange={choose}
      {...spoken}
    >
      {label && <Name $inline={inline}>{label}</Name>}
      <Box>
        <SelectValue />
      </Box>
      {help && <Text slot="description">{help}</Text>}
      <Sheet offset={4}>
        <ListBox items={options.map((option) => ({ ...option, id: option.key }))}>
          {({ key, text }) => (
            <Item id={key} textValue={text}>
              {text}
            </Item>
          )}
        </ListBox>
      </Sheet>
    </Frame>
  );
}
