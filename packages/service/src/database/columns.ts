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

/** Text that is compared byte by byte, and not as a language would. */
export const exactText = (name: string, length: number) =>
  customType<{ data: string }>({ dataType: () => `varchar(${length}) character set utf8mb4 collate utf8mb4_bin` })(
    name,
  );
