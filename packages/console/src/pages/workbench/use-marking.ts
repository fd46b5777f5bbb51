import { useRef, useState } from 'react';
import type { Stretch } from './text-selection';

/** The words that are about to be marked, and what was said of those marked last. */
export function useMarking() {
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const [done, setDone] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const proof = useRef<HTMLDivElement>(null);
  return {
    stretch,
    done,
    /** Where the name is written. */
    input,
    /** The proof itself, to give it the focus back. */
    proof,
    select(next: Stretch) {
      setDone('');
      setStretch(next);
    },
    /** Selects words and asks for their name right away. */
    ask(next: Stretch) {
      setDone('');
      setStretch(next);
      requestAnimationFrame(() => input.current?.focus());
    },
    drop: () => setStretch(null),
    /** A word on what was done to the message by another act; what is selected stays so. */
    say: setDone,
    /** Ends the marking, with a word on what came of it, and goes back to the proof. */
    leave(said = '') {
      setDone(said);
      setStretch(null);
      proof.current?.focus();
    },
  };
}

export type Marking = ReturnType<typeof useMarking>;
