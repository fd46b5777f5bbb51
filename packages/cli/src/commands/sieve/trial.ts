import type { CheckPoint, TrialItem } from '@yellow-sieve/contract';
import { partsText } from '@yellow-sieve/core/shapes';
import { CallError } from '../../call-error.js';
import type { Command } from '../../command.js';

const pointRow = ({ ok, point, text }: CheckPoint) => [ok ? 'yes' : 'open', point, text];

function about(name: string, { trial, kept, checklist }: TrialItem): string {
  const sum = kept.reduce((all, { count }) => all + count, 0);
  const places = kept.map(({ destination, count }) => `${count} to ${destination}`).join(', ');
  const open = checklist.filter(({ ok }) => !ok).length;
  const state = trial
    ? `${name} is on trial since ${trial.since} (${trial.by})`
    : `${name} is not on trial: it delivers`;
  return `${state}. Kept back: ${sum > 0 ? places : 'nothing'}. ${open === 0 ? 'Ready to be turned on.' : `${open} to put right.`}`;
}

export const sieveTrial: Command = {
  args: '<name>',
  options: [{ flags: '--begin', about: 'put it on trial: from now on its deliveries are kept back' }],
  examples: ['yellow-sieve sieve trial berth-request', 'yellow-sieve sieve trial berth-request --begin'],
  async run({ args: [name = ''], options, client }) {
    const { trial } = client();
    const item =
      options.begin === true ? await trial.begin({ params: { name } }) : await trial.get({ params: { name } });
    return {
      kind: 'table',
      columns: ['ready', 'point', 'what is so'],
      rows: item.checklist.map(pointRow),
      json: item,
      note: about(name, item),
      exit: item.checklist.every(({ ok }) => ok) ? 0 : 1,
    };
  },
};

const doings = ['release', 'drop'] as const;
const keptOption = { flags: '--kept <what>', about: 'what becomes of what is kept back', choices: doings };
const doingOf = (options: Readonly<Record<string, unknown>>) => options.kept as (typeof doings)[number] | undefined;

export const sieveTurnOn: Command = {
  args: '<name>',
  options: [
    keptOption,
    { flags: '--anyway', about: 'though points of the checklist are open' },
    { flags: '--yes', about: 'do not ask' },
  ],
  examples: ['yellow-sieve sieve turn-on berth-request --kept release'],
  async run(input) {
    const [name = ''] = input.args;
    const { trial } = input.client();
    const item = await trial.get({ params: { name } });
    const sum = item.kept.reduce((all, { count }) => all + count, 0);
    const kept = doingOf(input.options);
    if (!kept && sum > 0) throw new CallError('YS-CLI-KEPT', { count: String(sum) });
    input.tell(about(name, item));
    if (input.options.yes !== true && !(await input.confirm(`Turn ${name} on?`)))
      throw new CallError('YS-CLI-DECLINED');
    const body = { kept: kept ?? 'drop', anyway: input.options.anyway === true } as const;
    const { count } = await trial.turnOn({ params: { name }, body });
    const became = kept === 'release' ? 'released' : 'dropped';
    const text = `${name} is turned on.${sum > 0 ? ` ${count} deliveries were ${became}.` : ''}`;
    return { kind: 'text', text, json: { count } };
  },
};

/** What would be written, in words: `vessel: Kelpie, length: 9.5`. Lines of tables have cells, other targets names of their own. */
function payloadText(payload: unknown): string {
  if (Array.isArray(payload)) return payload.map(({ name, value }) => `${name}: ${partsText(value) || '–'}`).join(', ');
  return Object.entries(payload as object)
    .map(([name, value]) => `${name}: ${typeof value === 'string' ? value : JSON.stringify(value)}`)
    .join(', ');
}

export const messagesDeliver: Command = {
  args: '<key>',
  options: [{ flags: '--to <names>', about: 'the destinations it goes to, all of them, with commas' }],
  examples: [
    'yellow-sieve messages deliver 0199… (shows what would be written where)',
    'yellow-sieve messages deliver 0199… --to berth-book,owners-crm',
  ],
  async run({ args: [key = ''], options, client }) {
    const { trial } = client();
    if (typeof options.to === 'string') {
      const targets = options.to.split(',').map((name) => name.trim());
      const { count } = await trial.deliver({ params: { key }, body: { targets } });
      return { kind: 'text', text: `${count} on the way to ${targets.join(', ')}.`, json: { count } };
    }
    const targets = await trial.targets({ params: { key } });
    return {
      kind: 'table',
      columns: ['destination', 'kind', 'route', 'what would be written'],
      rows: targets.items.map(({ destination, kind, route, payload }) => [
        destination,
        kind,
        route,
        payloadText(payload),
      ]),
      json: targets,
    };
  },
};
