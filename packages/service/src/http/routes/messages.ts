import { Readable } from 'node:stream';
import { messageEndpoints, namesIn, type QueryOf } from '@yellow-sieve/contract';
import { compileSieve } from '@yellow-sieve/core';
import type { AgainParams } from '../../jobs/index.js';
import { originalFile } from '../../original/original-file.js';
import { confirmationOf } from '../../store/confirmation-store.js';
import { isOpen } from '../../store/delivery-store.js';
import { listMessages, messagesByKey, messagesToSearch } from '../../store/find-messages.js';
import { searchable, searchWords } from '../../store/finding-store.js';
import { createJob } from '../../store/job-store.js';
import { labelsOf } from '../../store/label-store.js';
import { messageDetail, messageRow, putThroughAgain, takeIn } from '../../store/message-store.js';
import { cursorId } from '../../store/paging.js';
import { rawPieces } from '../../store/raw-store.js';
import { sieveSource } from '../../store/sieve-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';

export function serveMessages(context: ServeContext): void {
  const { app, db, show, onward } = context;
  serveEndpoint(app, db, messageEndpoints.list, ({ query }) => listMessages(db, query));
  serveEndpoint(app, db, messageEndpoints.within, ({ query }, { caller }) =>
    foundWithin(context, query, ownerOf(caller)),
  );
  serveEndpoint(app, db, messageEndpoints.get, ({ params }) => detailOf(db, params.key));
  serveEndpoint(app, db, messageEndpoints.raw, async ({ params }) => {
    const { rawId } = await messageRow(db, params.key);
    return {
      type: 'message/rfc822',
      name: `${params.key}.eml`,
      body: Readable.from(rawPieces(db, rawId), { objectMode: false }),
    };
  });
  serveEndpoint(app, db, messageEndpoints.reading, async ({ params }, { caller }) => {
    const { rawId, body } = await shownAs(db, params.key);
    return show.reading({ rawId, body }, ownerOf(caller));
  });
  serveEndpoint(app, db, messageEndpoints.original, async ({ params }, { caller }) =>
    originalFile(await show.original(await shownAs(db, params.key), ownerOf(caller))),
  );
  serveEndpoint(app, db, messageEndpoints.takeIn, async ({ params }, { caller }) => {
    await takeIn(db, params.key, caller?.name ?? '');
    onward();
    return { key: params.key };
  });
  serveEndpoint(app, db, messageEndpoints.again, async ({ params, query }) => {
    await putThroughAgain(db, params.key, againOptions(query));
    onward();
    return { key: params.key };
  });
  serveEndpoint(app, db, messageEndpoints.againMany, async ({ query, body }, { caller }) => {
    const dry = query.dry === 'true';
    const made: AgainParams = { selection: body, ...againOptions(query), tells: namesIn(query.tells), dry };
    const job = await createJob(db, {
      kind: 'again',
      title: `${dry ? 'What would come of putting through again' : 'Put through again'}: ${selectionText(body)}`,
      sieve: query.draft ?? body.sieve ?? null,
      by: caller?.name ?? '',
      params: made,
    });
    onward();
    return { job };
  });
}

/** Messages looked through in one step of a thread, and at the most for one answer. */
const perStep = 50;
const perAnswer = 2000;
/** Milliseconds after which an answer is given with what was found so far, and messages after which it is. */
const longestSearchMs = 1500;
const enoughFound = 20;

type Within = QueryOf<typeof messageEndpoints.within>;

/** Looks through the texts of a stretch of messages, newest first. */
async function foundWithin({ db, show }: ServeContext, { words, cursor, ...filter }: Within, on: string) {
  const wanted = searchWords(words).map(searchable);
  const until = Date.now() + longestSearchMs;
  const excerpts = new Map<string, string>();
  let at = cursorId(cursor);
  let backTo: Date | null = null;
  let searched = 0;
  let over = false;
  while (!over && searched < perAnswer && excerpts.size < enoughFound && Date.now() < until) {
    const messages = await messagesToSearch(db, filter, at, perStep);
    for (const { key, excerpt } of await show.search({ messages, words: wanted }, on)) excerpts.set(key, excerpt);
    searched += messages.length;
    at = messages.at(-1)?.key ?? at;
    backTo = messages.at(-1)?.received ?? backTo;
    over = messages.length < perStep;
  }
  const items = await messagesByKey(db, [...excerpts.keys()]);
  return {
    items: items.map((item) => ({ ...item, excerpt: excerpts.get(item.key) ?? '' })),
    searched,
    back_to: backTo?.toISOString() ?? null,
    next: over ? null : (at ?? null),
  };
}

const againOptions = ({ draft, forget }: { draft?: string | undefined; forget: 'true' | 'false' }) => ({
  through: draft === undefined ? null : { sieve: draft, version: 'draft' as const },
  forget: forget === 'true',
});

/** A selection in words. */
function selectionText({ keys, ...rest }: AgainParams['selection']): string {
  const parts = Object.entries(rest).map(([name, value]) => `${name} ${value}`);
  return [...(keys ? [`${keys.length} chosen`] : []), ...parts].join(', ') || 'all messages';
}

/** What of a message its sieve looked at, and where in it the values stand. */
async function shownAs(db: ServeContext['db'], key: string) {
  const { rawId } = await messageRow(db, key);
  const { revision } = await messageDetail(db, key);
  const version = revision?.madeFrom.sieveVersion ?? null;
  const source = revision && version !== null ? await sieveSource(db, revision.sieve, version) : null;
  const fields = Object.keys(revision?.fields ?? {});
  const marks = Object.entries(revision?.evidence ?? {}).flatMap(([path, places]) =>
    places.flatMap(({ in: where, start, end }) =>
      where === 'message.text' && start !== null && end !== null
        ? [{ field: path, place: Math.max(0, fields.indexOf(path)), start, end }]
        : [],
    ),
  );
  return { rawId, body: source === null ? ('html' as const) : compileSieve(source).body, marks };
}

async function detailOf(db: ServeContext['db'], key: string) {
  const { row, record, revision, routes, deliveries } = await messageDetail(db, key);
  const confirmed = await confirmationOf(db, key);
  const { sorting, checked } = await messageRow(db, key);
  const labelled = await labelsOf(db, [key]);
  return {
    ...row,
    sorting,
    sender_checks: checked,
    labelled: labelled.get(key) ?? null,
    record,
    confirmed: confirmed && {
      by: confirmed.by,
      at: confirmed.at.toISOString(),
      leaves: confirmed.leavesAt.toISOString(),
    },
    revision: revision?.number ?? null,
    made: revision?.createdAt.toISOString() ?? null,
    made_from: revision?.madeFrom ?? null,
    outcome: revision && outcomeOf(row, revision),
    routes: routes.map(({ route, destination, fires, why, lines }) => ({ route, destination, fires, why, lines })),
    deliveries: deliveries.map(
      ({ id, route, destination, state, answer, attempts, dueAt, updatedAt, leftOver, revision: made }) => ({
        key: id,
        route,
        destination,
        state,
        answer,
        attempts,
        next_try: isOpen(state) ? dueAt.toISOString() : null,
        left_over: leftOver,
        revision: made,
        updated: updatedAt.toISOString(),
      }),
    ),
  };
}

type Detail = Awaited<ReturnType<typeof messageDetail>>;

/** The outcome in the same public form, and key order, as `sift --json` prints it. */
function outcomeOf(row: Detail['row'], revision: NonNullable<Detail['revision']>) {
  const { verdict, reasons, sieve, layout, score, fields, rows, heldRows, evidence, problems, trace } = revision;
  const { category } = row;
  const leftovers = revision.leftovers ?? [];
  const held = heldRows ? { held_rows: heldRows } : {};
  const found = { layout, score, fields, rows, evidence, problems, ...held, leftovers, trace };
  return { verdict, reasons, category, sieve, ...found };
}
