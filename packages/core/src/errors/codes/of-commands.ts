import type { Trouble } from './trouble.js';

/** Troubles of the command line. */
export const ofCommands = {
  // command line
  'YS-CLI-SECRET': {
    status: 422,
    sentence:
      '{file} names the secret “{name}”, and the environment has nothing under that name. Set it and put the file again.',
  },
  'YS-CLI-UNREACHABLE': { status: 503, sentence: 'No service answers at {url}. Start it, or set YELLOW_SIEVE_URL.' },
  'YS-CLI-NO-SERVICE': {
    status: 400,
    sentence:
      'No service is named. Set YELLOW_SIEVE_URL and YELLOW_SIEVE_TOKEN, or run this below a folder that has .yellow-sieve/client.json.',
  },
  'YS-CLI-CONFIRM': {
    status: 400,
    sentence: '{question} Nobody is here to answer. Look at what was said above, and say --yes.',
  },
  'YS-CLI-DECLINED': { status: 400, sentence: 'Declined: nothing was published or put through.' },
  'YS-SUGGEST-NOTHING': {
    status: 422,
    sentence:
      'Nothing in these messages looks like a labelled value, and they share no text around what differs. Mark the values yourself.',
  },
  'YS-DRIFT-RECOGNISED': {
    status: 422,
    sentence:
      '{count} of the last {of} messages have a layout that is known, and before it was {share} %. Look at one, and mark what is new.',
  },
  'YS-DRIFT-FILLED': {
    status: 422,
    sentence:
      '“{what}” was found in {count} of the last {of} messages, and before it was in {share} %. Look at one that lacks it.',
  },
  'YS-DRIFT-LEFTOVER': {
    status: 422,
    sentence: 'A new line “{what}:” stands in {count} of the last {of} messages, and no field takes it.',
  },
  'YS-CLI-KEPT': {
    status: 400,
    sentence: '{count} deliveries are kept back. Say what becomes of them: --kept release, or --kept drop.',
  },
  'YS-CLI-SAMPLE-TWICE': {
    status: 409,
    sentence:
      'The sieves {one} and {other} have different samples of the name {name}, which cannot stand in one folder. Get one of them alone: sieve get {other} --folder {other}.',
  },
  'YS-CLI-NO-FILES': {
    status: 404,
    sentence:
      'There is no sieve, mailbox or destination file in {folder}. They are called NAME.sieve.yaml, NAME.mailbox.yaml and NAME.destination.yaml.',
  },
  'YS-CLI-FOLDER': { status: 400, sentence: 'Where to is not said. Name a folder: --folder shown.' },
  'YS-CLI-JOB': { status: 409, sentence: 'The job {state} before it was done. {detail}' },
  'YS-CLI-COUNT': { status: 400, sentence: '{option} takes a number or “all”, not “{value}”.' },
  'YS-CLI-PAIR': { status: 400, sentence: '“{text}” is no FIELD=VALUE.' },
  'YS-CLI-ROWS': {
    status: 400,
    sentence:
      'Rows are counted from 1, as in rows[2].litres=20 or --hold-row 2; “rows=” wants a list as JSON, such as [{"product": "Diesel"}], in quotes.',
  },
  'YS-CLI-WORD': { status: 400, sentence: '“{word}” is not known here; say {known}.' },
  'YS-CLI-SELECTION': {
    status: 400,
    sentence: 'No message is named. Give keys, one of --mailbox, --sieve, --state, --from and --to, or --all.',
  },
  'YS-CLI-ARCHIVE': {
    status: 422,
    sentence: 'Nothing more is taken from {path}: {why}.',
  },
  'YS-CLI-TOO-LONG': { status: 413, sentence: 'It is longer than any message that is taken.' },
  'YS-CLI-NOTICE-KIND': { status: 400, sentence: '“{kind}” is no kind of notice. Known are {known}.' },
  'YS-CLI-NOTICE-BY': {
    status: 400,
    sentence: 'Say by which destination it is told (--by): one of the kind mail, chat or webhook.',
  },
  'YS-CLI-RECEIVED': {
    status: 422,
    sentence: '“{text}” is no moment. Write “mail”, or one such as 2026-11-01T09:00:00Z.',
  },
  'YS-CLI-WAITED': {
    status: 504,
    sentence: 'The message was taken, but was not done after {seconds} seconds. Look again with “messages {message}”.',
  },
} as const satisfies Record<string, Trouble>;
