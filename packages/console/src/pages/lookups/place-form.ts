import type { LookupSource } from '@yellow-sieve/contract';

/** Where a table may be kept. */
export const places = ['file', 'url', 'database'] as const;
export type Place = (typeof places)[number];

/** What a person wrote of where a table is kept. */
export interface PlaceForm {
  place: Place;
  file: string;
  url: string;
  connection: string;
  table: string;
  minutes: string;
}

/** The source that a form says; what does not belong to its place is left out. */
export function sourceFrom({ place, file, url, connection, table, minutes }: PlaceForm): LookupSource {
  const often = minutes.trim() === '' ? {} : { every_minutes: Number(minutes) };
  if (place === 'file') return { file: file.trim(), ...often };
  if (place === 'url') return { url: url.trim(), ...often };
  return { connection: connection.trim(), table: table.trim(), ...often };
}

/** A source in few words. */
export function placeText(source: LookupSource): string {
  if ('file' in source) return source.file;
  if ('url' in source) return source.url;
  return `${source.connection}.${source.table}`;
}
