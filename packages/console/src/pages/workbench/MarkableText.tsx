import { type KeyboardEvent, type RefObject, useEffect, useId, useMemo, useRef, useState } from 'react';
import { styled } from 'styled-components';
import { workbenchWords } from '../../words-workbench';
import { AnnotatedText, type AnnotatedTextProps } from '../message/AnnotatedText';
import type { MessageReading } from '../message/outcome';
import { type Stretch, selectedStretch, selectStretch } from './text-selection';
import { stepFrom, type WordStep, wordsOf } from './word-steps';

const Frame = styled.div`
  min-height: 100%;
  outline: none;
  &:focus-visible {
    box-shadow: inset 0 0 0 2px var(--ink);
  }
  ::selection {
    background: var(--wash);
    color: var(--ink);
  }
`;

const Spoken = styled.span`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
`;

const steps: Readonly<Record<string, WordStep>> = {
  ArrowRight: 'next',
  ArrowLeft: 'previous',
  ArrowDown: 'below',
  ArrowUp: 'above',
  Home: 'first',
  End: 'last',
};

export interface MarkableTextProps extends AnnotatedTextProps {
  /** The stretch that is about to be marked. */
  onSelect(stretch: Stretch): void;
  /** Keys ask for the name right away; the mouse first lets the eye check. */
  onMark(): void;
  /** The proof itself, to give it the focus back. */
  frame: RefObject<HTMLDivElement | null>;
}

/** The proof, with words to be selected in it: by the mouse, or word by word with the keyboard. */
export function MarkableText({ onSelect, onMark, frame, ...proof }: MarkableTextProps) {
  const help = useId();
  const caret = useCaret(proof.reading);
  const [drawn, hold] = useStillWhileSelecting(proof);
  const [spoken, setSpoken] = useState('');
  const taken = () => {
    const stretch = frame.current && selectedStretch(frame.current);
    if (stretch) onSelect(stretch);
  };
  const pressed = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (event.key === 'Enter') {
      event.preventDefault();
      taken();
      onMark();
    }
    if (!step || event.altKey || event.metaKey || event.ctrlKey) return;
    event.preventDefault();
    const stretch = caret.move(step, event.shiftKey);
    if (!frame.current || !stretch) return;
    selectStretch(frame.current, stretch);
    const { text, subject } = proof.reading;
    setSpoken((stretch.in === 'message.subject' ? subject : text).slice(stretch.start, stretch.end));
    onSelect(stretch);
  };
  return (
    <Frame
      ref={frame}
      role="group"
      aria-label={workbenchWords.proof}
      aria-describedby={help}
      tabIndex={0}
      onKeyDown={pressed}
      onMouseDown={hold}
      onMouseUp={taken}
    >
      <Spoken id={help}>{workbenchWords.markHelp}</Spoken>
      <Spoken role="status">{spoken}</Spoken>
      <AnnotatedText {...drawn} />
    </Frame>
  );
}

/** What is drawn, which stays as it is while the mouse selects in it: words that are drawn anew slip out of the selection. */
function useStillWhileSelecting<T>(now: T): [drawn: T, hold: () => void] {
  const [held, setHeld] = useState<{ drawn: T } | null>(null);
  const isHeld = held !== null;
  useEffect(() => {
    if (!isHeld) return;
    const release = () => setHeld(null);
    const ends = ['mouseup', 'blur', 'dragend'] as const;
    for (const end of ends) window.addEventListener(end, release);
    return () => {
      for (const end of ends) window.removeEventListener(end, release);
    };
  }, [isHeld]);
  return [held ? held.drawn : now, () => setHeld({ drawn: now })];
}

/** The words that are selected by keys: from an anchor to the word that moves. The subject’s stand before those of the text. */
function useCaret({ text: body, subject }: MessageReading) {
  const offset = subject.length + 1;
  const text = `${subject}\n${body}`;
  const all = useMemo(() => wordsOf(text), [text]);
  const place = useRef<{ anchor: number; head: number } | null>(null);
  return {
    move(step: WordStep, extend: boolean): Stretch | null {
      const now = place.current;
      const head = now || step === 'last' ? stepFrom(text, all, now?.head ?? 0, step) : 0;
      const anchor = extend && now ? now.anchor : head;
      place.current = { anchor, head };
      const [first, last] = [all[Math.min(anchor, head)], all[Math.max(anchor, head)]];
      if (!first || !last) return null;
      // What begins in the subject ends there.
      if (first.start < offset)
        return { in: 'message.subject', start: first.start, end: Math.min(last.end, subject.length) };
      return { in: 'message.text', start: first.start - offset, end: last.end - offset };
    },
  };
}
