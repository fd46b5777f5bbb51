import type { CheckPoint, DestinationColumn } from '@yellow-sieve/contract';
import { accuracyOf, asksModel, type Cell, type CompiledSieve, compileSieve, flatCells } from '@yellow-sieve/core';
import { fitsInto } from '../destinations/database/columns.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { type DestinationRow, destinationColumns, listDestinations } from '../store/destination-store.js';
import { type ModelConnection, openModel } from '../store/model-store.js';
import { getSieve } from '../store/sieve-store.js';
import { type Trying, trySamples } from './publish.js';

export interface Looking {
  trying: Trying;
  secrets: Secrets;
  outgoing: Outgoing;
}

/**
 * What is looked at before a sieve is turned on: a sample with expected values, destinations that were tested, columns
 * they require, and answers of a model that nobody would see before they leave.
 */
export async function checklistOf(looking: Looking, name: string): Promise<CheckPoint[]> {
  const { trying, secrets } = looking;
  const { source } = await getSieve(trying.db, name);
  const sieve = compileSieve(source);
  const rows = new Map((await listDestinations(trying.db)).map((row) => [row.name, row]));
  const targets = [...new Set(sieve.routes.map(({ to }) => to))];
  return [
    await expectedPoint(trying, name, source),
    ...(targets.length > 0 ? targets.map((to) => testedPoint(to, rows.get(to))) : [nowhere]),
    ...(await columnPoints(looking, sieve, rows)),
    answersPoint(sieve, await openModel(trying.db, secrets)),
  ];
}

const point = (of: CheckPoint['point'], ok: boolean, text: string, destination: string | null = null): CheckPoint => ({
  point: of,
  ok,
  text,
  destination,
});

async function expectedPoint(trying: Trying, name: string, source: string): Promise<CheckPoint> {
  const tried = (await trySamples(trying, name, source)).flatMap(({ reply }) => (reply ? [reply.coverage] : []));
  const { fields, rows } = accuracyOf(tried);
  const judged = fields.reduce((sum, field) => sum + field.judged, rows?.expected ?? 0);
  const right = fields.reduce((sum, field) => sum + field.right, rows?.right ?? 0);
  if (judged === 0) return point('expected values', false, 'No sample has expected values. Say of one what is right.');
  const differ = judged - right + (rows?.extra ?? 0);
  return differ === 0
    ? point('expected values', true, `All ${judged} expected values hold`)
    : point(
        'expected values',
        false,
        `${differ} of ${judged} expected values do not hold. Mend the rules or the values.`,
      );
}

const nowhere = point('destinations', false, 'No route leads anywhere, so nothing would be delivered. Add a route.');

function testedPoint(name: string, row: DestinationRow | undefined): CheckPoint {
  if (!row) return point('destinations', false, `The destination “${name}” does not exist. Make it.`, name);
  const at = `“${row.title}”`;
  if (!row.testedAt || row.testedAt < row.updatedAt)
    return point('destinations', false, `${at} was not tested as it is now. Test it.`, name);
  return row.testOk
    ? point('destinations', true, `${at} was tested: ${row.testDetail}`, name)
    : point('destinations', false, `The test of ${at} failed: ${row.testDetail}`, name);
}

async function columnPoints(
  { trying, secrets, outgoing }: Looking,
  sieve: CompiledSieve,
  rows: ReadonlyMap<string, DestinationRow>,
): Promise<CheckPoint[]> {
  const points: CheckPoint[] = [];
  for (const { to, name, mapping } of sieve.routes) {
    const row = rows.get(to);
    if (!row) continue;
    const { columns, detail } = await destinationColumns(trying.db, secrets, outgoing, to);
    const given = new Set(mapping.map((one) => one.name));
    const lacking = columns?.filter((column) => column.required && !given.has(column.name)) ?? [];
    const missing = lacking.map((column) => column.name).join(', ');
    const by = name === to ? '' : ` by the route “${name}”`;
    if (detail !== null) points.push(point('required columns', false, `“${row.title}”: ${detail}`, to));
    else if (lacking.length > 0)
      points.push(
        point('required columns', false, `“${row.title}” requires ${missing}, not written${by}. Map it.`, to),
      );
    else if (columns) points.push(point('required columns', true, `All that “${row.title}” requires is written`, to));
    if (columns) points.push(fittingPoint(row, columns, mapping));
  }
  return points;
}

/** Whether what a route writes has a place there, of a type that takes it. */
function fittingPoint(
  { name, title }: DestinationRow,
  columns: readonly DestinationColumn[],
  mapping: CompiledSieve['routes'][number]['mapping'],
): CheckPoint {
  const byName = new Map(columns.map((column) => [column.name.toLowerCase(), column]));
  // A table has a column of its own for what goes beside a value, such as the currency.
  const isTable = columns.some(({ holds }) => holds !== null);
  const cells = mapping.map(({ name: to, kind }): Cell => ({ name: to, kind, value: null }));
  const wrong = (isTable ? flatCells(cells) : cells).flatMap((cell) => {
    const column = byName.get(cell.name.toLowerCase());
    if (!column) return [`there is no “${cell.name}”`];
    return fitsInto(column.holds, cell.kind) ? [] : [`“${cell.name}” holds ${column.holds}, and gets ${cell.kind}`];
  });
  return wrong.length === 0
    ? point('columns that fit', true, `All that is written to “${title}” has a place there`, name)
    : point(
        'columns that fit',
        false,
        `In “${title}” ${wrong.join('; ')}. Change the mapping, or what is there.`,
        name,
      );
}

function answersPoint(
  { source: { rules = [], review, asking: bound } }: CompiledSieve,
  model: ModelConnection | null,
): CheckPoint {
  const asking = rules.flatMap((rule, i) =>
    asksModel(rule.kind) && rule.off !== true ? [rule.name ?? `${rule.kind} ${i + 1}`] : [],
  );
  if (asking.length === 0) return point('model answers', true, 'No rule asks a model');
  const named = `“${asking.join('”, “')}”`;
  if (!model)
    return point('model answers', false, `${named} would ask a model, and none is set up. Make a connection “model”.`);
  if (!model.may_ask)
    return point('model answers', false, `${named} would ask a model, and its connection does not allow that.`);
  const ceiling = bound?.ceiling === undefined ? '' : `, for at most ${bound.ceiling} a day`;
  const leaves = `${named} sends what it shows of a message to “${model.model}” at ${new URL(model.url).host}${ceiling}`;
  if (review?.prompt !== false || review.always === true)
    return point('model answers', true, `${leaves}; a person confirms the answers before they go on`);
  return point(
    'model answers',
    false,
    `${leaves}, and the answers would go on unseen: the sieve says review: { prompt: false }.`,
  );
}
