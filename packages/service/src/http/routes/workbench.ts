import { type ShownRef, workbenchEndpoints } from '@yellow-sieve/contract';
import {
  type BodyChoice,
  type HandleResult,
  type ModelQuestion,
  type SieveAct,
  tryCompileSieve,
  untilAnswered,
  YsError,
} from '@yellow-sieve/core';
import type { Mark } from '../../original/mark-source.js';
import { originalFile } from '../../original/original-file.js';
import { type Comparer, compareAll, keptAnswers } from '../../pipeline/compare.js';
import type { CompareItem } from '../../pipeline/threads/compare.js';
import { sampleItem, storedItem, storedItems, untakenItems } from '../../sieves/items.js';
import { mailboxesNaming, ruleStates } from '../../sieves/rule-state.js';
import { findDraft } from '../../store/draft-store.js';
import { messageRow } from '../../store/message-store.js';
import { cursorId } from '../../store/paging.js';
import { getSample, listSamples } from '../../store/sample-store.js';
import { findSieve, type LiveSieve, listSieves } from '../../store/sieve-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';

/** The workbench: texts that nobody kept yet, tried on messages. */
export function serveWorkbench(context: ServeContext): void {
  const { app, db, show, trying } = context;
  serveEndpoint(app, db, workbenchEndpoints.states, async ({ params }) => {
    const [live, draft] = [await findSieve(db, params.name), await findDraft(db, params.name)];
    if (!live && !draft) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name: params.name });
    return {
      live: live && { ...live, trial: live.trial && { ...live.trial, since: live.trial.since.toISOString() } },
      draft,
    };
  });
  serveEndpoint(app, db, workbenchEndpoints.outline, ({ body }, { caller }) => show.outline(body, ownerOf(caller)));
  serveEndpoint(app, db, workbenchEndpoints.names, async () => ({ items: namesOf(await listSieves(db)) }));
  serveEndpoint(app, db, workbenchEndpoints.columns, async ({ params, query }) => {
    const found = await selected(context, params.name, query, query);
    const items = found.slice(0, query.limit).map(({ name, subject }) => ({ name, subject }));
    return { items, next: nextOf(found, query.limit) };
  });
  serveEndpoint(app, db, workbenchEndpoints.tried, ({ params, query, body }) =>
    triedPage(context, params.name, query, body),
  );
  serveEndpoint(app, db, workbenchEndpoints.shown, async ({ params, body }, { caller }) => {
    const item = await itemOf(context, params.name, body.message);
    return shownReply(await shownResult(context, params.name, body.source, item, ownerOf(caller)));
  });
  serveEndpoint(app, db, workbenchEndpoints.reading, async ({ params, body }, { caller }) => {
    const { rawId } = await itemOf(context, params.name, body.message);
    return show.reading({ rawId, body: 'html' }, ownerOf(caller));
  });
  serveEndpoint(app, db, workbenchEndpoints.original, async ({ params, query }, { caller }) => {
    const { sample, message, marks } = query;
    const ref = sample !== undefined ? { sample } : message !== undefined ? { message } : null;
    if (!ref) throw new YsError('YS-REQUEST-INVALID', { detail: '“sample” or “message” has to be given' });
    const { rawId } = await namedRaw(context, params.name, ref);
    const body = await bodyOf(context, params.name);
    return originalFile(await show.original({ rawId, body, marks: marksOf(marks) }, ownerOf(caller)));
  });
  serveEndpoint(app, db, workbenchEndpoints.edit, async ({ params, body }, { caller }) => {
    const message = body.message ? await namedRaw(context, params.name, body.message) : null;
    const task = { database: trying.databaseUrl, source: body.source, act: body.act as SieveAct, message };
    const edited = await show.edit(task, ownerOf(caller));
    return edited.ok
      ? { source: edited.source, field: edited.field ?? null, names: edited.names ?? [], problems: [] }
      : { source: null, field: null, names: [], problems: edited.problems };
  });
  serveEndpoint(app, db, workbenchEndpoints.rule, async ({ params, body }, { caller }) => {
    const { source, rule, place, message, text = '' } = body;
    const rawId = message ? (await namedRaw(context, params.name, message)).rawId : null;
    const tried = await show.rule({ database: trying.databaseUrl, source, rule, place, rawId, text }, ownerOf(caller));
    return tried.ok ? { problems: [], tried: tried.outcome } : { problems: tried.problems, tried: null };
  });
  serveEndpoint(app, db, workbenchEndpoints.count, async ({ params: { name }, body }, { caller }) => {
    const { source, rule, place, mailbox } = body;
    const items = mailbox
      ? await untakenItems(db, { mailbox, before: undefined, takenBy: name }, counted)
      : await storedItems(
          db,
          { mailboxIds: (await mailboxesNaming(db, name)).map(({ id }) => id), before: undefined },
          counted,
        );
    const rawIds = items.map(({ rawId }) => rawId);
    const count = await show.count({ database: trying.databaseUrl, source, rule, place, rawIds }, ownerOf(caller));
    return { count };
  });
  serveEndpoint(app, db, workbenchEndpoints.guess, async ({ params, body }, { caller }) => {
    const { message: ref, ...stretch } = body;
    const message = await namedRaw(context, params.name, ref);
    return show.guess({ database: trying.databaseUrl, message, ...stretch }, ownerOf(caller));
  });
}

/** Stored messages that a rule is counted in. */
const counted = 200;

/** The part of a message the sieve looks at, as it is being edited. */
async function bodyOf({ db }: ServeContext, name: string): Promise<BodyChoice> {
  const source = (await findDraft(db, name))?.source ?? (await findSieve(db, name))?.source;
  const compiled = source === undefined ? null : tryCompileSieve(source);
  return compiled?.ok ? compiled.sieve.body : 'html';
}

/** Marks as the query has them. */
const marksOf = (text: string): Mark[] =>
  text
    .split(',')
    .filter(Boolean)
    .map((one) => {
      const [start = 0, end = 0, place = 0] = one.split('-').map(Number);
      return { field: String(place), place, start, end };
    });

/** Fields and columns of some sieves by name, the most used first. */
function namesOf(sieves: readonly LiveSieve[]) {
  const names = new Map<string, { name: string; type: string; sieves: string[] }>();
  for (const { name: sieve, source } of sieves) {
    const compiled = tryCompileSieve(source);
    if (!compiled.ok) continue;
    for (const [name, { type }] of Object.entries({ ...compiled.sieve.fields, ...compiled.sieve.columns })) {
      const known = names.get(name) ?? { name, type, sieves: [] };
      known.sieves.push(sieve);
      names.set(name, known);
    }
  }
  return [...names.values()].sort((a, b) => b.sieves.length - a.sieves.length || a.name.localeCompare(b.name));
}

interface Selection {
  of: 'samples' | 'stored';
  mailbox?: string | undefined;
}

interface Paging {
  limit: number;
  cursor?: string | undefined;
}

/** One more than the page holds, so that it is known whether there is a next one. */
async function selected(
  { db }: ServeContext,
  name: string,
  { of, mailbox }: Selection,
  { limit, cursor }: Paging,
): Promise<CompareItem[]> {
  if (of === 'samples') return (await listSamples(db, name, { after: cursor, limit: limit + 1 })).map(sampleItem);
  const before = cursorId(cursor);
  if (mailbox !== undefined) return untakenItems(db, { mailbox, before, takenBy: name }, limit + 1);
  const mailboxIds = (await mailboxesNaming(db, name)).map(({ id }) => id);
  return storedItems(db, { mailboxIds, before, takenBy: name }, limit + 1);
}

const nextOf = (found: readonly CompareItem[], limit: number) =>
  found.length > limit ? (found[limit - 1]?.name ?? null) : null;

async function triedPage(
  context: ServeContext,
  name: string,
  paging: Paging,
  { source, ...selection }: Selection & { source: string },
) {
  const { db, trying } = context;
  const states = await ruleStates(db, name, source);
  const found = await selected(context, name, selection, paging);
  const compared = await compareAll(trying.comparer as Comparer, db, {
    database: trying.databaseUrl,
    sieve: name,
    items: found.slice(0, paging.limit),
    before: states.before,
    after: states.after,
    model: await trying.model(),
  });
  return {
    items: compared.flatMap(({ item, reply }) => (reply ? [{ ...reply.coverage, subject: item.subject }] : [])),
    next: nextOf(found, paging.limit),
  };
}

/** A sample as such; a stored message as it came, or, where its mailbox does not name the sieve, with the sieve alone. */
export async function itemOf({ db }: Pick<ServeContext, 'db'>, name: string, ref: ShownRef): Promise<CompareItem> {
  if ('sample' in ref) return sampleItem(await getSample(db, name, ref.sample));
  return storedItem(db, ref.message, name);
}

async function namedRaw(context: ServeContext, name: string, ref: ShownRef): Promise<{ name: string; rawId: string }> {
  if ('message' in ref)
    return { name: `samples/${ref.message}.eml`, rawId: (await messageRow(context.db, ref.message)).rawId };
  return { name: ref.sample, rawId: (await getSample(context.db, name, ref.sample)).rawId };
}

/** What a text makes of one message; questions to a model are answered by kept answers alone. */
async function shownResult(
  { db, show, trying }: ServeContext,
  sieve: string,
  source: string,
  item: CompareItem,
  on: string,
): Promise<HandleResult> {
  const { after: state } = await ruleStates(db, sieve, source);
  const task = { database: trying.databaseUrl, sieve, item, state, model: await trying.model() };
  return untilAnswered(
    (answers) => show.shown({ ...task, answers }, on),
    (wants: readonly ModelQuestion[]) =>
      keptAnswers(
        db,
        wants.map(({ digest }) => digest),
      ),
  );
}

const shownReply = (result: HandleResult) =>
  result.kind === 'wants'
    ? { verdict: null, reasons: [], outcome: null, hits: [], tried: false }
    : { verdict: result.verdict, reasons: result.reasons, outcome: result.outcome, hits: result.hits, tried: true };
