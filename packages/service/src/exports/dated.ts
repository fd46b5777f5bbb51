import { type Cell, isList, toJson, type Value, valueTypes } from '@yellow-sieve/core';
import { DateTime } from 'luxon';

/** A day, moment or time of day, for files that know these apart from texts. */
export interface Dated {
  holds: 'day' | 'moment' | 'time of day';
  /** ISO 8601. */
  iso: string;
}

/** What stands in a cell of a file. */
export type FileCell = Cell['value'] | Dated | undefined;

export const isDated = (cell: FileCell): cell is Dated =>
  typeof cell === 'object' && cell !== null && 'holds' in cell && 'iso' in cell;

/** The day, moment or time of day that a type’s value is, as JSON has it; null for other types. */
export function datedJson(kind: string, json: unknown): Dated | null {
  const holds = valueTypes[kind]?.storage.holds;
  return (holds === 'day' || holds === 'moment' || holds === 'time of day') && typeof json === 'string'
    ? { holds, iso: json }
    : null;
}

/** The same of a cell of a route; other cells as they are. */
export function datedCell({ kind, value }: Pick<Cell, 'kind' | 'value'>): FileCell {
  if (value === null || typeof value !== 'object' || Array.isArray(value) || isList(value)) return value;
  return datedJson(kind, toJson(value as Value)) ?? value;
}

/** How days and moments are written, and where. */
export interface Writing {
  zone: string;
  /** In the letters of the filter `date`; ISO 8601 where nothing is said. */
  dates?: string | undefined;
}

/** A day, moment or time of day as text. Only moments change with the zone. */
export function datedText({ holds, iso }: Dated, { zone, dates }: Writing): string {
  if (holds === 'time of day') return iso;
  const at = DateTime.fromISO(iso, holds === 'moment' ? { zone } : { zone: 'UTC' });
  if (!at.isValid || (dates === undefined && (holds === 'day' || zone === 'UTC'))) return iso;
  const format = dates ?? "yyyy-MM-dd'T'HH:mm:ssZZ";
  return at.toFormat(holds === 'moment' && dates !== undefined ? `${format} HH:mm` : format, { locale: 'en' });
}

const formats = { day: 'yyyy-mm-dd', moment: 'yyyy-mm-dd hh:mm', 'time of day': 'hh:mm' } as const;

/** The same for a workbook: the moment whose UTC reads as the clock on the wall of the zone, and how it is shown. */
export function datedSheetCell({ holds, iso }: Dated, zone: string): { value: Date; format: string } | null {
  // A time of day is a part of the day before all days of a sheet.
  const at =
    holds === 'time of day'
      ? DateTime.fromISO(`1899-12-30T${iso}`, { zone: 'UTC' })
      : DateTime.fromISO(iso, { zone: holds === 'moment' ? zone : 'UTC' });
  if (!at.isValid || at.year < 1899) return null;
  return { value: at.setZone('UTC', { keepLocalTime: true }).toJSDate(), format: formats[holds] };
}
