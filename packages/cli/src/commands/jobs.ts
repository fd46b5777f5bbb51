import type { Job } from '@yellow-sieve/contract';
import type { Command } from '../command.js';
import { linesOf, summaryLines } from '../show/effect-text.js';
import { paceOf, waitForJob } from '../wait-for-job.js';
import { listOptions, listQuery, moreNote, shortTime } from './listing.js';

export const jobs: Command = {
  args: '[key]',
  options: [...listOptions, { flags: '--wait', about: 'wait until it is over, with a progress bar' }],
  examples: ['yellow-sieve jobs', 'yellow-sieve jobs 0199… --wait'],
  async run(input) {
    const [key] = input.args;
    const client = input.client();
    if (key) {
      const job = input.options.wait
        ? await waitForJob(client, key, input.progress)
        : await client.jobs.get({ params: { key } });
      return { kind: 'text', text: jobText(job), json: job, exit: job.state === 'failed' ? 1 : 0 };
    }
    const page = await client.jobs.list({ query: listQuery(input) });
    return {
      kind: 'table',
      columns: ['started', 'job', 'state', 'done', 'pace', 'by', 'key'],
      rows: page.items.map((job) => [
        shortTime(job.created),
        job.title,
        job.state,
        `${job.done} of ${job.total ?? '…'}`,
        job.finished === null ? paceOf(job) : '',
        job.by,
        job.key,
      ]),
      json: page,
      ...moreNote(page.next),
    };
  },
};

/** A job as text: how far it is, and its numbers. */
export function jobText(job: Job): string {
  const { title, state, done, total, detail, result } = job;
  const head = `${title}: ${state}, ${done} of ${total ?? '…'} ${job.kind === 'rename' ? 'records' : 'messages'}${paceOf(job) && `, ${paceOf(job)}`}`;
  return [head, ...(detail ? [detail] : []), ...resultLines(result)].join('\n');
}

function resultLines(result: Job['result']): string[] {
  if (!result) return [];
  if ('taken' in result) return [`  messages  ${result.taken} taken`];
  return 'renamed' in result ? [`  records   ${result.renamed} renamed`] : summaryLines(result);
}

export const jobsStop: Command = {
  args: '<key>',
  examples: ['yellow-sieve jobs stop 0199…'],
  async run({ args: [key = ''], client }) {
    const done = await client().jobs.stop({ params: { key } });
    return { kind: 'text', text: 'It stops after this step.', json: done };
  },
};

export const jobsFindings: Command = {
  args: '<key>',
  options: listOptions,
  examples: ['yellow-sieve jobs findings 0199… --limit 200'],
  async run(input) {
    const page = await input.client().jobs.findings({ params: { key: input.args[0] ?? '' }, query: listQuery(input) });
    const text = page.items.flatMap(({ message, detail }) => [
      message,
      ...linesOf(detail).map((line) => `     ${line}`),
      '',
    ]);
    const { note } = moreNote(page.next) as { note?: string };
    return { kind: 'text', text: [...text, ...(note ? [note] : [])].join('\n').trimEnd() || 'Nothing.', json: page };
  },
};
