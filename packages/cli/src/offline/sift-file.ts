import {
  type CompiledMailbox,
  type Examples,
  type Handled,
  type HandleResult,
  handleMessage,
  type KeptAnswer,
  type LearnedSorter,
  type LookupTable,
  limits,
  type ModelQuestion,
  readMessage,
  untilAnswered,
} from '@yellow-sieve/core';

export interface SiftOptions {
  mailbox: CompiledMailbox;
  answers: Record<string, KeptAnswer>;
  /** Tables that lookup rules look in. */
  lookups: Record<string, LookupTable>;
  /** Messages that worked examples name. */
  examples: Examples;
  /** What the labels beside a mailbox teach. */
  learned?: LearnedSorter | null;
  model: { name: string; ask: ((want: ModelQuestion) => Promise<KeptAnswer>) | null };
}

/** Sifts a raw message with nothing but files. What no kept answer knows, and no model is there to ask, is not tried. */
export async function siftBytes(raw: Uint8Array, options: SiftOptions): Promise<Handled> {
  const ask = options.model.ask ?? (async () => ({ kind: 'not tried' as const }));
  const result = await tryBytes(raw, { ...options, model: { ...options.model, ask } });
  if (result.kind === 'wants') throw new TypeError('every question has been put');
  return result;
}

/** The same, but where there is no model to ask, the questions come back. */
export async function tryBytes(
  raw: Uint8Array,
  { mailbox, answers, lookups, examples, learned = null, model }: SiftOptions,
): Promise<HandleResult> {
  const reading = await readMessage(raw);
  const { ask } = model;
  const once = (known: Record<string, KeptAnswer>): HandleResult =>
    handleMessage(reading, mailbox, {
      record: { key: '', link: '' },
      answers: known,
      lookups,
      examples,
      sorter: { learned },
      model: model.name,
      limits,
    });
  const asked = async (wants: readonly ModelQuestion[]) => {
    const found: Record<string, KeptAnswer> = {};
    if (ask) for (const want of wants) found[want.digest] = await ask(want);
    return found;
  };
  return untilAnswered(once, asked, answers);
}
