import type { ShownRef } from '@yellow-sieve/contract';
import { workbenchEndpoints } from '@yellow-sieve/contract';
import { Empty } from '../../parts/Page';
import { words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { OriginalFrame } from '../message/OriginalFrame';
import type { MessageOutcome, MessageReading } from '../message/outcome';
import { marksQuery, stretchOfSelection } from './original-selection';
import type { Stretch } from './text-selection';

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
    <OriginalFrame
      src={`${path}?${query}`}
      note={workbenchWords.originalNote}
      onInside={(inside) =>
        inside.addEventListener('mouseup', () => {
          const stretch = stretchOfSelection(inside, reading.text);
          if (stretch) onSelect(stretch);
        })
      }
    />
  );
}
