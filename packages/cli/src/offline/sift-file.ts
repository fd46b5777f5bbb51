import {
  type CompiledMailbox,
  type Facts,
  type Handled,
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
export async function siftBytes(raw: Uint8Array, { mailbox, answers, model }: SiftOptions): Promise<Handled> {
  const reading = await readMessage(raw);
  const known = { ...answers };
  for (;;) {
    const facts: Facts = { record: { key: '', link: '' }, answers: known, model: model.name, limits };
    const result = handleMessage(reading, mailbox, facts);
    if (result.kind === 'handled') return result;
    for (const want of result.wants) known[want.digest] = model.ask ? await model.ask(want) : { kind: 'not tried' };
  }
}
