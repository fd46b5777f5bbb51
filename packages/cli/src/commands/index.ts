import type { ListedCommand } from '../command.js';

/**
 * All commands; those of two words come after the one whose word they begin with. What one does is loaded when it is called, so that
 * none waits for what the others need.
 */
export const commands: readonly ListedCommand[] = [
  {
    words: 'sift',
    about: 'Sift messages with a sieve or mailbox file: no service, no network',
    load: async () => (await import('./sift.js')).sift,
  },
  {
    words: 'check',
    about: 'Hold a sieve file against its samples and what is expected of them: no service, no network',
    load: async () => (await import('./check.js')).check,
  },
  {
    words: 'suggest',
    about:
      'Suggest a sieve from messages of one kind: labels name its fields, values tell their types. No service, no network',
    load: async () => (await import('./suggest.js')).suggest,
  },
  {
    words: 'scrub',
    about: 'Write a sieve file and its samples with other names, addresses and numbers, to be shown to others',
    load: async () => (await import('./scrub.js')).scrub,
  },
  {
    words: 'read',
    about: 'Show the reading of a message: what rules see of it',
    load: async () => (await import('./read.js')).read,
  },
  {
    words: 'feed',
    about: 'Put messages into a mailbox of the service; - reads one from standard input',
    load: async () => (await import('./feed.js')).feed,
  },
  {
    words: 'find',
    about: 'Find messages by words of subject, sender, recipient, ids and values, then by words of their texts',
    load: async () => (await import('./messages.js')).find,
  },
  {
    words: 'messages',
    about: 'List messages, newest first; with a key, show that one with its outcome and deliveries',
    load: async () => (await import('./messages.js')).messages,
  },
  {
    words: 'messages again',
    about: 'Put messages through again: those with these keys, or as a job those of a mailbox, sieve, state or time',
    load: async () => (await import('./messages.js')).again,
  },
  {
    words: 'messages take-in',
    about: 'Take a skipped message in: put it through without screening it',
    load: async () => (await import('./messages.js')).takeIn,
  },
  {
    words: 'messages deliver',
    about: 'Deliver one message for real though its sieve is on trial, to the targets that are named',
    load: async () => (await import('./sieve/trial.js')).messagesDeliver,
  },
  {
    words: 'records',
    about: 'List records, newest first; with a key, show that one with its evidence',
    load: async () => (await import('./records.js')).records,
  },
  {
    words: 'records export',
    about: 'Write all records of a sieve to standard output as one file',
    load: async () => (await import('./records.js')).exportRecords,
  },
  {
    words: 'records enter',
    about: 'Enter values for a record; they survive putting its message through again',
    load: async () => (await import('./records.js')).enterRecord,
  },
  {
    words: 'records judge',
    about: 'Say of fields of a record whether they are right; FIELD=VALUE says what would be',
    load: async () => (await import('./records.js')).judgeRecord,
  },
  {
    words: 'records history',
    about: 'Every revision of a record with what changed in it, and what people did with it',
    load: async () => (await import('./records.js')).recordHistory,
  },
  {
    words: 'records note',
    about: 'Keep a note with a record',
    load: async () => (await import('./records.js')).recordNote,
  },
  {
    words: 'review',
    about: 'What waits for a person, by its cause',
    load: async () => (await import('./review.js')).review,
  },
  {
    words: 'review confirm',
    about: 'Confirm records as they stand: those of some messages, or all in review of a sieve, after showing them',
    load: async () => (await import('./review.js')).reviewConfirm,
  },
  {
    words: 'review undo',
    about: 'Take back what was confirmed, before it has left, or what was laid aside',
    load: async () => (await import('./review.js')).reviewUndo,
  },
  {
    words: 'review not-for-us',
    about: 'Lay messages in review aside, with a reason; they are kept, and can be taken in again',
    load: async () => (await import('./review.js')).reviewNotForUs,
  },
  {
    words: 'deliveries',
    about: 'List deliveries, newest first; with a key, show that one with its payload and every try',
    load: async () => (await import('./deliveries.js')).deliveries,
  },
  {
    words: 'deliveries retry',
    about: 'Try a stopped or waiting delivery now',
    load: async () => (await import('./deliveries.js')).retry,
  },
  {
    words: 'deliveries release',
    about: 'Send a delivery that is kept back',
    load: async () => (await import('./deliveries.js')).deliveryRelease,
  },
  {
    words: 'deliveries drop',
    about: 'Drop a delivery that is kept back',
    load: async () => (await import('./deliveries.js')).deliveryDrop,
  },
  {
    words: 'sieve',
    about: 'List sieves; with a name, show the source text of its live version',
    load: async () => (await import('./set-up.js')).sieves,
  },
  {
    words: 'sieve get',
    about: 'Print the source text of a sieve as it was put, or write it with all its samples into a folder',
    load: async () => (await import('./sieve/get.js')).sieveGet,
  },
  {
    words: 'sieve put',
    about: 'Publish sieve files, with the samples they name, after showing what that changes',
    load: async () => (await import('./sieve/put.js')).sievePut,
  },
  {
    words: 'sieve check',
    about: 'Show the grid of a sieve in the service: its fields over its samples, or over stored messages',
    load: async () => (await import('./sieve/try.js')).sieveCheck,
  },
  {
    words: 'sieve effect',
    about: 'Show what publishing a sieve file would change in the service, message by message; nothing is changed',
    load: async () => (await import('./sieve/try.js')).sieveEffect,
  },
  {
    words: 'sieve publish',
    about: 'Publish the draft of a sieve, after showing what that changes',
    load: async () => (await import('./sieve/publish.js')).sievePublish,
  },
  {
    words: 'sieve versions',
    about: 'List the versions of a sieve, newest first: who published them, when and why',
    load: async () => (await import('./sieve/versions.js')).sieveVersions,
  },
  {
    words: 'sieve compare',
    about: 'Compare two states of a sieve line by line: live, draft, or the number of a version',
    load: async () => (await import('./sieve/versions.js')).sieveCompare,
  },
  {
    words: 'sieve back',
    about: 'Go back: publish an earlier version of a sieve again, after showing what that changes',
    load: async () => (await import('./sieve/publish.js')).sieveBack,
  },
  {
    words: 'sieve parts',
    about: 'Hold a file of parts of patterns against their examples; with sieve files, copy the parts into these',
    load: async () => (await import('./sieve/parts.js')).sieveParts,
  },
  {
    words: 'sieve rename',
    about: 'Rename a field or column everywhere at once: rules, routes, draft, samples and stored records',
    load: async () => (await import('./sieve/rename.js')).sieveRename,
  },
  {
    words: 'sieve trial',
    about: 'Show whether a sieve is on trial, what is kept back, and what to look at before it is turned on',
    load: async () => (await import('./sieve/trial.js')).sieveTrial,
  },
  {
    words: 'sieve turn-on',
    about: 'End the trial of a sieve: its deliveries go out from now on',
    load: async () => (await import('./sieve/trial.js')).sieveTurnOn,
  },
  {
    words: 'sieve remove',
    about: 'Remove a sieve that no mailbox uses: one that read messages is archived',
    load: async () => (await import('./remove.js')).sieveRemove,
  },
  {
    words: 'samples',
    about: 'List the samples of a sieve, with what is expected of them',
    load: async () => (await import('./sieve/samples.js')).samples,
  },
  {
    words: 'samples add',
    about: 'Make a stored message a sample of a sieve',
    load: async () => (await import('./sieve/samples.js')).samplesAdd,
  },
  {
    words: 'samples confirm',
    about: 'What the live rules make of a sample becomes expected: all of it, or some fields',
    load: async () => (await import('./sieve/samples.js')).samplesConfirm,
  },
  {
    words: 'samples remove',
    about: 'Delete a sample of a sieve',
    load: async () => (await import('./remove.js')).samplesRemove,
  },
  {
    words: 'files',
    about: 'List the sieve, mailbox and destination files in a folder, in the order they are put',
    load: async () => (await import('./files/list.js')).files,
  },
  {
    words: 'files check',
    about: 'Hold every sieve of a folder against its samples, and read its mailboxes: no service, no network',
    load: async () => (await import('./files/check.js')).filesCheck,
  },
  {
    words: 'files get',
    about: 'Write all mailboxes, sieves with their samples, and destinations of a service into a folder',
    load: async () => (await import('./files/get.js')).filesGet,
  },
  {
    words: 'files put',
    about:
      'Put all mailboxes, sieves with their samples, and destinations of a folder into a service, after showing what changes',
    load: async () => (await import('./files/put.js')).filesPut,
  },
  {
    words: 'mailbox',
    about: 'List mailboxes with their addresses',
    load: async () => (await import('./set-up.js')).mailboxes,
  },
  {
    words: 'mailbox put',
    about: 'Put a mailbox file into the service',
    load: async () => (await import('./set-up.js')).mailboxPut,
  },
  {
    words: 'mailbox remove',
    about: 'Remove a mailbox: one that has messages is archived, and takes no more mail',
    load: async () => (await import('./remove.js')).mailboxRemove,
  },
  {
    words: 'folder',
    about: 'The folders of mail servers that a mailbox takes messages from, and how each is',
    load: async () => (await import('./folders.js')).folders,
  },
  {
    words: 'folder offered',
    about: 'The folders that a mail server has',
    load: async () => (await import('./folders.js')).foldersOffered,
  },
  {
    words: 'folder add',
    about: 'Have a mailbox watch a folder, from the next message on',
    load: async () => (await import('./folders.js')).folderAdd,
  },
  {
    words: 'folder take',
    about: 'Take what lies in a folder, as a job, after showing what there is and where it could go',
    load: async () => (await import('./folders.js')).folderTake,
  },
  {
    words: 'folder remove',
    about: 'Have a mailbox watch a folder no longer; what was taken stays',
    load: async () => (await import('./folders.js')).folderRemove,
  },
  {
    words: 'destination',
    about: 'List destinations with the secret links of sheets; with a name, test that one',
    load: async () => (await import('./set-up.js')).destinations,
  },
  {
    words: 'destination put',
    about: 'Put a destination file into the service',
    load: async () => (await import('./set-up.js')).destinationPut,
  },
  {
    words: 'destination pause',
    about: 'Pause a destination: what goes there waits, and nothing is lost',
    load: async () => (await import('./set-up.js')).destinationPause,
  },
  {
    words: 'destination go-on',
    about: 'Have a paused destination go on',
    load: async () => (await import('./set-up.js')).destinationGoOn,
  },
  {
    words: 'destination retry',
    about: 'Try all stopped deliveries of a destination again',
    load: async () => (await import('./set-up.js')).destinationRetry,
  },
  {
    words: 'destination link',
    about: 'Give a sheet another secret link, or withdraw the one it has',
    load: async () => (await import('./set-up.js')).destinationLink,
  },
  {
    words: 'destination remove',
    about: 'Delete a destination that no sieve routes to; deliveries that wait for it are dropped',
    load: async () => (await import('./remove.js')).destinationRemove,
  },
  {
    words: 'connection',
    about: 'List connections; what is secret in them is never shown',
    load: async () => (await import('./set-up.js')).connections,
  },
  {
    words: 'connection put',
    about: 'Put connection files into the service; what is secret is named in them, and taken from the environment',
    load: async () => (await import('./model.js')).connectionPut,
  },
  {
    words: 'connection test',
    about: 'Ask a model a few words over its connection',
    load: async () => (await import('./model.js')).connectionTest,
  },
  {
    words: 'connection remove',
    about: 'Delete a connection that nothing needs',
    load: async () => (await import('./remove.js')).connectionRemove,
  },
  {
    words: 'model',
    about: 'What asking the model took: answers, tokens, time and price by day, sieve and rule',
    load: async () => (await import('./model.js')).modelUse,
  },
  {
    words: 'lookup',
    about: 'List the tables that rules look in; with a name, show one',
    load: async () => (await import('./lookups.js')).lookups,
  },
  {
    words: 'lookup effect',
    about:
      'Show what another state of a table would change in the records of the sieves that look in it; the live one stays',
    load: async () => (await import('./lookups.js')).lookupEffect,
  },
  {
    words: 'lookup follow',
    about: 'Have a table read where it is kept, now and at an interval; with --end, no more',
    load: async () => (await import('./lookups.js')).lookupFollow,
  },
  {
    words: 'lookup put',
    about: 'Put a table into the service, from CSV or the first sheet of a workbook; says what changes',
    load: async () => (await import('./lookups.js')).lookupPut,
  },
  {
    words: 'lookup remove',
    about: 'Delete a table that no rule uses',
    load: async () => (await import('./remove.js')).lookupRemove,
  },
  {
    words: 'label',
    about: 'Say which category messages have; a sorter learns from it once it is used',
    load: async () => (await import('./sorter.js')).label,
  },
  {
    words: 'label file',
    about: 'Say the same of all messages that a labels.jsonl names, as far as the mailbox has them',
    load: async () => (await import('./sorter.js')).labelFile,
  },
  {
    words: 'label remove',
    about: 'Take back what was said of messages',
    load: async () => (await import('./sorter.js')).labelRemove,
  },
  {
    words: 'labels',
    about: 'What people said a mailbox’s messages are',
    load: async () => (await import('./sorter.js')).labels,
  },
  {
    words: 'sorter',
    about: 'Labels against what a sorter says of them that has not seen them; of a mailbox file without a service',
    load: async () => (await import('./sorter.js')).sorter,
  },
  {
    words: 'sorter use',
    about: 'Have a mailbox sort by what its labels teach now, after showing which stored messages would change',
    load: async () => (await import('./sorter.js')).sorterUse,
  },
  {
    words: 'drift',
    about: 'Show what is no longer as it was in the mail of each mailbox, against its own past',
    load: async () => (await import('./drift.js')).drift,
  },
  {
    words: 'drift seen',
    about: 'Note that it was seen, so that it is not told again; it goes when the mail is as before',
    load: async () => (await import('./drift.js')).driftSeen,
  },
  {
    words: 'export',
    about: 'List saved exports with their links; with a name, show its source text',
    load: async () => (await import('./exports.js')).exports,
  },
  {
    words: 'export put',
    about: 'Put the file of a saved export into the service',
    load: async () => (await import('./exports.js')).exportPut,
  },
  {
    words: 'export file',
    about: 'The file of a saved export, as it is now',
    load: async () => (await import('./exports.js')).exportFile,
  },
  {
    words: 'export renew',
    about: 'Give a saved export another link; the one before leads nowhere any more',
    load: async () => (await import('./exports.js')).exportRenew,
  },
  {
    words: 'export mail',
    about: 'Mail a saved export now',
    load: async () => (await import('./exports.js')).exportMail,
  },
  {
    words: 'export remove',
    about: 'Remove a saved export and its link; the records stay',
    load: async () => (await import('./exports.js')).exportRemove,
  },
  {
    words: 'notices',
    about: 'List what people should hear of: deliveries that stopped, mailboxes that fell silent, messages that wait',
    load: async () => (await import('./notices.js')).notices,
  },
  {
    words: 'notices plans',
    about: 'Who is told of notices, by which destination, and whether that works',
    load: async () => (await import('./notices.js')).noticePlans,
  },
  {
    words: 'notices tell',
    about: 'Have somebody told of notices by mail, chat or webhook, or change that',
    load: async () => (await import('./notices.js')).noticeTell,
  },
  {
    words: 'notices try',
    about: 'Send a notice that says it is only tried',
    load: async () => (await import('./notices.js')).noticeTry,
  },
  {
    words: 'notices remove',
    about: 'Have nobody told by a plan any more',
    load: async () => (await import('./notices.js')).noticeRemove,
  },
  {
    words: 'jobs',
    about: 'List jobs, newest first; with a key, show that one with what it found',
    load: async () => (await import('./jobs.js')).jobs,
  },
  {
    words: 'jobs findings',
    about: 'What a job found, message by message',
    load: async () => (await import('./jobs.js')).jobsFindings,
  },
  {
    words: 'jobs stop',
    about: 'Stop a job after the step it is at; what it did stays',
    load: async () => (await import('./jobs.js')).jobsStop,
  },
];
