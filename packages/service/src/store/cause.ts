import type { Problem, Reason } from '@yellow-sieve/core';
import { eq, like, or, type SQL } from 'drizzle-orm';
import { message } from '../database/schema.js';

/** What a message is gathered by: the code of its first reason, with what it is about. Cells of all rows of a column are one thing. */
export function causeOf([first]: readonly Reason[], problems: readonly Problem[]): string | null {
  if (!first) return null;
  const [problem] = problems;
  const about = problem?.code === first.code ? problem.path.replace(/\[\d+\]/, '') : '';
  return `${first.code} ${about}`.trim().slice(0, 140);
}

/** Messages of a cause: a code, or a code with what it is about. */
export const ofCause = (cause: string): SQL | undefined =>
  or(eq(message.cause, cause), like(message.cause, `${cause.replace(/[\\%_]/g, '\\$&')} %`));
