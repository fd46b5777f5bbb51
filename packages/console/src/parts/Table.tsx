import { Cell as AriaCell, Column as AriaColumn, Row as AriaRow, Table as AriaTable } from 'react-aria-components';
import { styled } from 'styled-components';

export { TableBody, TableHeader } from 'react-aria-components';

/** A ruled table. Rows are reached with the arrow keys; one that leads somewhere opens with Enter. */
export const Table = styled(AriaTable)`
  width: 100%;
  border-collapse: collapse;
  outline: none;
`;

export const Column = styled(AriaColumn)<{ $end?: boolean }>`
  position: sticky;
  top: 0;
  z-index: 1;
  padding: 7px 14px 6px 0;
  border-bottom: 1px solid var(--strong-rule);
  background: var(--paper);
  color: var(--second);
  font-weight: 400;
  text-align: ${({ $end }) => ($end ? 'right' : 'left')};
  white-space: nowrap;
  outline: none;
  &:first-child {
    padding-left: 16px;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: -2px;
  }
`;

export const Row = styled(AriaRow)`
  outline: none;
  &[data-href] {
    cursor: pointer;
  }
  &[data-hovered] {
    background: var(--sheet);
  }
  &[data-focus-visible] {
    background: var(--sheet);
    box-shadow: inset 3px 0 var(--ink);
  }
`;

export const Cell = styled(AriaCell)<{ $end?: boolean }>`
  max-width: 360px;
  padding: 6px 14px 6px 0;
  border-bottom: 1px solid var(--rule);
  overflow: hidden;
  text-align: ${({ $end }) => ($end ? 'right' : 'left')};
  font-variant-numeric: ${({ $end }) => ($end ? 'tabular-nums' : 'normal')};
  text-overflow: ellipsis;
  vertical-align: top;
  white-space: nowrap;
  outline: none;
  &:first-child {
    padding-left: 16px;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: -2px;
  }
`;

/** Keeps a wide table within the page: it scrolls by itself. */
export const TableFrame = styled.div`
  min-height: 0;
  flex: 1;
  overflow: auto;
`;
