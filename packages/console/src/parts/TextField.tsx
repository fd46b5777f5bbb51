import type { ReactNode } from 'react';
import {
  TextField as AriaTextField,
  type TextFieldProps as AriaTextFieldProps,
  FieldError,
  Input,
  Label,
  Text,
  TextArea,
} from 'react-aria-components';
import { css, styled } from 'styled-components';

export const labelLook = css`
  display: block;
  margin-bottom: 3px;
  color: var(--second);
  font-size: 0.8125rem;
`;

export const boxLook = css`
  width: 100%;
  padding: 5px 9px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  &[data-hovered] {
    border-color: var(--second);
  }
  &[data-focused] {
    border-color: var(--ink);
    outline: 1px solid var(--ink);
    outline-offset: 0;
  }
`;

const Frame = styled(AriaTextField)`
  display: block;
  label {
    ${labelLook}
  }
  input,
  textarea {
    ${boxLook}
  }
  textarea {
    font: 400 0.8125rem/1.5 var(--mono);
    resize: vertical;
  }
  [slot='description'] {
    display: block;
    margin-top: 3px;
    color: var(--second);
    font-size: 0.8125rem;
  }
`;

const Wrong = styled(FieldError)`
  display: block;
  margin-top: 3px;
  color: var(--bad);
  font-size: 0.8125rem;
`;

export interface TextFieldProps extends AriaTextFieldProps {
  label: string;
  help?: ReactNode;
  /** A box of this many lines instead of one line. */
  lines?: number;
  placeholder?: string;
}

export function TextField({ label, help, lines, placeholder = '', ...rest }: TextFieldProps) {
  return (
    <Frame {...rest}>
      <Label>{label}</Label>
      {lines ? <TextArea rows={lines} placeholder={placeholder} /> : <Input placeholder={placeholder} />}
      {help && <Text slot="description">{help}</Text>}
      <Wrong />
    </Frame>
  );
}
