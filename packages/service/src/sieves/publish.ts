import { type MessageEffect, YsError } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import { type Compared, type Comparer, compareAll } from '../pipeline/compare.js';
import { findDraft } from '../store/draft-store.js';
import type { ModelToAsk } from '../store/model-store.js';
import { findSieve, getVersion, type LiveSieve, type Publication, publishVersion } from '../store/sieve-store.js';
import { sampleItems } from './items.js';
import { ruleStates } from './rule-state.js';

/** What trying rules needs. */
export interface Trying {
  db: Database;
  /** Address of the database, for the threads. */
  databaseUrl: string;
  comparer: Comparer;
  model: () => Promise<ModelToAsk>;
}

/** What a source text makes of the sieve's samples, beside what the live version makes of them. */
export async function trySamples(
  { db, databaseUrl, comparer, model }: Trying,
  name: string,
  source: string,
): Promise<Compared[]> {
  const { before, after } = await ruleStates(db, name, source);
  const items = await sampleItems(db, name, source);
  return compareAll(comparer, db, { database: databaseUrl, sieve: name, items, before, after, model: await model() });
}

/**
 * Publishes, after trying the samples: where expected values that hold now would break, it wants to know why.
 * @throws YsError YS-PUBLISH-BREAKS without a reason, YS-SIEVE-CHANGED when another version is live than the author saw.
 */
export async function publish(trying: Trying, publication: Publication): Promise<LiveSieve> {
  const live = await findSieve(trying.db, publication.name);
  if (live && !publication.why?.trim()) {
    const broken = brokenBy(await trySamples(trying, publication.name, publication.source));
    if (broken.length > 0) throw new YsError('YS-PUBLISH-BREAKS', { broken: inShort(broken) });
  }
  return publishVersion(trying.db, publication);
}

/** Publishes the draft, if it was begun from what is live. */
export async function publishDraft(
  trying: Trying,
  { name, by, why, match, trial }: Omit<Publication, 'source'>,
): Promise<LiveSieve> {
  const { db } = trying;
  const draft = await findDraft(db, name);
  if (!draft) throw new YsError('YS-NOT-FOUND', { what: 'draft of the sieve', name });
  if (match !== undefined && match !== draft.digest)
    throw new YsError('YS-DRAFT-CHANGED', { sieve: name, by: draft.by, at: draft.updatedAt.toISOString() });
  const live = await findSieve(db, name);
  if (live && draft.base !== live.version)
    throw new YsError('YS-DRAFT-BEHIND', { sieve: name, base: draft.base ?? 0, version: live.version });
  return publish(trying, { name, source: draft.source, by, why, trial, match: live?.digest ?? '' });
}

/** Makes the text of an earlier version the next one. */
export async function goBack(
  trying: Trying,
  number: number,
  publication: Omit<Publication, 'source'>,
): Promise<LiveSieve> {
  const { source } = await getVersion(trying.db, publication.name, number);
  return publish(trying, { ...publication, source, backTo: number });
}

/** `messages/001.eml: pier`, for each expected value that held and would not. */
function brokenBy(compared: readonly Compared[]): string[] {
  return compared.flatMap(({ item, reply }) => {
    const fields = reply?.effect ? broken(reply.effect) : [];
    return [...fields, ...(reply?.unreadable ?? [])].map((what) => `${item.name}: ${what}`);
  });
}

const broken = ({ changes, rowsJudged }: MessageEffect) => [
  ...changes.filter(({ judged }) => judged === 'breaks').map(({ field }) => field),
  ...(rowsJudged === 'breaks' ? ['rows'] : []),
];

const maxNamed = 10;
const inShort = (list: readonly string[]) =>
  `${list.slice(0, maxNamed).join('; ')}${list.length > maxNamed ? `; and ${list.length - maxNamed} more` : ''}`;
