import { styled } from 'styled-components';
import { linesOf } from './payload-lines';

const List = styled.dl`
  display: grid;
  grid-template-columns: minmax(90px, max-content) minmax(0, 1fr);
  gap: 2px 14px;
  max-height: 38vh;
  margin: 0;
  padding: 8px 12px;
  overflow: auto;
  border: 1px solid var(--rule);
  background: var(--paper);
  dt {
    color: var(--second);
  }
  dd {
    margin: 0;
    font: 400 0.8125rem/1.5 var(--mono);
    overflow-wrap: anywhere;
    white-space: pre-wrap;
  }
`;

/** What a delivery writes, name by name. */
export function Payload({ of }: { of: unknown }) {
  return (
    <List>
      {linesOf(of).map(([name, value]) => (
        <div key={name} style={{ display: 'contents' }}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </List>
  );
}
