import { sortingEndpoints } from '@yellow-sieve/contract';
import {
  canonicalJson,
  confusionOf,
  type Labelled,
  noneOfThese,
  ownerOfCategory,
  parseMailbox,
  usualThreshold,
  YsError,
} from '@yellow-sieve/core';
import { keptAnswers } from '../../pipeline/compare.js';
import {
  checkCategory,
  knownMessages,
  labellable,
  labelsOf,
  lessonOf,
  listLabels,
  newestOf,
  putLabels,
  removeLabel,
  sortedByWeek,
  sorterInUse,
  unlabelledOf,
  useSorter,
  withDeliveries,
} from '../../store/label-store.js';
import { tablesFor } from '../../store/lookup-store.js';
import { mailboxHead } from '../../store/mailbox-store.js';
import { messageRow, putThroughAgain } from '../../store/message-store.js';
import { openModel } from '../../store/model-store.js';
import { liveSieves } from '../../store/sieve-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';

/** Labels, and the sorters that learn from them. */
export function serveSorting(context: ServeContext): void {
  const { app, db } = context;
  serveEndpoint(app, db, sortingEndpoints.label, async ({ params, body }, { caller }) => {
    await label(context, [params.key], body, caller);
    return { done: true as const };
  });
  serveEndpoint(app, db, sortingEndpoints.labelMany, async ({ body }, { caller }) => {
    await label(context, body.keys, body, caller);
    return { done: true as const };
  });
  serveEndpoint(app, db, sortingEndpoints.unlabel, async ({ params }) => {
    await messageRow(db, params.key);
    await removeLabel(db, params.key);
    return { done: true as const };
  });
  serveEndpoint(app, db, sortingEndpoints.known, async ({ params, body }) => {
    const { id } = await mailboxHead(db, params.name);
    return { keys: await knownMessages(db, id, body.messages) };
  });
  serveEndpoint(app, db, sortingEndpoints.labels, async ({ params }) => {
    const { id } = await mailboxHead(db, params.name);
    return { items: (await listLabels(db, id)).map(({ seen: _, ...item }) => item) };
  });
  serveEndpoint(app, db, sortingEndpoints.unlabelled, async ({ params }) => {
    const { id } = await mailboxHead(db, params.name);
    return { items: await unlabelledOf(db, id, shownUnlabelled) };
  });
  serveEndpoint(app, db, sortingEndpoints.get, ({ params }, { caller }) =>
    describe(context, params.name, ownerOf(caller)),
  );
  serveEndpoint(app, db, sortingEndpoints.use, async ({ params, query }, { caller }) => {
    const { head, labels } = await sorterOf(context, params.name);
    if (query.dry === 'true') return { number: null, ...(await effectOf(context, head, labels, ownerOf(caller))) };
    const named = new Set(labels.map(({ category }) => category));
    if (named.size < 2) throw new YsError('YS-SORTER-TOO-FEW', { mailbox: params.name });
    return { number: await useSorter(db, head, labels, caller?.name ?? ''), looked: 0, asks: 0, changes: [] };
  });
}

/** More than anybody labels at a sitting. */
const shownUnlabelled = 200;

type Caller = Parameters<typeof ownerOf>[0];

async function label(
  { db, show, onward }: ServeContext,
  keys: readonly string[],
  { category, again }: { category: string | null; again: boolean },
  caller: Caller,
): Promise<void> {
  const messages = await labellable(db, [...new Set(keys)]);
  for (const message of messages) checkCategory(message, category);
  const seen = await show.seen({ rawIds: messages.map(({ rawId }) => rawId) }, ownerOf(caller));
  const labelled = messages.flatMap((message, i) => {
    const of = seen[i];
    return of ? [{ ...message, seen: of }] : [];
  });
  await putLabels(db, labelled, category, caller?.name ?? '');
  if (!again) return;
  for (const { key } of messages) await putThroughAgain(db, key, { through: null, forget: false });
  onward();
}

/** A mailbox that sorts, and its labels as a sorter learns from them. @throws YsError YS-NOT-FOUND, YS-SORTER-NONE */
async function sorterOf({ db }: ServeContext, name: string) {
  const head = await mailboxHead(db, name);
  const sorter = parseMailbox(head.source).data?.sorter;
  if (!sorter) throw new YsError('YS-SORTER-NONE', { mailbox: name });
  const items = await listLabels(db, head.id);
  const labels = items.map(({ category, seen }): Labelled => ({ category, seen }));
  return { head, sorter, items, labels };
}

/** What is wrong with the table of owners is said by the messages that wait for it. */
const ownerSaid = (owner: ReturnType<typeof ownerOfCategory>) => (typeof owner === 'string' ? owner : null);

/** A quarter of a year: what comes more and what less shows in it. */
const countedWeeks = 12;

async function describe(context: ServeContext, name: string, on: string) {
  const { db, show } = context;
  const { head, sorter, items, labels } = await sorterOf(context, name);
  const { categories, threshold = usualThreshold } = sorter;
  const counts = await sortedByWeek(db, head.id, countedWeeks);
  const weeksOf = (category: string | null) => counts.get(category) ?? Array.from({ length: countedWeeks }, () => 0);
  const inUse = await sorterInUse(db, head.id, head.sorter);
  const tables = await tablesFor(db, sorter.owners ? [sorter.owners.table] : []);
  const judged = await show.cross({ labels, categories }, on);
  const labelled = (category: string | null) => labels.filter((one) => one.category === category).length;
  return {
    mailbox: name,
    threshold,
    categories: [
      ...categories.map(({ category, about, when }) => ({
        category,
        about: about ?? null,
        owner: ownerSaid(ownerOfCategory({ sorter }, category, tables)),
        by_condition: when !== undefined,
        labelled: labelled(category),
        weeks: weeksOf(category),
      })),
      {
        category: noneOfThese,
        about: null,
        owner: null,
        by_condition: false,
        labelled: labelled(null),
        weeks: weeksOf(noneOfThese),
      },
    ],
    unsorted: weeksOf(null),
    asks: await modelAsked(context, sorter),
    in_use: inUse,
    current: inUse !== null && isSame(await lessonOf(db, head.id, inUse.number), labels),
    table: confusionOf(judged, [...categories.map(({ category }) => category), noneOfThese], threshold),
    judged: judged.flatMap(({ index, category, judged: { category: found, confidence, words } }) => {
      const item = items[index];
      if (!item) return [];
      const { message, subject, from, received } = item;
      const sure = confidence >= threshold;
      return [{ message, subject, from, received, labelled: category, judged: found, confidence, sure, words }];
    }),
  };
}

/** Mail that nothing else sorts is shown to it, so that is said. */
async function modelAsked(
  { db, secrets }: ServeContext,
  { ask_model: ask = true, categories }: Awaited<ReturnType<typeof sorterOf>>['sorter'],
): Promise<string | null> {
  const connection = await openModel(db, secrets);
  const isAsked = ask && connection?.may_ask === true && categories.some(({ about }) => about !== undefined);
  return isAsked ? connection.model : null;
}

function isSame(one: readonly Labelled[], other: readonly Labelled[]): boolean {
  const inOrder = (labels: readonly Labelled[]) => labels.map((label) => canonicalJson(label)).sort();
  return canonicalJson(inOrder(one)) === canonicalJson(inOrder(other));
}

/** Stored messages a sorter is tried on before it is used: as many as a thread reads in the time it has for a task. */
const triedOn = 200;

/** Which stored messages another sorter would give another category. */
async function effectOf(
  { db, show, secrets }: ServeContext,
  head: Awaited<ReturnType<typeof mailboxHead>>,
  labels: Labelled[],
  on: string,
) {
  const sieves = await liveSieves(db, head.sieves);
  const messages = await newestOf(db, head.id, triedOn);
  const labelled = await labelsOf(
    db,
    messages.map(({ key }) => key),
  );
  const connection = await openModel(db, secrets);
  const task = {
    mailbox: { digest: head.digest, source: head.source },
    sieves: [...sieves.values()].map(({ name, digest, source }) => ({ name, digest, source })),
    labels,
    model: connection?.model ?? '',
    mayAsk: connection?.may_ask === true,
    messages: messages.map(({ key, rawId, recipient, received, checked }) => ({
      rawId,
      labelled: labelled.get(key),
      arrival: { key, mailbox: head.name, recipient, received, trusted: [], checked, admitted: true },
    })),
  };
  const first = await show.sortStored({ ...task, answers: {} }, on);
  const answers = await keptAnswers(
    db,
    first.flatMap(({ asks }) => asks ?? []),
  );
  const sorted = Object.keys(answers).length === 0 ? first : await show.sortStored({ ...task, answers }, on);
  const changed = messages.flatMap(({ key, subject, from, received, category }, i) => {
    const { category: will = null, confidence = null, asks = null } = sorted[i] ?? {};
    // What a model would be asked first is not known to change.
    return will === category || asks !== null
      ? []
      : [{ message: key, subject, from, received, was: category, will, confidence }];
  });
  const left = await withDeliveries(
    db,
    changed.map(({ message }) => message),
  );
  return {
    looked: messages.length,
    asks: sorted.filter(({ asks }) => asks !== null).length,
    changes: changed.map((one) => ({ ...one, left: left.has(one.message) })),
  };
}
