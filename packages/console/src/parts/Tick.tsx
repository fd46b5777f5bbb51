import { Checkbox } from 'react-aria-components';
import { styled } from 'styled-components';

/** A box to tick, with its words. */
export const Tick = styled(Checkbox)`
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
  cursor: pointer;
  &::before {
    content: '';
    width: 12px;
    height: 12px;
    border: 1px solid var(--second);
    border-radius: 2px;
  }
  &[data-selected]::before {
    background: var(--ink);
    box-shadow: inset 0 0 0 2px var(--sheet);
  }
  &[data-focus-visible]::before {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
`;
