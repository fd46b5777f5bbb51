import { YsError } from '@yellow-sieve/core';

/** Ids are UUIDv7, so the id of the last item is the cursor: listings go by time of making, newest first. */
export function cursorId(cursor: string | undefined): string | undefined {
  if (cursor === undefined) return undefined;
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(cursor)) throw new YsError('YS-REQUEST-CURSOR');
  return cursor;
}

/** Makes a page of one item more than was asked for. */
export function pageOf<T extends { key: string }>(items: T[], limit: number): { items: T[]; next: string | null } {
  const shown = items.slice(0, limit);
  return { items: shown, next: items.length > limit ? (shown.at(-1)?.key ?? null) : null };
}

/**
 * The least key of a message that was received at a moment: keys begin with it (RFC 9562, 5.7), so that messages of a time are a stretch of the
 * index, and nothing else has to be read to tell them.
 */
export function firstKeyAt(moment: Date): string {
  const hex = Math.max(0, moment.getTime()).toString(16).padStart(12, '0');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-0000-0000-000000000000`;
}
