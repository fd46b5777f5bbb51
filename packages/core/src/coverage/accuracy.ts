import type { CellState, MessageCoverage } from './cells.js';

/** How one field fares over many messages. */
export interface FieldAccuracy {
  field: string;
  /** Messages in which it was judged, and in how many of them it is right. */
  judged: number;
  right: number;
  /** How many cells are in which state. */
  states: Record<CellState, number>;
}

export interface Accuracy {
  messages: number;
  fields: FieldAccuracy[];
  /** Rows that were expected, those among them that are there with every cell right, and rows nobody expects. */
  rows: { expected: number; right: number; extra: number } | null;
}

const noStates = (): FieldAccuracy['states'] => ({
  found: 0,
  missing: 0,
  problem: 0,
  wrong: 0,
  changed: 0,
  'not tried': 0,
});

/** Counts the grid: per field how often it is right where it was judged, and how many rows are. */
export function accuracyOf(messages: readonly MessageCoverage[]): Accuracy {
  const fields = new Map<string, FieldAccuracy>();
  let rows: Accuracy['rows'] = null;
  for (const message of messages) {
    for (const [field, cell] of Object.entries(message.cells)) {
      const known = fields.get(field) ?? { field, judged: 0, right: 0, states: noStates() };
      fields.set(field, known);
      known.states[cell.state]++;
      if (cell.right !== null) known.judged++;
      if (cell.right === true) known.right++;
    }
    if (!message.rows) continue;
    rows ??= { expected: 0, right: 0, extra: 0 };
    const { expected, differences } = message.rows;
    if (expected === null || !message.tried) continue;
    rows.expected += expected;
    rows.right += expected - differences.filter(({ kind }) => kind !== 'gained').length;
    rows.extra += differences.filter(({ kind }) => kind === 'gained').length;
  }
  return { messages: messages.length, fields: [...fields.values()], rows };
}

/** Whether a grid falls short: a judged value or row is not right, or a judged message was not tried. */
export function fallsShort(messages: readonly MessageCoverage[]): boolean {
  return messages.some(
    ({ cells, rows }) =>
      rows?.right === false ||
      (rows?.expected !== null && rows?.expected !== undefined && rows.right === null) ||
      Object.values(cells).some(({ right, expected }) => right === false || (right === null && expected !== undefined)),
  );
}
