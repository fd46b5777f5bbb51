import { isIP } from 'node:net';
import { YsError } from '@yellow-sieve/core';
import * as v from 'valibot';

const port = v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(0), v.maxValue(65_535));
const count = (least: number) => v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(least));

const listed = v.pipe(
  v.string(),
  v.transform((text) => text.split(',').flatMap((entry) => entry.trim() || [])),
);
const networks = v.pipe(
  listed,
  v.check(
    (entries) => entries.every((entry) => isIP(entry.split('/')[0] ?? '') !== 0),
    'addresses or networks are wanted',
  ),
);

const schema = v.object({
  YELLOW_SIEVE_DATABASE: v.pipe(v.string(), v.startsWith('mysql://')),
  YELLOW_SIEVE_HOST: v.optional(v.string(), '127.0.0.1'),
  YELLOW_SIEVE_HTTP_PORT: v.optional(port, '7400'),
  YELLOW_SIEVE_SMTP_PORT: v.optional(port, '7425'),
  /** Where a mail server of the house hands mail over by LMTP; nowhere, where nothing is said. */
  YELLOW_SIEVE_LMTP_PORT: v.optional(port),
  /** Certificate and key for STARTTLS, in PEM; the first start makes one of its own where nothing is said. */
  YELLOW_SIEVE_TLS_CERTIFICATE: v.optional(v.string()),
  YELLOW_SIEVE_TLS_KEY: v.optional(v.string()),
  /** Messages a minute from one address; relays are not counted. */
  YELLOW_SIEVE_MESSAGES_PER_MINUTE: v.optional(count(1), '600'),
  /** Whether SPF, DKIM and DMARC are looked up for what comes by SMTP from anybody but a relay. */
  YELLOW_SIEVE_CHECK_SENDERS: v.optional(v.picklist(['yes', 'no']), 'no'),
  /** Name servers to ask for that, as `192.0.2.53` or with a port; those of the machine, where nothing is said. */
  YELLOW_SIEVE_NAME_SERVERS: v.optional(listed, ''),
  /** Bytes of the largest message that is taken; announced by SMTP. */
  YELLOW_SIEVE_MESSAGE_LIMIT: v.optional(count(1024), String(25 * 1024 * 1024)),
  /** File with the key that seals secrets; made when it is not there. */
  YELLOW_SIEVE_KEY_FILE: v.optional(v.string(), '.yellow-sieve/key'),
  /** Where the first start leaves address and token for the command line. */
  YELLOW_SIEVE_CLIENT_FILE: v.optional(v.string()),
  YELLOW_SIEVE_ROLE: v.optional(v.picklist(['all', 'intake', 'work', 'web']), 'all'),
  /** Worker threads that read and sift. */
  YELLOW_SIEVE_THREADS: v.optional(count(1), '2'),
  /** Seconds after which reading and sifting one message is stopped; the last net. */
  YELLOW_SIEVE_SIFT_SECONDS: v.optional(count(1), '20'),
  /** Milliseconds between looks for work when there was none. */
  YELLOW_SIEVE_POLL_MS: v.optional(count(10), '250'),
  /** Seconds between looks whether the mail of a mailbox is still as it was. */
  YELLOW_SIEVE_DRIFT_SECONDS: v.optional(count(1), '300'),
  /** Seconds a claim on work holds before another may take it over; longer than any one piece of work takes. */
  YELLOW_SIEVE_LEASE_SECONDS: v.optional(count(1), '60'),
  /** Seconds between looks what people should hear of, and for which what one hears is gathered. */
  YELLOW_SIEVE_NOTICE_SECONDS: v.optional(count(1), '60'),
  YELLOW_SIEVE_NOTICE_GATHER_SECONDS: v.optional(count(1), '900'),
  YELLOW_SIEVE_UNDO_SECONDS: v.optional(count(0), '10'),
  YELLOW_SIEVE_HOLD_SECONDS: v.optional(count(1), '60'),
  /** Where people reach the console, such as `https://sieve.gannetbay.example`; for the links it prints. */
  YELLOW_SIEVE_URL: v.optional(v.pipe(v.string(), v.url())),
  /** Proxies whose word on the caller's address and protocol is taken: addresses or networks, with commas between. */
  YELLOW_SIEVE_TRUST_PROXY: v.optional(v.string(), ''),
  /** Mail servers that pass mail on to this one: addresses or networks, with commas between. Caps on connections are not for them. */
  YELLOW_SIEVE_RELAYS: v.optional(networks, ''),
  /** Private addresses or networks that destinations may lead to, with commas between. */
  YELLOW_SIEVE_PRIVATE_TARGETS: v.optional(networks, ''),
  /** Folder with tables (.csv, .xlsx) that lookups may be read from. */
  YELLOW_SIEVE_LOOKUPS: v.optional(v.string()),
  /** Folder below which destinations write files. */
  YELLOW_SIEVE_FOLDER: v.optional(v.string()),
  YELLOW_SIEVE_LOG: v.optional(v.picklist(['debug', 'info', 'warn', 'error', 'silent']), 'info'),
});

export interface Config {
  database: string;
  host: string;
  httpPort: number;
  smtpPort: number;
  lmtpPort: number | null;
  tlsCertificate: string | undefined;
  tlsKey: string | undefined;
  messagesPerMinute: number;
  checkSenders: boolean;
  nameServers: string[];
  messageLimit: number;
  keyFile: string;
  clientFile: string | undefined;
  role: 'all' | 'intake' | 'work' | 'web';
  threads: number;
  siftSeconds: number;
  pollMs: number;
  leaseSeconds: number;
  /** Seconds after which what was confirmed leaves. */
  undoSeconds: number;
  /** Seconds for which a message in review is held for the page it is open in. */
  holdSeconds: number;
  driftSeconds: number;
  noticeSeconds: number;
  gatherSeconds: number;
  url: string | undefined;
  trustProxy: string;
  relays: string[];
  privateTargets: string[];
  lookupFolder: string | undefined;
  folder: string | undefined;
  log: string;
}

/**
 * The configuration from environment variables.
 * @throws YsError with one sentence that names every variable that is missing or wrong.
 */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const result = v.safeParse(schema, env);
  if (!result.success) {
    const wrong = result.issues.map((issue) => `${v.getDotPath(issue)} (${issue.message})`).join(', ');
    throw new YsError('YS-START-CONFIG', { detail: wrong });
  }
  const { output: o } = result;
  return {
    database: o.YELLOW_SIEVE_DATABASE,
    host: o.YELLOW_SIEVE_HOST,
    httpPort: o.YELLOW_SIEVE_HTTP_PORT,
    smtpPort: o.YELLOW_SIEVE_SMTP_PORT,
    lmtpPort: o.YELLOW_SIEVE_LMTP_PORT ?? null,
    tlsCertificate: o.YELLOW_SIEVE_TLS_CERTIFICATE,
    tlsKey: o.YELLOW_SIEVE_TLS_KEY,
    messagesPerMinute: o.YELLOW_SIEVE_MESSAGES_PER_MINUTE,
    checkSenders: o.YELLOW_SIEVE_CHECK_SENDERS === 'yes',
    nameServers: o.YELLOW_SIEVE_NAME_SERVERS,
    messageLimit: o.YELLOW_SIEVE_MESSAGE_LIMIT,
    keyFile: o.YELLOW_SIEVE_KEY_FILE,
    clientFile: o.YELLOW_SIEVE_CLIENT_FILE,
    role: o.YELLOW_SIEVE_ROLE,
    threads: o.YELLOW_SIEVE_THREADS,
    siftSeconds: o.YELLOW_SIEVE_SIFT_SECONDS,
    pollMs: o.YELLOW_SIEVE_POLL_MS,
    leaseSeconds: o.YELLOW_SIEVE_LEASE_SECONDS,
    undoSeconds: o.YELLOW_SIEVE_UNDO_SECONDS,
    holdSeconds: o.YELLOW_SIEVE_HOLD_SECONDS,
    driftSeconds: o.YELLOW_SIEVE_DRIFT_SECONDS,
    noticeSeconds: o.YELLOW_SIEVE_NOTICE_SECONDS,
    gatherSeconds: o.YELLOW_SIEVE_NOTICE_GATHER_SECONDS,
    url: o.YELLOW_SIEVE_URL?.replace(/\/$/, ''),
    trustProxy: o.YELLOW_SIEVE_TRUST_PROXY,
    relays: o.YELLOW_SIEVE_RELAYS,
    privateTargets: o.YELLOW_SIEVE_PRIVATE_TARGETS,
    lookupFolder: o.YELLOW_SIEVE_LOOKUPS,
    folder: o.YELLOW_SIEVE_FOLDER,
    log: o.YELLOW_SIEVE_LOG,
  };
}
