import { type ReactNode, useId } from 'react';
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

/** The label at the left; what else there is stands under the box. */
export const besideLook = css`
  @media (min-width: 620px) {
    display: grid;
    grid-template-columns: minmax(0, 190px) minmax(0, 1fr);
    gap: 0 12px;
    align-items: baseline;
    > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
`;

const Frame = styled(AriaTextField)<{ $beside: boolean }>`
  display: block;
  ${({ $beside }) => $beside && besideLook}
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
  /** The label stands at the left, so that many of them are short. */
  beside?: boolean;
  /** What is wrong with what is written, in our own words; null while nothing is. */
  wrong?: string | null;
  /** What could be written; anything else can be, too. */
  offers?: readonly string[] | undefined;
}

export function TextField({
  label,
  help,
  lines,
  placeholder = '',
  offers,
  beside = false,
  wrong,
  ...rest
}: TextFieldProps) {
  const list = useId();
  const judged = wrong === undefined ? {} : { isInvalid: wrong !== null, validationBehavior: 'aria' as const };
  return (
    <Frame $beside={beside} {...judged} {...rest}>
      <Label>{label}</Label>
      {lines ? (
        <TextArea rows={lines} placeholder={placeholder} />
      ) : (
        <Input placeholder={placeholder} {...(offers ? { list } : {})} />
      )}
      {offers && (
        <datalist id={list}>
          {offers.map((offer) => (
            <option key={offer} value={offer} />
          ))}
        </datalist>
      )}
      {help && <Text slot="description">{help}</Text>}
      <Wrong>{wrong ?? undefined}</Wrong>
    </Frame>
  );
}
