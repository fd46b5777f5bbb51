import { type ConfusionLine, confusionOf, crossJudge, noneOfThese, usualThreshold } from '@yellow-sieve/core';
import type { Command, Input, Output } from '../command.js';
import { labelledFiles, loadLabels, loadMailbox } from '../offline/files.js';
import { shortTime } from './listing.js';

const percent = (share: number | null) => (share === null ? '' : `${Math.round(share * 100)} %`);

export const sorter: Command = {
  args: '<mailbox>',
  examples: ['yellow-sieve sorter office', 'yellow-sieve sorter office.mailbox.yaml   # from labels.jsonl beside it'],
  run: ({ args: [mailbox = ''], client }) =>
    /\.mailbox\.(ya?ml|json)$/.test(mailbox) ? ofFile(mailbox) : ofService(mailbox, client),
};

/** From labels beside a mailbox file: no service, no network. */
async function ofFile(file: string): Promise<Output> {
  const { source } = loadMailbox(file);
  const labels = await loadLabels(file);
  const categories = source.sorter?.categories ?? [];
  const threshold = source.sorter?.threshold ?? usualThreshold;
  const judged = crossJudge(
    labels.map(({ label }) => label),
    categories,
  );
  const lines = confusionOf(judged, [...categories.map(({ category }) => category), noneOfThese], threshold);
  return tableOf(lines, threshold, {
    threshold,
    table: lines,
    judged: judged.map(({ index, category, judged: { category: found, confidence, words } }) => ({
      message: labels[index]?.message,
      labelled: category,
      judged: found,
      confidence,
      sure: confidence >= threshold,
      words,
    })),
  });
}

async function ofService(name: string, client: Input['client']): Promise<Output> {
  const found = await client().sorting.get({ params: { name } });
  const { in_use: inUse, current, unsorted } = found;
  const left = unsorted.reduce((sum, count) => sum + count, 0);
  const state = inUse
    ? `Sorter ${inUse.number} is in use, from ${inUse.labels} labels (${shortTime(inUse.at)}, ${inUse.by})${current ? '' : '; there are others now'}. ${left} messages of the last ${unsorted.length} weeks are unsorted.`
    : 'No sorter is in use yet: label some messages, then `yellow-sieve sorter use`.';
  const asks =
    found.asks === null ? '' : `\nWhat conditions and labels leave open is put to the model “${found.asks}”.`;
  return tableOf(found.table, found.threshold, found, state + asks);
}

/** The labels down, what a sorter that had not seen them says across. */
function tableOf(lines: readonly ConfusionLine[], threshold: number, json: unknown, state?: string): Output {
  const sum = (count: (line: ConfusionLine, i: number) => number) =>
    lines.reduce((all, line, i) => all + count(line, i), 0);
  const labelled = sum((line) => line.labelled);
  const right = sum(({ given }, i) => given[i] ?? 0);
  const unsorted = sum((line) => line.unsorted);
  const said =
    lines.length === 0
      ? 'There is nothing to learn yet: two categories need a labelled message each.'
      : `Of ${labelled} labelled messages, each judged by a sorter that has not seen it, ${right} are right, ${unsorted} unsorted (less sure than ${percent(threshold)}), ${labelled - right - unsorted} surely wrong.`;
  return {
    kind: 'table',
    columns: ['labelled as', ...lines.map(({ category }) => category), 'unsorted', 'precision', 'recall'],
    rows: lines.map(({ category, given, unsorted: left, precision, recall }) => [
      category,
      ...[...given, left].map((count) => (count === 0 ? '·' : String(count))),
      percent(precision),
      percent(recall),
    ]),
    note: state === undefined ? said : `${said}\n${state}`,
    json,
  };
}

export const sorterUse: Command = {
  args: '<mailbox>',
  options: [
    { flags: '--yes', about: 'do not ask' },
    { flags: '--dry', about: 'only show what would change' },
  ],
  examples: ['yellow-sieve sorter use office --dry', 'yellow-sieve sorter use office --yes'],
  async run({ args: [name = ''], options, client, confirm, tell }) {
    const params = { name };
    const { looked, asks, changes } = await client().sorting.use({ params, query: { dry: 'true' } });
    const left = changes.filter((one) => one.left).length;
    const lines = changes.map(
      ({ subject, was, will }) => `${subject ?? ''}: ${was ?? 'unsorted'} → ${will ?? 'unsorted'}`,
    );
    const said = `Of ${looked} stored messages ${changes.length} would change their category, ${left} of them have left already.${asks > 0 ? ` A model would be asked about ${asks}.` : ''}`;
    if (options.dry === true)
      return { kind: 'text', text: [...lines, said].join('\n'), json: { looked, asks, changes } };
    tell([...lines, said].join('\n'));
    if (options.yes !== true && !(await confirm(`Use this sorter for ${name}?`)))
      return { kind: 'text', text: 'Nothing was changed.', json: { number: null }, exit: 1 };
    const used = await client().sorting.use({ params, query: {} });
    return {
      kind: 'text',
      text: `Sorter ${used.number} is in use. Stored messages stay as they are until they are put through again: yellow-sieve messages again --mailbox ${name}`,
      json: used,
    };
  },
};

export const label: Command = {
  args: '<category> <keys...>',
  options: [{ flags: '--again', about: 'put the messages through again at once, so that they go where they belong' }],
  examples: ['yellow-sieve label "gate keys" 0199…', 'yellow-sieve label "none of these" 0199… 019a… --again'],
  async run({ args: [category = '', ...keys], options, client }) {
    const body = { keys, category: category === noneOfThese ? null : category, again: options.again === true };
    const done = await client().sorting.labelMany({ body });
    const count = keys.length === 1 ? 'The message is' : `${keys.length} messages are`;
    return { kind: 'text', text: `${count} labelled “${category}”.`, json: done };
  },
};

/** Keys that a call takes at the most. */
const atOnce = 200;

const inPieces = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / atOnce) }, (_, i) => all.slice(i * atOnce, (i + 1) * atOnce));

export const labelFile: Command = {
  args: '<mailbox> <file>',
  options: [{ flags: '--again', about: 'put the messages through again at once, so that they go where they belong' }],
  examples: ['yellow-sieve label file office labels.jsonl'],
  async run({ args: [name = '', file = ''], options, client }) {
    const { sorting } = client();
    const found = await labelledFiles(file);
    const there: { key: string; category: string | null }[] = [];
    const missing: string[] = [];
    for (const some of inPieces(found)) {
      const messages = some.map(({ id, digest }) => ({ id, digest }));
      const { keys } = await sorting.known({ params: { name }, body: { messages } });
      for (const [i, { message, category }] of some.entries()) {
        const key = keys[i];
        if (key) there.push({ key, category });
        else missing.push(message);
      }
    }
    const again = options.again === true;
    for (const category of new Set(there.map((one) => one.category))) {
      const keys = there.flatMap((one) => (one.category === category ? [one.key] : []));
      for (const some of inPieces(keys)) await sorting.labelMany({ body: { keys: some, category, again } });
    }
    const left =
      missing.length === 0
        ? ''
        : `\n${missing.length} are not in ${name}: ${missing.join(', ')}. Put them in first, with: yellow-sieve feed ${name} … --received mail`;
    return {
      kind: 'text',
      text: `${there.length} messages are labelled.${left}`,
      json: { labelled: there.length, missing },
      exit: missing.length === 0 ? 0 : 1,
    };
  },
};

export const labelRemove: Command = {
  args: '<keys...>',
  examples: ['yellow-sieve label remove 0199…'],
  async run({ args: keys, client }) {
    for (const key of keys) await client().sorting.unlabel({ params: { key } });
    return { kind: 'text', text: 'Taken back.', json: { done: true } };
  },
};

export const labels: Command = {
  args: '<mailbox>',
  examples: ['yellow-sieve labels office', 'yellow-sieve labels office --json'],
  async run({ args: [name = ''], client }) {
    const { items } = await client().sorting.labels({ params: { name } });
    return {
      kind: 'table',
      columns: ['received', 'category', 'subject', 'from', 'by', 'key'],
      rows: items.map(({ received, category, subject, from, by, message }) => [
        shortTime(received),
        category ?? noneOfThese,
        subject ?? '',
        from ?? '',
        by,
        message,
      ]),
      json: { items },
    };
  },
};
