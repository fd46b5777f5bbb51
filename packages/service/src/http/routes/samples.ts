import { Readable } from 'node:stream';
import { type SampleItem, sampleEndpoints } from '@yellow-sieve/contract';
import { compileSieve, type Evidence, type ExpectSource, type JsonValue, YsError } from '@yellow-sieve/core';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { takeRaw } from '../../intake/accept.js';
import { compareAll } from '../../pipeline/compare.js';
import { checkedValues } from '../../sieves/correct.js';
import { sampleItem } from '../../sieves/items.js';
import { ruleStates, sourceOf } from '../../sieves/rule-state.js';
import { workingSource } from '../../sieves/working-source.js';
import { messageDetail, messageRow } from '../../store/message-store.js';
import { rawPieces } from '../../store/raw-store.js';
import {
  copySample,
  describeSample,
  findSample,
  getSample,
  importExpected,
  listSamples,
  putSample,
  removeSample,
  type SampleRow,
  setExpected,
} from '../../store/sample-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

const published = ({ name, subject, fromAddress, messageId, expect, by, updatedAt }: SampleRow): SampleItem => ({
  name,
  subject,
  from: fromAddress,
  message: messageId,
  expect: expect as SampleItem['expect'],
  by,
  updated: updatedAt.toISOString(),
});

/** Samples of sieves, and what is expected of them. */
export function serveSamples(context: ServeContext): void {
  const { app, db } = context;
  const shown = async (sieve: string, name: string) => published(await getSample(db, sieve, name));
  serveEndpoint(app, db, sampleEndpoints.list, async ({ params, query }) => {
    const rows = await listSamples(db, params.name, { after: query.cursor, limit: query.limit + 1 });
    const items = rows.slice(0, query.limit).map(published);
    return { items, next: rows.length > query.limit ? (items.at(-1)?.name ?? null) : null };
  });
  serveEndpoint(app, db, sampleEndpoints.get, ({ params }) => shown(params.name, params.sample));
  serveEndpoint(app, db, sampleEndpoints.raw, async ({ params }) => {
    const { rawId, name } = await getSample(db, params.name, params.sample);
    const body = Readable.from(rawPieces(db, rawId), { objectMode: false });
    return { type: 'message/rfc822', name: name.replace(/^.*\//, ''), body };
  });
  serveEndpoint(app, db, sampleEndpoints.put, async ({ params, body }) => {
    await keep(context, params.name, params.sample, body);
    return shown(params.name, params.sample);
  });
  serveEndpoint(app, db, sampleEndpoints.paste, async ({ params, body }) => {
    const { from, subject, text } = body;
    const raw = await new MailComposer({ from, subject, text }).compile().build();
    await keep(context, params.name, params.sample, Readable.from([raw]));
    return shown(params.name, params.sample);
  });
  serveEndpoint(app, db, sampleEndpoints.fromMessage, async ({ params, body }, { caller }) => {
    const sample = body.sample ?? `samples/${body.message}.eml`;
    // Values first: where there are none to confirm, no sample is made either.
    const expected = body.confirm ? await recordValues(db, params.name, body.message) : null;
    await copy(context, params.name, sample, body.message);
    if (expected) await setExpected(db, { sieve: params.name, name: sample }, expected, caller?.name ?? '');
    return shown(params.name, sample);
  });
  serveEndpoint(app, db, sampleEndpoints.expect, async ({ params, body }, { caller }) => {
    const row = await getSample(db, params.name, params.sample);
    const expect = body.expect as ExpectSource | null;
    if (expect) checkedValues(compileSieve((await workingSource(db, params.name)).source), expect);
    await setExpected(db, row, expect, caller?.name ?? '');
    return shown(params.name, params.sample);
  });
  serveEndpoint(app, db, sampleEndpoints.confirm, async ({ params, body }, { caller }) => {
    const row = await getSample(db, params.name, params.sample);
    const made = await madeNow(context, row, body.with);
    const keep = (field: string) => !body.fields || body.fields.includes(field);
    const confirmed = Object.fromEntries(Object.entries(made).filter(([field]) => keep(field)));
    await setExpected(db, row, { ...row.expect, ...confirmed } as ExpectSource, caller?.name ?? '');
    return shown(params.name, params.sample);
  });
  serveEndpoint(app, db, sampleEndpoints.remove, async ({ params }) => {
    await removeSample(db, params.name, params.sample);
    return { done: true as const };
  });
}

async function keep(context: ServeContext, sieve: string, name: string, raw: Readable): Promise<void> {
  const { db, intake, together } = context;
  const { source, by } = await workingSource(db, sieve);
  const known = await findSample(db, sieve, name);
  const made = { sieve, name, subject: '', fromAddress: null, messageId: null };
  await takeRaw(intake, raw, (writer) => putSample({ db, together }, writer, made));
  await describe(context, sieve, name);
  // What the live file expects of a sample counts from the moment the sample is there.
  const { samples = [] } = compileSieve(source).source;
  if (!known)
    await importExpected(
      db,
      sieve,
      samples.filter(({ message }) => message === name),
      by ?? '',
    );
}

/** Subject and sender are for listings; a message that cannot be read in time has none. */
async function describe({ db, show }: ServeContext, sieve: string, name: string): Promise<void> {
  const { rawId } = await getSample(db, sieve, name);
  const reading = await show.reading({ rawId, body: 'html' }, `samples of ${sieve}`);
  if (reading) await describeSample(db, sieve, name, reading.subject, reading.from?.address ?? null);
}

async function copy({ db }: ServeContext, sieve: string, name: string, messageId: string): Promise<void> {
  await workingSource(db, sieve);
  const { rawId, subject, fromAddress } = await messageRow(db, messageId);
  await copySample(db, { sieve, name, subject: subject ?? '', fromAddress, messageId }, rawId);
}

/** The values of a message's record, as they would be expected. */
async function recordValues(db: ServeContext['db'], sieve: string, message: string): Promise<ExpectSource> {
  const { revision } = await messageDetail(db, message);
  if (revision?.sieve !== sieve) throw new YsError('YS-MESSAGE-NO-RECORD');
  const { columns } = compileSieve((await workingSource(db, sieve)).source);
  return expectedFrom(revision, Object.keys(columns).length > 0);
}

interface Values {
  fields: Record<string, JsonValue>;
  rows: Record<string, JsonValue>[];
  evidence: Record<string, Evidence[]>;
}

/** Values as expected ones. What only a default put there is missing in the message. */
function expectedFrom({ fields, rows, evidence }: Values, hasRows: boolean): ExpectSource {
  const defaulted = (field: string) => evidence[field]?.every(({ how }) => how === 'default') ?? false;
  return {
    ...Object.fromEntries(Object.entries(fields).map(([field, value]) => [field, defaulted(field) ? null : value])),
    ...(hasRows ? { rows } : {}),
  } as ExpectSource;
}

async function madeNow({ db, trying }: ServeContext, row: SampleRow, state: 'live' | 'draft'): Promise<ExpectSource> {
  const source = await sourceOf(db, row.sieve, state);
  const { after } = await ruleStates(db, row.sieve, source);
  const model = await trying.model();
  const task = { database: trying.databaseUrl, sieve: row.sieve, items: [sampleItem(row)], before: null, after, model };
  const [one] = await compareAll(trying.comparer, db, task);
  const coverage = one?.reply?.coverage;
  if (!coverage?.tried) throw new YsError('YS-SAMPLE-NOT-TRIED');
  if (coverage.sieve === null)
    throw new YsError('YS-SAMPLE-NOT-TAKEN', { why: coverage.reasons.map(({ text }) => text).join(' ') });
  const cells = Object.entries(coverage.cells);
  return expectedFrom(
    {
      fields: Object.fromEntries(cells.map(([field, { value }]) => [field, value])),
      evidence: Object.fromEntries(cells.map(([field, { evidence }]) => [field, evidence])),
      rows: one?.reply?.rows ?? [],
    },
    coverage.rows !== null,
  );
}
