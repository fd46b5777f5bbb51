import type { ShownRef } from '@yellow-sieve/contract';
import { workbenchEndpoints } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Empty, Muted } from '../../parts/Page';
import { words } from '../../words';
import type { MessageOutcome, MessageReading } from '../message/outcome';
import { marksQuery, stretchOfSelection } from './original-selection';
import type { Stretch } from './text-selection';

const Fit = styled.div`
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 50vh;
`;

const Note = styled(Muted)`
  padding: 7px 16px;
  border-bottom: 1px solid var(--rule);
`;

const Frame = styled.iframe`
  display: block;
  flex: 1;
  width: 100%;
  border: 0;
  background: #fff;
`;

export interface MarkingOriginalProps {
  sieve: string;
  message: ShownRef;
  reading: MessageReading;
  evidence: MessageOutcome['evidence'];
  fields: readonly string[];
  onSelect(stretch: Stretch): void;
}

/** The message’s own HTML with the marks of its values; what is selected in it can be marked, as in the proof. */
export function MarkingOriginal({ sieve, message, reading, evidence, fields, onSelect }: MarkingOriginalProps) {
  if (reading.html === null) return <Empty>{words.message.noOriginal}</Empty>;
  const path = workbenchEndpoints.original.path.replace(':name', sieve);
  const query = new URLSearchParams({ ...message, marks: marksQuery(evidence, fields) });
  return (
    <Fit>
      <Note>{words.workbench.originalNote}</Note>
      <Frame
        title={words.message.originalTitle}
        sandbox="allow-same-origin"
        src={`${path}?${query}`}
        onLoad={({ currentTarget }) => {
          // Scripts do not run in there; what is selected is asked for from here.
          const inside = currentTarget.contentDocument;
          inside?.addEventListener('mouseup', () => {
            const stretch = stretchOfSelection(inside, reading.text);
            if (stretch) onSelect(stretch);
          });
        }}
      />
    </Fit>
  );
}
