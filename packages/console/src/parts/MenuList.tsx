import { Menu, MenuItem } from 'react-aria-components';
import { styled } from 'styled-components';

/** What a menu holds; its items show a box when they can be chosen. */
export const List = styled(Menu)`
  min-width: 190px;
  padding: 6px 0;
  outline: none;
  [role='separator'] {
    height: 1px;
    margin: 6px 0;
    background: var(--rule);
  }
  header {
    padding: 4px 14px 2px;
    color: var(--second);
    font-size: 0.75rem;
  }
`;

/** One line of a menu. */
export const Item = styled(MenuItem)`
  display: block;
  padding: 5px 14px;
  font-size: 0.8125rem;
  text-decoration: none;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--paper);
    box-shadow: inset 2px 0 var(--ink);
  }
  &[data-selection-mode]::before {
    content: '';
    display: inline-block;
    width: 8px;
    height: 8px;
    margin-right: 8px;
    border: 1px solid var(--second);
    border-radius: 2px;
  }
  &[data-selected]::before {
    background: var(--ink);
  }
`;
