import { Button as AriaButton } from 'react-aria-components';
import { css, styled } from 'styled-components';

const base = css`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 28px;
  padding: 3px 11px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  color: var(--ink);
  font: 600 0.8125rem/1.3 var(--text);
  text-decoration: none;
  white-space: nowrap;
  cursor: pointer;
  &[data-hovered],
  &:hover {
    border-color: var(--ink);
  }
  &[data-pressed] {
    background: var(--paper);
  }
  &[data-disabled],
  &[data-pending] {
    color: var(--second);
    border-color: var(--rule);
    cursor: default;
  }
`;

/** A ruled box: an act beside others. */
export const Button = styled(AriaButton)`
  ${base}
`;

/** Ink: the act that goes forward. */
export const InkButton = styled(AriaButton)`
  ${base}
  background: var(--ink);
  border-color: var(--ink);
  color: var(--sheet);
  &[data-hovered],
  &[data-pressed] {
    background: var(--second);
    border-color: var(--second);
  }
  &[data-disabled] {
    background: var(--rule);
    border-color: var(--rule);
    color: var(--second);
  }
`;

/** Words that act, in a line of text. */
export const PlainButton = styled(AriaButton)`
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--strong-rule);
  text-underline-offset: 3px;
  cursor: pointer;
  &[data-hovered] {
    text-decoration-color: currentColor;
  }
`;

/** A link that looks like an act, such as a download. */
export const ButtonLink = styled.a`
  ${base}
`;
