import { historyOf, stepped, type TextHistory, type TextStep } from './text-history';

/** A text of the service's, and what tells it from others. Of a sieve that is not there yet there is no digest. */
export interface KnownText {
  digest: string | undefined;
  source: string;
}

/** Another editor's draft. */
export interface Theirs {
  by: string;
  digest: string;
  source: string;
}

/** The text that is worked on, and what is known of the one the service keeps. */
export interface KeptDraft {
  history: TextHistory;
  /** What the service has, as far as this page knows. */
  known: KnownText;
  /** What this page kept itself: an answer that was on its way meanwhile is no other editor's. */
  own: ReadonlySet<string | undefined>;
  /** Whether a text is on its way to the service. */
  saving: boolean;
  /** A text that could not be kept is not tried again by itself; with why. */
  refused: { source: string; error: unknown } | null;
  /** A draft that somebody else kept meanwhile: a person has to say which of the two stays. */
  other: Theirs | null;
}

export type DraftEvent =
  | { type: 'step'; step: TextStep }
  | { type: 'saving' }
  | { type: 'saved'; kept: KnownText }
  | { type: 'refused'; source: string; error: unknown; theirs: Theirs | null }
  /** What the service says that it has. */
  | { type: 'heard'; theirs: Theirs }
  | { type: 'settled'; mine: boolean };

export const draftOf = (known: KnownText): KeptDraft => ({
  history: historyOf(known.source),
  known,
  own: new Set([known.digest]),
  saving: false,
  refused: null,
  other: null,
});

/** What is to be kept next, and which text it follows; null while nothing is, or something is under way. */
export function toSave({ history, known, saving, refused, other }: KeptDraft): KnownText | null {
  const { present } = history;
  if (saving || other || present === known.source || present === refused?.source) return null;
  return { source: present, digest: known.digest };
}

/** The next state. Another editor's text is taken over only where nothing of one's own would be lost. */
export function draftAfter(state: KeptDraft, event: DraftEvent): KeptDraft {
  switch (event.type) {
    case 'step':
      return { ...state, history: stepped(state.history, event.step) };
    case 'saving':
      return { ...state, saving: true };
    case 'saved':
      return { ...knowing(state, event.kept), saving: false, refused: null };
    case 'refused': {
      const { source, error, theirs } = event;
      return { ...state, saving: false, refused: { source, error }, other: theirs ?? state.other };
    }
    case 'heard':
      return heard(state, event.theirs);
    case 'settled':
      return state.other ? settled(state, state.other, event.mine) : state;
  }
}

function heard(state: KeptDraft, theirs: Theirs): KeptDraft {
  if (state.own.has(theirs.digest) || state.saving) return state;
  if (state.history.present !== state.known.source) return { ...state, other: theirs };
  return taking(knowing(state, theirs), theirs.source);
}

function settled(state: KeptDraft, other: Theirs, mine: boolean): KeptDraft {
  const next = { ...knowing(state, other), other: null, refused: null };
  return mine ? next : taking(next, other.source);
}

const knowing = (state: KeptDraft, { digest, source }: KnownText): KeptDraft => ({
  ...state,
  known: { digest, source },
  own: new Set([...state.own, digest]),
});

const taking = (state: KeptDraft, text: string): KeptDraft => ({
  ...state,
  history: stepped(state.history, { do: 'change', text }),
});

export type Kept = 'kept' | 'keeping' | 'not kept' | 'changed by another';

export function keptAs({ other, saving, refused }: KeptDraft): Kept {
  if (other) return 'changed by another';
  if (saving) return 'keeping';
  return refused ? 'not kept' : 'kept';
}
