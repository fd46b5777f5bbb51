import { CallError } from '../../call-error.js';
import type { Command, Input } from '../../command.js';
import { waitForJob } from '../../wait-for-job.js';
import { whyOf } from './put.js';

export const sieveRename: Command = {
  args: '<sieve> <field> <name>',
  options: [
    { flags: '--dry', about: 'only show what it would change' },
    { flags: '--yes', about: 'do not ask' },
    { flags: '--why <reason>', about: 'why, for the list of versions' },
  ],
  examples: [
    'yellow-sieve sieve rename berth-request skipper contact --dry',
    'yellow-sieve sieve rename berth-request skipper contact',
  ],
  async run(input) {
    const [name = '', from = '', to = ''] = input.args;
    const client = input.client();
    const params = { name };
    const body = { from, to, why: whyOf(input) };
    const live = await client.sieves.get({ params });
    const plan = await client.sieves.rename({ params, body: { ...body, dry: true }, match: live.digest });
    const shown = planText(plan);
    if (input.options.dry === true) return { kind: 'text', text: shown, json: plan };
    await askFirst(input, shown, `Rename ${from} to ${to}?`);
    const done = await client.sieves.rename({ params, body, match: live.digest });
    const job = await waitForJob(client, done.job ?? '', input.progress);
    if (job.state !== 'done') throw new CallError('YS-CLI-JOB', { state: job.state, detail: job.detail ?? '' });
    const { renamed } = job.result as { renamed: number };
    const records = `${renamed} stored record${renamed === 1 ? '' : 's'}`;
    return {
      kind: 'text',
      text: `${from} is ${to} now: in version ${done.version}, which is live, and in ${records}.`,
      json: { ...done, renamed },
    };
  },
};

async function askFirst(input: Input, shown: string, question: string): Promise<void> {
  if (input.options.yes === true) return;
  input.tell(shown);
  if (!(await input.confirm(question))) throw new CallError('YS-CLI-DECLINED');
}

interface Plan {
  diff: string;
  places: number;
  spelled_out: string[];
  asks: string[];
  draft: boolean;
  samples: number;
  records: number;
}

function planText({ diff, places, spelled_out, asks, draft, samples, records }: Plan): string {
  const notes = [
    `${counted(places, 'place')} in the rules${draft ? ', the draft too' : ''}; what is expected of ${counted(samples, 'sample')}; ${counted(records, 'stored record')}.`,
    ...spelled_out.map((route) => `The route ${route} keeps writing under the old name: its mapping is written out.`),
    ...asks.map(
      (rule) => `The rule “${rule}” asks a model under the new name: messages put through again are asked about anew.`,
    ),
  ];
  return `${diff.trimEnd()}\n\n${notes.join('\n')}`;
}

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
