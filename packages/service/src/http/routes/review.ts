import { type Editable, reviewEndpoints } from '@yellow-sieve/contract';
import { type CompiledSieve, type FieldOptions, type RouteHit, typeOfField, YsError } from '@yellow-sieve/core';
import type { Executor } from '../../database/connect.js';
import { confirmRecord, forUsAgain, layAside, takeBackConfirmation } from '../../sieves/confirm.js';
import { madeWith, readCorrection } from '../../sieves/correct.js';
import { teach } from '../../sieves/teach.js';
import { triedCorrection } from '../../sieves/try-correction.js';
import { countInReview, type Desk, hold, holdNext, type ReviewSelection, releaseDesk } from '../../store/hold-store.js';
import { noteAct } from '../../store/journal-store.js';
import { messageRow } from '../../store/message-store.js';
import { heldRowsBySieve, reviewCauses } from '../../store/review-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';

const done = { done: true as const };

/** What waits for a person, and what they do with it. */
export function serveReview(context: ServeContext): void {
  const { app, db, show, trying, onward, undoSeconds } = context;
  const tools = { db, show, trying };
  serveEndpoint(app, db, reviewEndpoints.causes, async ({ query }) => ({
    items: await reviewCauses(db, query),
    held_rows: await heldRowsBySieve(db, query),
  }));
  serveEndpoint(app, db, reviewEndpoints.confirm, async ({ params, body }, { caller }) => {
    const { revision, ...change } = body;
    const who = { by: caller?.name ?? '', on: ownerOf(caller), undoSeconds };
    const leaves = await confirmRecord(tools, { key: params.key, revision, change, ...who });
    onward();
    return { leaves: leaves.toISOString() };
  });
  serveEndpoint(app, db, reviewEndpoints.confirmMany, async ({ body }, { caller }) => {
    const who = { by: caller?.name ?? '', on: ownerOf(caller), undoSeconds };
    const items = [];
    for (const { key, revision } of body.items)
      items.push(
        await confirmRecord(tools, { key, revision, ...who }).then(
          (leaves) => ({ key, leaves: leaves.toISOString(), code: null, text: null }),
          (error) => refusedBy(key, error),
        ),
      );
    onward();
    return { items };
  });
  serveEndpoint(app, db, reviewEndpoints.undo, async ({ params }, { caller }) => {
    await takeBackConfirmation(db, params.key, caller?.name ?? '');
    onward();
    return done;
  });
  serveEndpoint(app, db, reviewEndpoints.notForUs, async ({ params, body }, { caller }) => {
    await layAside(db, params.key, body.reason, caller?.name ?? '');
    return done;
  });
  serveEndpoint(app, db, reviewEndpoints.forUs, async ({ params }, { caller }) => {
    await forUsAgain(db, params.key, caller?.name ?? '');
    onward();
    return done;
  });
  serveEndpoint(app, db, reviewEndpoints.note, async ({ params, body }, { caller }) => {
    await messageRow(db, params.key);
    await noteAct(db, { messageId: params.key, by: caller?.name ?? '', act: 'note', words: body.text });
    return done;
  });
  serveEndpoint(app, db, reviewEndpoints.try, async ({ params, body }, { caller }) => {
    const made = await madeWith(db, params.key);
    const { correcting, refused } = readCorrection(made, body);
    const result = await triedCorrection(tools, made, correcting, ownerOf(caller));
    if (result.kind === 'wants' || !result.outcome) throw new YsError('YS-CONFIRM-NOT-TRIED');
    return {
      outcome: { ...result.outcome, category: result.sorted?.category ?? null },
      routes: result.hits.map(routeOf),
      refused,
    };
  });
  serveEndpoint(app, db, reviewEndpoints.teach, ({ params, body }, { caller }) =>
    teach(
      { db, show, databaseUrl: trying.databaseUrl },
      { key: params.key, as: body.as, by: caller?.name ?? '', on: ownerOf(caller) },
    ),
  );
  serveDesks(context);
}

/** One at a time: a message is held for the page it is open in. */
function serveDesks({ app, db, holdSeconds }: ServeContext): void {
  const deskOf = (desk: string, by: string): Desk => ({ desk, by, seconds: holdSeconds });
  serveEndpoint(app, db, reviewEndpoints.next, async ({ body }, { caller }) => {
    const { desk, after, ...selection } = body;
    const key = await holdNext(db, selection, after, deskOf(desk, caller?.name ?? ''));
    const counts = await countInReview(db, selection, key, desk);
    return { item: key === null ? null : { key, ...counts, form: await formOf(db, key) }, ...counts };
  });
  serveEndpoint(app, db, reviewEndpoints.hold, async ({ params, body }, { caller }) => {
    const { desk, ...selection } = body;
    await messageRow(db, params.key);
    const other = await hold(db, params.key, deskOf(desk, caller?.name ?? ''));
    if (other) throw new YsError('YS-REVIEW-HELD', { by: other.heldBy });
    return itemOf(db, params.key, selection, desk);
  });
  serveEndpoint(app, db, reviewEndpoints.release, async ({ params }) => {
    await releaseDesk(db, params.desk);
    return done;
  });
}

async function itemOf(db: ServeContext['db'], key: string, selection: ReviewSelection, desk: string) {
  return { key, ...(await countInReview(db, selection, key, desk)), form: await formOf(db, key) };
}

/** What can be written of a record; null where nothing can: there is none, or a draft made it. */
async function formOf(db: Executor, key: string) {
  try {
    const { compiled } = await madeWith(db, key);
    return editablesOf(compiled);
  } catch (error) {
    if (error instanceof YsError && error.code === 'YS-MESSAGE-NO-RECORD') return null;
    throw error;
  }
}

function editablesOf({ fields, columns }: CompiledSieve) {
  const each = (declared: Readonly<Record<string, FieldOptions>>) =>
    Object.entries(declared).map(
      ([name, options]): Editable => ({
        name,
        title: typeof options.title === 'string' ? options.title : null,
        options,
        choices: choicesOf(options),
      }),
    );
  return { fields: each(fields), columns: each(columns) };
}

function choicesOf(options: FieldOptions): string[] {
  if (Array.isArray(options.choices)) return options.choices.map(String);
  return typeOfField(options)?.inAnswer === 'boolean' ? ['yes', 'no'] : [];
}

const routeOf = ({ route, to, fires, why, lines }: RouteHit) => ({ route, destination: to, fires, why, lines });

function refusedBy(key: string, error: unknown) {
  if (!(error instanceof YsError)) throw error;
  return { key, leaves: null, code: error.code, text: error.message };
}
