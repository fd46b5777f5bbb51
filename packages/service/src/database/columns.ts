import { customType, datetime } from 'drizzle-orm/mysql-core';

/** A UUIDv7 as text. Plain ASCII keeps the indexes small. */
export const key = customType<{ data: string }>({ dataType: () => 'char(36) character set ascii collate ascii_bin' });

/** A SHA-256 in hex. */
export const digest = customType<{ data: string }>({
  dataType: () => 'char(64) character set ascii collate ascii_bin',
});

export const blob = customType<{ data: Buffer }>({ dataType: () => 'mediumblob' });

/** A moment in UTC with milliseconds. */
export const moment = (name: string) => datetime(name, { fsp: 3, mode: 'date' });
