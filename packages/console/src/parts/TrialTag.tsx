import { styled } from 'styled-components';

/** Says that deliveries are kept back. */
export const TrialTag = styled.span`
  padding: 1px 7px;
  border-radius: var(--round);
  background: var(--yellow);
  color: var(--on-yellow);
  font-weight: 600;
  white-space: nowrap;
`;
