import type { Client } from '@yellow-sieve/client';
import { effectOf } from '@yellow-sieve/contract';
import { type MessageEffect, must } from '@yellow-sieve/core';
import { CallError } from '../../call-error.js';
import type { Input } from '../../command.js';
import { effectText, type ShownSummary } from '../../show/effect-text.js';
import { waitForJob } from '../../wait-for-job.js';

/** Options of every command that shows an effect. */
export const effectOptions = [
  { flags: '--stored <count>', about: 'how many stored messages to try, the newest first, or “all”', default: '200' },
];

/** What a change would do, as the service found it. */
export interface FoundEffect {
  summary: ShownSummary;
  messages: MessageEffect[];
  text: string;
}

/** Messages told in full; of the rest the numbers are enough to decide by. */
const maxTold = 20;

export type EffectOf = { source: string } | { with: 'draft' | number };

/** Has the service try a change, and waits for what it finds. */
export async function findEffect(input: Input, client: Client, name: string, of: EffectOf): Promise<FoundEffect> {
  const body = { ...of, stored: storedOf(input) };
  const { job } = await client.sieves.effect({ params: { name }, body });
  return awaitEffect(input, client, job);
}

/** Waits for a job that tries a change, and gives what it found. */
export async function awaitEffect(input: Input, client: Client, key: string): Promise<FoundEffect> {
  const job = await waitForJob(client, key, input.progress);
  if (job.state !== 'done') throw new CallError('YS-CLI-JOB', { state: job.state, detail: job.detail ?? '' });
  const page = await client.jobs.findings({ params: { key }, query: { limit: String(maxTold) } });
  const summary = must(effectOf(job), 'a comparison that is done has found something');
  const messages = page.items.map(({ detail }) => detail);
  const more = page.next === null ? '' : `\n\nand more; all of it: yellow-sieve jobs findings ${key} --limit 200`;
  return { summary, messages, text: `${effectText(summary, messages)}${more}` };
}

/** How many stored messages are to be tried. */
export function storedOf({ options }: Input): number | 'all' {
  const stored = String(options.stored ?? '200');
  if (stored === 'all') return 'all';
  if (!/^\d{1,8}$/.test(stored)) throw new CallError('YS-CLI-COUNT', { option: '--stored', value: stored });
  return Number(stored);
}
