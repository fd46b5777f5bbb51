import { styled } from 'styled-components';

export const Column = styled.section<{ $record?: boolean }>`
  flex: 1 0 258px;
  max-width: 420px;
  min-width: 0;
  min-height: max-content;
  border-right: 1px solid var(--strong-rule);
  background: ${({ $record }) => ($record ? 'var(--sheet)' : 'transparent')};
`;

/** Of one height in all columns, so that what stands below is row for row. */
export const Head = styled.div`
  display: flex;
  flex-direction: column;
  gap: 3px;
  height: 9.6rem;
  padding: 10px 14px;
  overflow: auto;
  border-bottom: 1px solid var(--strong-rule);
  > :last-child {
    margin-top: auto;
  }
`;

export const Slot = styled.div`
  height: 2.75rem;
  padding: 3px 14px;
  border-bottom: 1px solid var(--rule);
  strong,
  span {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`;

export const Value = styled.span`
  font: 400 0.8125rem/1.45 var(--mono);
`;

export const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
`;
