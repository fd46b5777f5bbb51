import { int } from 'drizzle-orm/mysql-core';
import { key, moment } from '../columns.js';

/** Columns of everything that workers claim: who works on it, until when, and how often a claim was lost. */
export const claim = {
  claimedBy: key('claimed_by'),
  claimedUntil: moment('claimed_until'),
  lost: int('lost').notNull().default(0),
};
