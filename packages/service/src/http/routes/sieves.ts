import { type DraftItem, sieveEndpoints, type VersionItem } from '@yellow-sieve/contract';
import {
  accuracyOf,
  type CompiledSieve,
  compileSieve,
  editSieve,
  routeSchema,
  tryCompileSieve,
  YsError,
} from '@yellow-sieve/core';
import { createTwoFilesPatch, FILE_HEADERS_ONLY } from 'diff';
import type { EffectParams } from '../../jobs/index.js';
import { compareAll } from '../../pipeline/compare.js';
import { sampleItem, storedItems } from '../../sieves/items.js';
import { goBack, publish, publishDraft } from '../../sieves/publish.js';
import { planRename, type RenameRequest, rename } from '../../sieves/rename.js';
import { ruleStates, type SieveState, sourceOf } from '../../sieves/rule-state.js';
import { type Draft, forgetDraft, getDraft, listDrafts, putDraft } from '../../store/draft-store.js';
import { createJob } from '../../store/job-store.js';
import { accuracyByWeek } from '../../store/judgement-store.js';
import { messageRow } from '../../store/message-store.js';
import { cursorId } from '../../store/paging.js';
import { removeSieve } from '../../store/removal-store.js';
import { listSamples } from '../../store/sample-store.js';
import { getSieve, getVersion, type LiveSieve, listSieves, listVersions } from '../../store/sieve-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';

const sieveItem = ({ name, title, version, digest, by, updated, source, trial }: LiveSieve) => ({
  name,
  title,
  version,
  digest,
  by,
  updated: updated.toISOString(),
  trial: trial && { since: trial.since.toISOString(), by: trial.by },
  source,
});

const versionItem = ({
  number,
  digest,
  by,
  why,
  backTo,
  renamed,
  created,
  source,
}: Awaited<ReturnType<typeof getVersion>>): VersionItem & { source: string } => ({
  number,
  digest,
  by,
  why,
  back_to: backTo,
  renamed,
  created: created.toISOString(),
  source,
});

function draftItem({ source, digest, base, by, updatedAt }: Draft): DraftItem {
  const compiled = tryCompileSieve(source);
  return {
    source,
    digest,
    base,
    by,
    updated: updatedAt.toISOString(),
    problems: compiled.ok ? [] : compiled.problems,
  };
}

/** The fields of a sieve, as tables of records need them. */
const fieldsOf = ({ fields }: CompiledSieve) =>
  Object.entries(fields).map(([name, { type, unit, required }]) => ({
    name,
    type,
    unit: typeof unit === 'string' ? unit : null,
    required: required ?? false,
  }));

/** Sieves, their versions, drafts, coverage and the effect of changes. */
export function serveSieves(context: ServeContext): void {
  const { app, db, trying, onward } = context;
  serveEndpoint(app, db, sieveEndpoints.list, async () => ({
    items: (await listSieves(db)).map(sieveItem),
    next: null,
  }));
  serveEndpoint(app, db, sieveEndpoints.get, async ({ params }) => {
    const live = await getSieve(db, params.name);
    return { ...sieveItem(live), fields: fieldsOf(compileSieve(live.source)) };
  });
  serveEndpoint(app, db, sieveEndpoints.routeSchema, async ({ params }) => {
    const { source } = await getSieve(db, params.name);
    return routeSchema(compileSieve(source), params.route).schema;
  });
  serveEndpoint(app, db, sieveEndpoints.routeExample, async ({ params }) => {
    const { source } = await getSieve(db, params.name);
    return routeSchema(compileSieve(source), params.route).example;
  });
  serveEndpoint(app, db, sieveEndpoints.put, async ({ params, query, body, match }, { caller }) =>
    sieveItem(
      await publish(trying, {
        name: params.name,
        source: body,
        by: caller?.name ?? '',
        why: query.why,
        trial: query.live !== 'true',
        match,
      }),
    ),
  );
  serveVersions(context);
  serveDrafts(context);
  serveEndpoint(app, db, sieveEndpoints.coverage, ({ params, query }) => coveragePage(context, params.name, query));
  serveEndpoint(app, db, sieveEndpoints.effect, async ({ params, body }, { caller }) => {
    const source = body.source ?? (await sourceOf(db, params.name, body.with));
    // What does not compile is said now, not by a job that fails.
    await ruleStates(db, params.name, source);
    const made: EffectParams = { sieve: params.name, source, stored: body.stored };
    const job = await createJob(db, {
      kind: 'effect',
      title: `Effect of a change of ${params.name}`,
      sieve: params.name,
      by: caller?.name ?? '',
      params: made,
    });
    onward();
    return { job };
  });
  serveEndpoint(app, db, sieveEndpoints.remove, ({ params, query }) =>
    removeSieve(db, params.name, query.dry === 'true'),
  );
  serveEndpoint(app, db, sieveEndpoints.suggest, ({ body }, { caller }) => suggested(context, body, ownerOf(caller)));
  serveEndpoint(app, db, sieveEndpoints.rename, ({ params, body, match }, { caller }) =>
    renameNamed(context, { name: params.name, by: caller?.name ?? '', match, ...body }),
  );
  serveEndpoint(app, db, sieveEndpoints.accuracy, async ({ params }) => ({
    items: await accuracyByWeek(db, params.name),
  }));
}

/** What was live before, how it differs, and the way back. */
function serveVersions({ app, db, trying }: ServeContext): void {
  serveEndpoint(app, db, sieveEndpoints.versions, async ({ params, query }) => {
    const rows = await listVersions(db, params.name, below(query.cursor), query.limit + 1);
    const items = rows.slice(0, query.limit).map(versionItem);
    return { items, next: rows.length > query.limit ? String(items.at(-1)?.number) : null };
  });
  serveEndpoint(app, db, sieveEndpoints.version, async ({ params }) =>
    versionItem(await getVersion(db, params.name, params.number)),
  );
  serveEndpoint(app, db, sieveEndpoints.compare, async ({ params, query }) => {
    const [from, to] = [await sourceOf(db, params.name, query.from), await sourceOf(db, params.name, query.to)];
    const named = (state: SieveState) => `${params.name} ${typeof state === 'number' ? `version ${state}` : state}`;
    return { same: from === to, diff: diffOf([named(query.from), from], [named(query.to), to]) };
  });
  serveEndpoint(app, db, sieveEndpoints.back, async ({ params, body, match }, { caller }) =>
    sieveItem(await goBack(trying, params.number, { name: params.name, by: caller?.name ?? '', why: body.why, match })),
  );
}

/** What is not live yet. */
function serveDrafts({ app, db, trying }: ServeContext): void {
  serveEndpoint(app, db, sieveEndpoints.drafts, async () => ({
    items: (await listDrafts(db)).map(({ updatedAt, ...draft }) => ({ ...draft, updated: updatedAt.toISOString() })),
    next: null,
  }));
  serveEndpoint(app, db, sieveEndpoints.draft, async ({ params }) => draftItem(await getDraft(db, params.name)));
  serveEndpoint(app, db, sieveEndpoints.putDraft, async ({ params, query, body, match }, { caller }) =>
    draftItem(await putDraft(db, { name: params.name, source: body, by: caller?.name ?? '', match, base: query.base })),
  );
  serveEndpoint(app, db, sieveEndpoints.dropDraft, async ({ params }) => {
    await forgetDraft(db, params.name);
    return { done: true as const };
  });
  serveEndpoint(app, db, sieveEndpoints.publish, async ({ params, body, match }, { caller }) =>
    sieveItem(await publishDraft(trying, { name: params.name, by: caller?.name ?? '', match, ...body })),
  );
}

interface SuggestRequest {
  messages: string[];
  sieve: string;
  samples: boolean;
  without: string[];
  locale?: string | undefined;
}

async function suggested(
  { db, show }: ServeContext,
  { messages: keys, sieve, samples, without, locale }: SuggestRequest,
  on: string,
) {
  const messages = [];
  for (const key of keys) messages.push({ name: `samples/${key}.eml`, rawId: (await messageRow(db, key)).rawId });
  const found = await show.suggest({ messages, options: { sieve, samples, ...(locale ? { locale } : {}) } }, on);
  if (!found) throw new YsError('YS-SUGGEST-NOTHING');
  const left = ({ name }: { name: string }) => !without.includes(name);
  const source = without.reduce((text, field) => {
    const edited = editSieve(text, { act: 'remove field', field }, null);
    if (!edited.ok) throw new YsError(edited.problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, edited.problems);
    return edited.source;
  }, found.source);
  return { ...found, source, fields: found.fields.filter(left), columns: found.columns.filter(left) };
}

async function renameNamed({ db, onward }: ServeContext, request: RenameRequest & { dry: boolean }) {
  const plan = await planRename(db, request);
  const { live, renamed } = plan;
  const shown = {
    diff: diffOf([`${live.name} now`, live.source], [`${live.name} renamed`, renamed.source], 1),
    places: renamed.places,
    spelled_out: renamed.spelledOut,
    asks: plan.asks,
    draft: plan.draft !== null,
    samples: plan.samples,
    records: plan.records,
  };
  if (request.dry) return { ...shown, version: live.version, job: null };
  const done = await rename(db, request, plan);
  onward();
  return { ...shown, ...done };
}

type Named = readonly [name: string, text: string];

/** Two texts compared line by line, with some lines around each change. */
const diffOf = ([fromName, from]: Named, [toName, to]: Named, context = 3) =>
  createTwoFilesPatch(fromName, toName, from, to, '', '', { context, headerOptions: FILE_HEADERS_ONLY });

/** Cursor of versions: the number of the last one shown. */
function below(cursor: string | undefined): number | undefined {
  if (cursor === undefined) return undefined;
  if (!/^\d{1,9}$/.test(cursor)) throw new YsError('YS-REQUEST-CURSOR');
  return Number(cursor);
}

interface CoverageQuery {
  limit: number;
  cursor?: string | undefined;
  of: 'samples' | 'stored';
  with: SieveState;
}

async function coveragePage({ db, trying }: ServeContext, name: string, query: CoverageQuery) {
  const source = await sourceOf(db, name, query.with);
  const states = await ruleStates(db, name, source);
  const { limit, cursor } = query;
  const found =
    query.of === 'samples'
      ? (await listSamples(db, name, { after: cursor, limit: limit + 1 })).map(sampleItem)
      : await storedItems(db, { mailboxIds: states.mailboxIds, before: cursorId(cursor), takenBy: name }, limit + 1);
  const compared = await compareAll(trying.comparer, db, {
    database: trying.databaseUrl,
    sieve: name,
    items: found.slice(0, limit),
    before: query.with === 'live' ? null : states.before,
    after: states.after,
    model: await trying.model(),
  });
  const items = compared.flatMap(({ item, reply }) =>
    reply ? [{ ...reply.coverage, subject: item.subject, unreadable: reply.unreadable }] : [],
  );
  return {
    fields: fieldsOf(compileSieve(source)),
    accuracy: accuracyOf(items),
    items,
    next: found.length > limit ? (found[limit - 1]?.name ?? null) : null,
  };
}
