import { styled } from 'styled-components';

/** The key that does the same as a button. */
export const Key = styled.kbd`
  padding: 0 4px;
  border: 1px solid currentColor;
  border-radius: 2px;
  font: 400 0.6875rem/1.35 var(--mono);
  opacity: 0.75;
`;
