import type { Command } from '../command.js';
import { check } from './check.js';
import { deliveries, deliveryDrop, deliveryRelease, retry } from './deliveries.js';
import { drift, driftSeen } from './drift.js';
import { feed } from './feed.js';
import { filesCheck } from './files/check.js';
import { filesGet } from './files/get.js';
import { files } from './files/list.js';
import { filesPut } from './files/put.js';
import { jobs, jobsFindings, jobsStop } from './jobs.js';
import { lookupEffect, lookupFollow, lookupPut, lookups } from './lookups.js';
import { again, find, messages, takeIn } from './messages.js';
import { connectionPut, connectionTest, modelUse } from './model.js';
import { read } from './read.js';
import { enterRecord, exportRecords, judgeRecord, recordHistory, recordNote, records } from './records.js';
import {
  connectionRemove,
  destinationRemove,
  lookupRemove,
  mailboxRemove,
  samplesRemove,
  sieveRemove,
} from './remove.js';
import { review, reviewConfirm, reviewNotForUs, reviewUndo } from './review.js';
import { scrub } from './scrub.js';
import { connections, destinationLink, destinationPut, destinations, mailboxes, mailboxPut, sieves } from './set-up.js';
import { sieveGet } from './sieve/get.js';
import { sieveParts } from './sieve/parts.js';
import { sieveBack, sievePublish } from './sieve/publish.js';
import { sievePut } from './sieve/put.js';
import { sieveRename } from './sieve/rename.js';
import { samples, samplesAdd, samplesConfirm } from './sieve/samples.js';
import { messagesDeliver, sieveTrial, sieveTurnOn } from './sieve/trial.js';
import { sieveCheck, sieveEffect } from './sieve/try.js';
import { sieveCompare, sieveVersions } from './sieve/versions.js';
import { sift } from './sift.js';
import { suggest } from './suggest.js';

/** All commands; those of two words come after the one whose word they begin with. */
export const commands: readonly Command[] = [
  sift,
  check,
  suggest,
  scrub,
  read,
  feed,
  find,
  messages,
  again,
  takeIn,
  messagesDeliver,
  records,
  exportRecords,
  enterRecord,
  judgeRecord,
  recordHistory,
  recordNote,
  review,
  reviewConfirm,
  reviewUndo,
  reviewNotForUs,
  deliveries,
  retry,
  deliveryRelease,
  deliveryDrop,
  sieves,
  sieveGet,
  sievePut,
  sieveCheck,
  sieveEffect,
  sievePublish,
  sieveVersions,
  sieveCompare,
  sieveBack,
  sieveParts,
  sieveRename,
  sieveTrial,
  sieveTurnOn,
  sieveRemove,
  samples,
  samplesAdd,
  samplesConfirm,
  samplesRemove,
  files,
  filesCheck,
  filesGet,
  filesPut,
  mailboxes,
  mailboxPut,
  mailboxRemove,
  destinations,
  destinationPut,
  destinationLink,
  destinationRemove,
  connections,
  connectionPut,
  connectionTest,
  connectionRemove,
  modelUse,
  lookups,
  lookupEffect,
  lookupFollow,
  lookupPut,
  lookupRemove,
  drift,
  driftSeen,
  jobs,
  jobsFindings,
  jobsStop,
];
