import type { Command } from '../command.js';
import { check } from './check.js';
import { deliveries, retry } from './deliveries.js';
import { feed } from './feed.js';
import { again, messages, takeIn } from './messages.js';
import { read } from './read.js';
import { exportRecords, records } from './records.js';
import { destinationPut, destinations, mailboxes, mailboxPut, sievePut, sieves } from './set-up.js';
import { sift } from './sift.js';

/** All commands; those of two words come after the one whose word they begin with. */
export const commands: readonly Command[] = [
  sift,
  check,
  read,
  feed,
  messages,
  again,
  takeIn,
  records,
  exportRecords,
  deliveries,
  retry,
  sieves,
  sievePut,
  mailboxes,
  mailboxPut,
  destinations,
  destinationPut,
];
