import { IANAZone } from 'luxon';
import * as v from 'valibot';
import type { FileProblem } from '../errors/index.js';
import { checkShape, closed, parseFile, Report } from '../files/index.js';
import { wrongLetters } from '../texts/format-letters.js';
import { isPeriod, periodWords } from './period.js';

const column = v.union([
  v.string(),
  closed({
    /** A field, a column of rows, `record`, `message`, `received`, `verdict`, or a part of the message such as `message.subject`. */
    take: v.string(),
    /** What stands over it; its own name where nothing is said. */
    as: v.optional(v.pipe(v.string(), v.minLength(1), v.maxLength(100))),
  }),
]);

/** When a file is mailed, and to whom. */
const mailed = closed({
  /** A destination of the kind mail. */
  by: v.string(),
  to: v.union([v.string(), v.pipe(v.array(v.string()), v.minLength(1), v.maxLength(20))]),
  every: v.picklist(['day', 'week', 'month']),
  /** Of a week a day, of a month its number; Monday and the first where nothing is said. */
  on: v.optional(
    v.union([
      v.picklist(['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday']),
      v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(28)),
    ]),
  ),
  /** Time of day in the zone of the export. */
  at: v.optional(v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/))),
});

/** The file of a saved export, `*.export.yaml`. */
export const exportSchema = closed({
  export: v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9-]{0,62}$/)),
  title: v.optional(v.pipe(v.string(), v.maxLength(200))),
  sieve: v.string(),
  /** By when messages were received; all of them where nothing is said. */
  period: v.optional(v.string()),
  zone: v.optional(v.string()),
  where: v.optional(
    closed({
      mailbox: v.optional(v.string()),
      verdict: v.optional(v.picklist(['sound', 'review'])),
      field: v.optional(v.string()),
      is: v.optional(v.string()),
      starts: v.optional(v.string()),
      at_least: v.optional(v.string()),
      at_most: v.optional(v.string()),
    }),
  ),
  rows: v.optional(v.picklist(['leave out', 'each', 'spread'])),
  columns: v.optional(v.pipe(v.array(column), v.minLength(1), v.maxLength(500))),
  heading: v.optional(v.boolean()),
  format: v.optional(v.picklist(['csv', 'xlsx', 'jsonl'])),
  /** Of CSV. */
  separator: v.optional(v.picklist([',', ';', 'tab', '|'])),
  encoding: v.optional(v.picklist(['utf-8', 'utf-8 without mark', 'windows-1252'])),
  decimals: v.optional(v.picklist(['point', 'comma'])),
  /** How days are written in CSV, in the letters of the filter `date`; `2026-11-03` where nothing is said. */
  dates: v.optional(v.pipe(v.string(), v.maxLength(60))),
  mail: v.optional(mailed),
});
export type ExportSource = v.InferOutput<typeof exportSchema>;

/** Reads the file of a saved export: what it says, or every problem with its line. */
export function readExport(source: string): { data: ExportSource | null; problems: FileProblem[] } {
  const file = parseFile(source);
  const report = new Report(file.locate);
  const data = file.problems.length > 0 ? null : checkShape(exportSchema, file.data, report);
  if (data) checkMeaning(data, report);
  const problems = [...file.problems, ...report.problems];
  return { data: problems.length > 0 ? null : data, problems };
}

function checkMeaning({ period, zone, dates, mail }: ExportSource, report: Report): void {
  if (period !== undefined && !isPeriod(period))
    report.add('YS-EXPORT-PERIOD', ['period'], { period, known: periodWords });
  if (zone !== undefined && !IANAZone.isValidZone(zone)) report.add('YS-EXPORT-ZONE', ['zone'], { zone });
  const wrong = dates === undefined ? null : wrongLetters(dates);
  if (wrong)
    report.add('YS-TEXT-FORMAT', ['dates'], {
      letters: wrong.letters,
      instead: wrong.instead === null ? '' : `, did you mean “${wrong.instead}”?`,
    });
  if (!mail) return;
  const isDay = typeof mail.on === 'string';
  if (mail.on !== undefined && (mail.every === 'day' || isDay !== (mail.every === 'week')))
    report.add('YS-EXPORT-ON', ['mail', 'on'], { on: String(mail.on), every: mail.every });
}
