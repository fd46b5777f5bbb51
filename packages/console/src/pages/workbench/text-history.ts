/** A text with the ways back and forth. */
export interface TextHistory {
  past: readonly string[];
  present: string;
  future: readonly string[];
}

export type TextStep = { do: 'change'; text: string } | { do: 'undo' } | { do: 'redo' } | { do: 'reset'; text: string };

/** Steps back that are kept; a text is some kilobytes. */
const maxSteps = 200;

export const historyOf = (text: string): TextHistory => ({ past: [], present: text, future: [] });

/** A change forgets what was undone; one that changes nothing is no step. */
export function stepped({ past, present, future }: TextHistory, step: TextStep): TextHistory {
  switch (step.do) {
    case 'reset':
      return historyOf(step.text);
    case 'change':
      if (step.text === present) return { past, present, future };
      return { past: [...past, present].slice(-maxSteps), present: step.text, future: [] };
    case 'undo': {
      const before = past.at(-1);
      return before === undefined
        ? { past, present, future }
        : { past: past.slice(0, -1), present: before, future: [present, ...future] };
    }
    case 'redo': {
      const [next, ...rest] = future;
      return next === undefined ? { past, present, future } : { past: [...past, present], present: next, future: rest };
    }
  }
}
