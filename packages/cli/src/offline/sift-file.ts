import {
  type CompiledMailbox,
  type Facts,
  type Handled,
  type HandleResult,
  handleMessage,
  type KeptAnswer,
  limits,
  readMessage,
  type Want,
} from '@yellow-sieve/core';

export interface SiftOptions {
  mailbox: CompiledMailbox;
  answers: Record<string, KeptAnswer>;
  model: { name: string; ask: ((want: Want) => Promise<KeptAnswer>) | null };
}

/** Sifts a raw message with nothing but files. What no kept answer knows, and no model is there to ask, is not tried. */
export async function siftBytes(raw: Uint8Array, options: SiftOptions): Promise<Handled> {
  const ask = options.model.ask ?? (async () => ({ kind: 'not tried' as const }));
  const result = await tryBytes(raw, { ...options, model: { ...options.model, ask } });
  if (result.kind === 'wants') throw new TypeError('every question has been put');
  return result;
}

/** The same, but where there is no model to ask, the questions come back. */
export async function tryBytes(raw: Uint8Array, { mailbox, answers, model }: SiftOptions): Promise<HandleResult> {
  const reading = await readMessage(raw);
  const known = { ...answers };
  for (;;) {
    const facts: Facts = { record: { key: '', link: '' }, answers: known, model: model.name, limits };
    const result = handleMessage(reading, mailbox, facts);
    if (result.kind === 'handled' || !model.ask) return result;
    for (const want of result.wants) known[want.digest] = await model.ask(want);
  }
}
