import { mkdir, readdir, readFile, realpath, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join, resolve, sep } from 'node:path';
import { type Cell, cellText, flatCells, partsText, say, YsError } from '@yellow-sieve/core';
import * as v from 'valibot';
import { csvOf } from '../../exports/csv.js';
import { datedCell, datedText, type FileCell, isDated } from '../../exports/dated.js';
import { xlsxOf } from '../../exports/xlsx.js';
import { messageRow } from '../../store/message-store.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, Tried } from '../destination-kind.js';
import { partsOf, safeName } from './file-name.js';

const formats = ['json', 'text', 'csv', 'xlsx', 'attachments'] as const;
type Format = (typeof formats)[number];

const entries = {
  folder: v.pipe(
    v.string(),
    v.regex(
      /^(?!.*(?:^|\/)\.)[\w .-]+(?:\/[\w .-]+)*$/,
      'a folder below the configured one is wanted, such as orders/new',
    ),
    v.title('Folder'),
    v.description(
      'Below the folder the service was started with (YELLOW_SIEVE_FOLDER); it is made where there is none.',
    ),
  ),
  format: v.pipe(
    v.picklist(formats),
    v.title('What is written'),
    v.description('A file for each record, or the files that came attached.'),
  ),
  /** What happens to a file of the same name that another message wrote. */
  same_name: v.optional(
    v.pipe(
      v.picklist(['apart', 'replace']),
      v.title('Files of the same name'),
      v.description('“apart” adds twelve letters that tell records apart; “replace” lets the newest stay.'),
    ),
  ),
};

interface Payload {
  name: string;
  cells: Cell[];
  rows: Cell[][] | null;
}

/** Bytes of a file that are shown of what stands there. */
const shownBytes = 4000;

/** Files in a folder of the service’s machine: one for each record, or what was attached to its message. */
export const folder: DestinationKind = {
  kind: 'folder',
  title: 'folder',
  about: 'a file for each record in a folder, or the files that came attached',
  entries,
  connection: null,
  withRows: true,
  render({ cells, rows }, about, definition) {
    const name = textOf(cells, 'name');
    const format = definition.format as Format;
    if (!name && format !== 'attachments') return { refused: say('YS-FOLDER-NAME') };
    if (format === 'text' && !cells.some((cell) => cell.name === 'text')) return { refused: say('YS-FOLDER-TEXT') };
    const payload: Payload = {
      name: name ?? '',
      cells: cells.filter((cell) => cell.name !== 'name'),
      rows: rows ?? null,
    };
    return { payload, order: definition.same_name === 'replace' ? `file ${safeName(name ?? '')}` : about.identity };
  },
  async test(context) {
    const tried = await inFolder(context, async (path) => {
      const probe = join(path, `.yellow-sieve-${process.pid}`);
      await writeFile(probe, '');
      await rm(probe);
      return { result: 'delivered', answer: 'files can be written there' };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  deliver: (payload, about, context) =>
    inFolder(context, async (path) => {
      const files = await filesOf(payload as Payload, about, context);
      await dropOthers(path, about, context, new Set(files.map(({ name }) => name)));
      for (const { name, bytes } of files) await writeWhole(path, name, bytes);
      const said = files.map(({ name }) => name).join(', ');
      return { result: 'delivered', answer: files.length === 0 ? 'nothing was attached' : said };
    }),
  takeOut: (_written, about, context) =>
    inFolder<Tried | { result: 'left'; answer: string }>(context, async (path) => {
      if (context.definition.same_name === 'replace')
        return { result: 'left', answer: 'left over: another message may have written it since' };
      await dropOthers(path, about, context, new Set());
      return { result: 'delivered', answer: 'taken out again: no longer part of the record' };
    }),
  async standing(written, about, context) {
    const found = await inFolder<Tried | { cells: [string, string][] | null }>(context, async (path) => {
      const files = await filesOf(written as Payload, about, context);
      const cells: [string, string][] = [];
      for (const { name } of files) {
        const bytes = await readFile(join(path, name)).catch(() => null);
        if (bytes) cells.push([name, shownOf(bytes)]);
      }
      return { cells: cells.length > 0 ? cells : null };
    });
    return 'cells' in found ? found : { answer: found.answer };
  },
};

const shownOf = (bytes: Buffer): string =>
  bytes.includes(0) ? `${bytes.length} bytes` : bytes.subarray(0, shownBytes).toString('utf8');

interface NamedFile {
  name: string;
  bytes: Uint8Array;
}

async function filesOf(payload: Payload, about: DeliveryAbout, context: DestinationContext): Promise<NamedFile[]> {
  const { format, same_name: same } = context.definition;
  const own = same === 'replace' ? '' : `-${shortOf(about)}`;
  if (format === 'attachments') {
    const wanted = textOf(payload.cells, 'attachments') || '*';
    const { rawId } = await messageRow(context.db, about.message);
    const found = (await context.files?.attached(rawId, wanted, context.name)) ?? [];
    return found.map(({ name, bytes }, i) => {
      const [base, ending] = partsOf(safeName(name));
      return { name: `${base}${own}${i > 0 && same !== 'replace' ? `-${i + 1}` : ''}${ending}`, bytes };
    });
  }
  const ending = format === 'text' ? 'txt' : String(format);
  const [base] = partsOf(safeName(payload.name)).map((part, i, [, had]) =>
    i === 0 && had !== `.${ending}` ? `${part}${had}` : part,
  );
  return [{ name: `${base}${own}.${ending}`, bytes: await bytesOf(payload, format as Exclude<Format, 'attachments'>) }];
}

async function bytesOf({ cells, rows }: Payload, format: Exclude<Format, 'attachments'>): Promise<Uint8Array> {
  if (format === 'text') return Buffer.from(textOf(cells, 'text') ?? '');
  if (format === 'json') {
    const record = { ...objectOf(cells), ...(rows ? { rows: rows.map(objectOf) } : {}) };
    return Buffer.from(`${JSON.stringify(record, null, 2)}\n`);
  }
  const lines = rows && rows.length > 0 ? rows.map((row) => [...cells, ...row]) : [cells];
  const header = flatCells(lines[0] ?? []).map(({ name }) => name);
  const table = async function* (): AsyncGenerator<FileCell[]> {
    for (const line of lines) yield flatCells(line).map(datedCell);
  };
  return joined(format === 'csv' ? csvOf(header, table()) : xlsxOf('record', header, table()));
}

/** Numbers as numbers, days as ISO 8601, all else as text. */
function objectOf(cells: readonly Cell[]): Record<string, unknown> {
  return Object.fromEntries(
    flatCells(cells).map((cell) => {
      const value = datedCell(cell);
      if (isDated(value)) return [cell.name, datedText(value, { zone: 'UTC' })];
      if (value === null || typeof value === 'number' || typeof value === 'boolean' || Array.isArray(value))
        return [cell.name, value];
      const text = partsText(cell.value);
      const isFigure = typeof value === 'object' && 'decimal' in value && text.replace(/\D/g, '').length <= 15;
      return [cell.name, isFigure ? Number(cellText(cell.value)) : text];
    }),
  );
}

async function joined(pieces: AsyncIterable<string | Uint8Array>): Promise<Buffer> {
  const all: Buffer[] = [];
  for await (const piece of pieces) all.push(Buffer.from(piece));
  return Buffer.concat(all);
}

const textOf = (cells: readonly Cell[], name: string): string | null => {
  const cell = cells.find((one) => one.name === name);
  return cell && cell.value !== null ? cellText(cell.value) : null;
};

const shortOf = ({ identity }: DeliveryAbout): string => identity.slice(0, 12);

/** Files an earlier revision of the same record wrote under another name. */
async function dropOthers(
  path: string,
  about: DeliveryAbout,
  { definition }: DestinationContext,
  keep: ReadonlySet<string>,
): Promise<void> {
  if (definition.same_name === 'replace') return;
  const own = new RegExp(`-${shortOf(about)}(?:-\\d+)?(?:\\.[A-Za-z0-9]{1,8})?$`);
  for (const name of await readdir(path)) if (own.test(name) && !keep.has(name)) await rm(join(path, name));
}

/** Who looks into the folder never sees half a file. */
async function writeWhole(path: string, name: string, bytes: Uint8Array): Promise<void> {
  const draft = join(path, `.${name}.part`);
  await writeFile(draft, bytes);
  await rename(draft, join(path, name));
}

/** Does some work in the folder, which is made where there is none. */
async function inFolder<T extends object = Tried>(
  { definition, folder: base }: DestinationContext,
  work: (path: string) => Promise<T>,
): Promise<T | Tried> {
  if (!base) return { result: 'refused', answer: say('YS-FOLDER-NONE') };
  const root = resolve(base);
  const path = resolve(root, String(definition.folder));
  if (!path.startsWith(root + sep)) return { result: 'refused', answer: say('YS-FOLDER-NONE') };
  try {
    await stat(root);
    await mkdir(path, { recursive: true });
    // A link may lead out of it.
    if (!`${await realpath(path)}${sep}`.startsWith((await realpath(root)) + sep))
      return { result: 'refused', answer: say('YS-FOLDER-OUT') };
    return await work(path);
  } catch (error) {
    if (error instanceof YsError) return { result: 'refused', answer: error.message };
    const { code = 'unknown' } = error as NodeJS.ErrnoException;
    // A full disk, or a share that is away, passes.
    return { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: code }) };
  }
}
