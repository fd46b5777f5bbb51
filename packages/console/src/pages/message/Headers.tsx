import { styled } from 'styled-components';
import { PlainButton } from '../../parts/Button';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import type { MessageReading } from './outcome';

const List = styled.dl`
  margin: 0;
  padding: 10px 16px 20px;
  font: 400 0.78125rem/1.55 var(--mono);
  div {
    display: grid;
    grid-template-columns: minmax(110px, 170px) minmax(0, 1fr);
    gap: 12px;
    padding: 2px 0;
  }
  dt {
    color: var(--second);
    overflow-wrap: anywhere;
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
`;

const Take = styled(PlainButton)`
  margin-left: 10px;
`;

export interface HeadersProps {
  reading: MessageReading;
  /** Makes a header a field, where one can be made. */
  onTake?(header: string): void;
}

/** All headers in their order, decoded. */
export function Headers({ reading, onTake }: HeadersProps) {
  return (
    <List>
      {reading.headers.map(([name, value], i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: headers may be the same and never change their order
        <div key={i}>
          <dt>{name}</dt>
          <dd>
            {value}
            {onTake && (
              <Take aria-label={fill(workbenchWords.takeHeader, { header: name })} onPress={() => onTake(name)}>
                {workbenchWords.takeHeaderShort}
              </Take>
            )}
          </dd>
        </div>
      ))}
    </List>
  );
}
