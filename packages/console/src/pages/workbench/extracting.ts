import type { SieveActInput } from '@yellow-sieve/contract';

/** The group of rows stands in the grid as a field of this name, which none can have. */
export const rowsField = 'rows';

/** What a person has before them while they look at what a sieve takes out of messages. */
export interface Extracting {
  /** The field, column or cell that is shown, or the group of rows. */
  chosen: string | null;
  /** The rule whose lines are open, by its place; `new` for one that is being written. */
  rule: number | 'new' | null;
  /** The value of which somebody says what would be right: the place of its message, and its field. */
  judging: { column: number; field: string } | null;
}

export const untouched: Extracting = { chosen: null, rule: null, judging: null };

export type ExtractingEvent =
  /** A value was pointed at, where it stands in the message. */
  | { type: 'pointed'; field: string | null }
  /** A field was chosen from the list of them: its panel is wanted, not that of a rule. */
  | { type: 'chose'; field: string | null }
  | { type: 'opened rule'; rule: Extracting['rule'] }
  | { type: 'judging'; of: Extracting['judging'] }
  /** An act was done to the text; `field` is what it made or changed. */
  | { type: 'done'; act: SieveActInput['act']; field: string | null };

/** Acts whose field is shown right away. */
const choosing: ReadonlySet<SieveActInput['act']> = new Set(['mark', 'take header', 'split column', 'rename field']);

export function extractingAfter(state: Extracting, event: ExtractingEvent): Extracting {
  switch (event.type) {
    case 'pointed':
      return { ...state, chosen: event.field };
    case 'chose':
      return { ...state, chosen: event.field, rule: null };
    case 'opened rule':
      return { ...state, rule: event.rule };
    case 'judging':
      return { ...state, judging: event.of };
    case 'done':
      // A rule that is there is not written a second time.
      if (event.act === 'write rule' && state.rule === 'new') return { ...state, rule: null };
      if (event.act === 'mark rows') return { ...state, chosen: rowsField };
      return choosing.has(event.act) ? { ...state, chosen: event.field } : state;
  }
}
