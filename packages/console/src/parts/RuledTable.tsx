import { styled } from 'styled-components';

/** A table of few rows that is read, not walked through. */
export const RuledTable = styled.table`
  width: 100%;
  border-collapse: collapse;
  th,
  td {
    padding: 6px 14px 6px 0;
    border-bottom: 1px solid var(--rule);
    text-align: left;
    font-weight: 400;
  }
  thead th,
  thead td {
    border-bottom-color: var(--strong-rule);
    color: var(--second);
  }
  .end {
    font-variant-numeric: tabular-nums;
    text-align: right;
  }
`;
