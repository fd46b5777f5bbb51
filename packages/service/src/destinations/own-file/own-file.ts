import { open, readFile, realpath, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join, resolve, sep } from 'node:path';
import {
  type Cell,
  canonicalJson,
  cellText,
  digestOf,
  flatCells,
  partsText,
  say,
  sheetCell,
  YsError,
} from '@yellow-sieve/core';
import * as v from 'valibot';
import { datedCell, datedSheetCell, datedText, isDated } from '../../exports/dated.js';
import type { FileWork } from '../../outgoing/file-work.js';
import type { DestinationContext, DestinationKind, SentLine, Tried } from '../destination-kind.js';
import { isLeft, keyEntries } from '../key.js';
import { zoneEntry } from '../zone-entry.js';
import type { OwnLine } from './own-table.js';
import type { OwnValue } from './workbook-part.js';

const entries = {
  file: v.pipe(
    v.string(),
    v.regex(
      /^(?!.*(?:^|\/)\.)[^\\/:*?"<>|]+(?:\/[^\\/:*?"<>|]+)*\.(?:xlsx|csv)$/i,
      'a workbook (.xlsx) or CSV below the configured folder is wanted, such as lists/orders.xlsx',
    ),
    v.title('File'),
    v.description(
      'A workbook (.xlsx) or CSV that is there, below the folder the service was started with (YELLOW_SIEVE_FOLDER).',
    ),
  ),
  sheet: v.optional(
    v.pipe(v.string(), v.title('Sheet'), v.description('Of a workbook; its first one where nothing is said.')),
  ),
  zone: zoneEntry('By whose clock moments stand in it, such as Europe/Lisbon; UTC where nothing is said.'),
  ...keyEntries,
  key: v.pipe(
    v.array(v.string()),
    v.minLength(1),
    v.title('Key'),
    v.description('Headings of the columns by which a row is found again; with commas.'),
  ),
};

/** Bytes of a file that is written to: all of it is read and written for some lines, and others wait meanwhile. */
const maxBytes = 2 * 1024 * 1024;
/** Milliseconds after which a lock of ours is left over from a crash. */
const staleMs = 60_000;

/** A workbook or CSV of somebody’s own, in a folder of the service’s machine. */
export const ownFile: DestinationKind = {
  kind: 'own-file',
  title: 'own file',
  about: 'rows of a workbook or CSV of your own, found by the headings and a key',
  entries,
  connection: null,
  render({ cells }, _about, definition) {
    const key = definition.key as string[];
    const names = new Set(flatCells(cells).map(({ name }) => name));
    const without = key.find((name) => !names.has(name) || cells.find((cell) => cell.name === name)?.value === null);
    if (without !== undefined) return { refused: say('YS-DESTINATION-KEY', { column: without }) };
    // Each row by itself: an older message of another row is no less new for that.
    return {
      payload: cells,
      order: digestOf(
        canonicalJson(
          key.map((name) =>
            cellText(cells.find((cell) => cell.name === name)?.value ?? null)
              .trim()
              .toLowerCase(),
          ),
        ),
      ),
    };
  },
  async test(context) {
    const tried = await withFile(context, async ({ bytes, kind, sheet }, files) => {
      const read = await files.putInto({ bytes, kind, sheet, lines: [] }, context.name);
      return 'unfit' in read
        ? refused(read.unfit)
        : { result: 'delivered', answer: 'the file is there, and can be read' };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  async deliver(payload, about, context) {
    const done = await write([{ payload, about }], context);
    return Array.isArray(done) ? { result: 'delivered', answer: done[0] ?? '' } : done;
  },
  deliverTogether: write,
  async standing(payload, _about, context) {
    const found = await withFile<Tried | { cells: [string, string][] | null }>(
      context,
      async ({ bytes, kind, sheet }, files) => {
        const found = await files.standsIn(
          { bytes, kind, sheet, lines: [lineOf(payload as Cell[], context)] },
          context.name,
        );
        return 'unfit' in found ? refused(found.unfit) : found;
      },
    );
    return 'cells' in found ? found : { answer: found.answer };
  },
};

function write(lines: readonly SentLine[], context: DestinationContext): Promise<string[] | Tried> {
  return withFile<string[] | Tried>(context, async ({ path, bytes, kind, sheet, stamp }, files) => {
    const own = lines.map(({ payload }) => lineOf(payload as Cell[], context));
    const done = await files.putInto({ bytes, kind, sheet, lines: own }, context.name);
    if ('unfit' in done) return refused(done.unfit);
    const { bytes: after, answers } = done;
    const draft = join(dirname(path), `.${basename(path)}.part`);
    await writeFile(draft, after);
    if (stampOf(await stat(path)) !== stamp) {
      await rm(draft);
      return busy('it was changed in this moment');
    }
    await rename(draft, path);
    return answers;
  });
}

function lineOf(cells: readonly Cell[], { definition }: DestinationContext): OwnLine {
  const zone = String(definition.zone ?? 'UTC');
  const values = flatCells(cells).map((cell): [string, OwnValue] => [cell.name, ownValue(cell, zone)]);
  const cleared = cells.filter(({ name }) => !isLeft(name, definition));
  return {
    values: new Map(values),
    key: definition.key as string[],
    cleared: new Set(flatCells(cleared).map(({ name }) => name)),
  };
}

/** Days before all sheets’ first. */
const firstDay = Date.UTC(1899, 11, 30);

function ownValue(cell: Cell, zone: string): OwnValue {
  const value = datedCell(cell);
  if (value === null || value === undefined) return undefined;
  if (isDated(value)) {
    const [day, iso] = [datedSheetCell(value, zone), datedText(value, { zone })];
    return day ? { iso, serial: (day.value.getTime() - firstDay) / 86_400_000 } : iso;
  }
  const plain = sheetCell(value);
  return typeof plain === 'number' ? plain : partsText(cell.value);
}

interface OpenFile {
  path: string;
  bytes: Buffer;
  kind: 'xlsx' | 'csv';
  sheet: string | undefined;
  stamp: string;
}

const stampOf = ({ mtimeMs, size }: { mtimeMs: number; size: number }) => `${mtimeMs} ${size}`;
const busy = (detail: string): Tried => ({ result: 'unreachable', answer: say('YS-OWN-FILE-BUSY', { detail }) });
const refused = (detail: string): Tried => ({ result: 'refused', answer: say('YS-OWN-FILE', { detail }) });

/** Does some work with the file, which nobody else has open. */
async function withFile<T extends object>(
  { definition, folder, files }: DestinationContext,
  work: (file: OpenFile, files: FileWork) => Promise<T>,
): Promise<T | Tried> {
  if (!folder || !files) return { result: 'refused', answer: say('YS-FOLDER-NONE') };
  const name = String(definition.file);
  const path = resolve(folder, name);
  try {
    const [root, real] = [await realpath(folder), await realpath(path)];
    if (!real.startsWith(root + sep)) return { result: 'refused', answer: say('YS-FOLDER-OUT') };
    const about = await stat(real);
    if (about.size > maxBytes) return refused(`it is larger than ${maxBytes / 1024 / 1024} MB`);
    if (await isOpen(real)) return busy('somebody has it open');
    return await inTurn(real, () =>
      locked(real, async () =>
        work(
          {
            path: real,
            bytes: await readFile(real),
            kind: /\.xlsx$/i.test(real) ? 'xlsx' : 'csv',
            sheet: definition.sheet as string | undefined,
            stamp: stampOf(await stat(real)),
          },
          files,
        ),
      ),
    );
  } catch (error) {
    if (error instanceof YsError) return { result: 'refused', answer: error.message };
    const { code = 'unknown' } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') return refused(`“${name}” is not there`);
    if (code === 'EEXIST') return busy('it is written to just now');
    return { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: code }) };
  }
}

/** The programs that change such files leave a file of their own beside one that is open. */
async function isOpen(path: string): Promise<boolean> {
  const [folder, name] = [dirname(path), basename(path)];
  const beside = [`.~lock.${name}#`, `~$${name}`, `~$${name.slice(2)}`];
  const there = await Promise.all(
    beside.map((one) =>
      stat(join(folder, one)).then(
        () => true,
        () => false,
      ),
    ),
  );
  return there.some(Boolean);
}

/** Work on a file that is under way here, by its path: the next waits for it. */
const underWay = new Map<string, Promise<unknown>>();

function inTurn<T>(path: string, work: () => Promise<T>): Promise<T> {
  const before = underWay.get(path) ?? Promise.resolve();
  const now = before.then(work, work);
  const settled = now
    .catch(() => undefined)
    .then(() => {
      if (underWay.get(path) === settled) underWay.delete(path);
    });
  underWay.set(path, settled);
  return now;
}

async function locked<T>(path: string, work: () => Promise<T>): Promise<T> {
  const lock = join(dirname(path), `.${basename(path)}.lock`);
  const since = await stat(lock).then(
    ({ mtimeMs }) => mtimeMs,
    () => null,
  );
  if (since !== null && Date.now() - since > staleMs) await rm(lock, { force: true });
  await (await open(lock, 'wx')).close();
  try {
    return await work();
  } finally {
    await rm(lock, { force: true });
  }
}
