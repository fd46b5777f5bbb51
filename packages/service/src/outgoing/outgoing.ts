import type { LookupAddress } from 'node:dns';
import { lookup } from 'node:dns/promises';
import { isIP, type LookupFunction } from 'node:net';
import { say, YsError } from '@yellow-sieve/core';
import { Agent, fetch } from 'undici';
import { Networks } from '../networks.js';
import type { FileWork } from './file-work.js';

/** Networks that are nobody's business from outside: loopback, link-local, private, shared, multicast, documentation. */
const blocked = new Networks([
  '0.0.0.0/8',
  '10.0.0.0/8',
  '100.64.0.0/10',
  '127.0.0.0/8',
  '169.254.0.0/16',
  '172.16.0.0/12',
  '192.0.0.0/24',
  '192.0.2.0/24',
  '192.168.0.0/16',
  '198.18.0.0/15',
  '198.51.100.0/24',
  '203.0.113.0/24',
  '224.0.0.0/3',
  '::/128',
  '::1/128',
  '64:ff9b::/96',
  'fc00::/7',
  'fe80::/10',
  'ff00::/8',
]);

/** Bytes of an answer that are read; what an error says stands at its beginning. */
const usualBytes = 1024 * 1024;
const usualPatienceMs = 15_000;
/** The library's own clocks only see to it that nothing waits for ever; each request brings its own. */
const longestPatienceMs = 600_000;
const longestRetrySeconds = 3600;

export interface OutgoingRequest {
  method: string;
  url: string;
  headers: Record<string, string>;
  /** Sent as JSON. */
  body?: unknown;
  /** Sent as a form instead. */
  form?: URLSearchParams;
  /** Milliseconds to wait for the whole answer; 15 seconds when left out. */
  patienceMs?: number;
  /** Bytes of the answer that are read; 1 MB when left out. */
  maxBytes?: number;
}

/** What came of a request. `silent`: it was sent and no answer came, so it may have worked. */
export type OutgoingAnswer =
  | { kind: 'answer'; status: number; text: string; retryAfterSeconds: number | null }
  | { kind: 'unreachable'; detail: string }
  | { kind: 'silent'; detail: string; timedOut: boolean }
  | { kind: 'private'; detail: string };

/** The addresses of a name. */
type Resolve = (host: string, family: 0 | 4 | 6) => Promise<LookupAddress[]>;

const lookUp: Resolve = (host, family) => lookup(host, { all: true, family });

export interface OutgoingOptions {
  folder?: string | undefined;
  files?: FileWork;
  /** Looks names up; as the machine does when left out. */
  resolve?: Resolve;
}

/** The address is private, and was not allowed. */
class PrivateAddress extends Error {}

/**
 * HTTP to the outside. Every address is looked at after its name was resolved and right before it is connected to, so
 * that a name which changes its mind leads nowhere; redirects are not followed.
 */
export class Outgoing {
  private readonly allowed: Networks;
  private readonly agent: Agent;

  /** Where files may be written; undefined where nowhere. */
  readonly folder: string | undefined;
  readonly files: FileWork | null;
  private readonly resolve: Resolve;

  /** `allowed` are addresses or networks such as `127.0.0.1` and `10.1.0.0/16`. */
  constructor(allowed: readonly string[], { folder, files, resolve }: OutgoingOptions = {}) {
    this.folder = folder;
    this.files = files ?? null;
    this.resolve = resolve ?? lookUp;
    this.allowed = new Networks(allowed);
    this.agent = new Agent({
      connect: { lookup: this.lookup },
      headersTimeout: longestPatienceMs,
      bodyTimeout: longestPatienceMs,
    });
  }

  /** Whether this address may be connected to. */
  mayReach(address: string): boolean {
    return !blocked.holds(address) || this.allowed.holds(address);
  }

  private readonly lookup: LookupFunction = (host, options, callback) => {
    this.resolve(host, options.family === 6 ? 6 : options.family === 4 ? 4 : 0).then(
      (found) => {
        const reachable = found.filter(({ address }) => this.mayReach(address));
        if (reachable.length === 0) return callback(new PrivateAddress(host), [] as never);
        if (options.all) return callback(null, reachable as never);
        callback(null, reachable[0]?.address ?? '', reachable[0]?.family);
      },
      (error: NodeJS.ErrnoException) => callback(error, [] as never),
    );
  };

  async send({
    method,
    url,
    headers,
    body,
    form,
    patienceMs = usualPatienceMs,
    maxBytes = usualBytes,
  }: OutgoingRequest): Promise<OutgoingAnswer> {
    const { protocol, hostname } = new URL(url);
    const host = hostname.replace(/^\[|\]$/g, '');
    if (protocol !== 'https:' && protocol !== 'http:') return { kind: 'private', detail: say('YS-DESTINATION-WEB') };
    // Addresses written as such are never looked up.
    if (isIP(host) && !this.mayReach(host)) return refused(host);
    try {
      const response = await fetch(url, {
        method,
        redirect: 'manual',
        headers: {
          accept: 'application/json',
          ...(body === undefined ? {} : { 'content-type': 'application/json' }),
          ...headers,
        },
        ...(form ? { body: form } : body === undefined ? {} : { body: JSON.stringify(body) }),
        dispatcher: this.agent,
        signal: AbortSignal.timeout(patienceMs),
      });
      return {
        kind: 'answer',
        status: response.status,
        text: await beginningOf(response.body, maxBytes),
        retryAfterSeconds: retryAfter(response.headers.get('retry-after')),
      };
    } catch (error) {
      return troubleOf(error, host);
    }
  }

  /**
   * The address to connect to for a host that is reached by another protocol than HTTP: looked up once, and held against the same rules.
   * @throws YsError YS-DESTINATION-PRIVATE
   */
  async addressOf(host: string): Promise<string> {
    const found = isIP(host) === 0 ? await this.resolve(host, 0) : [{ address: host }];
    const reachable = found.find(({ address }) => this.mayReach(address));
    if (!reachable) throw new YsError('YS-DESTINATION-PRIVATE', { address: host });
    return reachable.address;
  }

  close(): Promise<void> {
    return this.agent.close();
  }
}

const refused = (address: string): OutgoingAnswer => ({
  kind: 'private',
  detail: say('YS-DESTINATION-PRIVATE', { address }),
});

/** Only what failed before a byte was sent is certain not to have worked. */
function troubleOf(error: unknown, host: string): OutgoingAnswer {
  const cause = ((error as Error).cause ?? error) as NodeJS.ErrnoException;
  if (cause instanceof PrivateAddress) return refused(host);
  const timedOut = cause.name === 'TimeoutError';
  const code = timedOut ? cause.name : (cause.code ?? cause.name);
  const before = ['ECONNREFUSED', 'ENOTFOUND', 'EAI_AGAIN', 'EHOSTUNREACH', 'ENETUNREACH', 'UND_ERR_CONNECT_TIMEOUT'];
  return before.includes(code) ? { kind: 'unreachable', detail: code } : { kind: 'silent', detail: code, timedOut };
}

async function beginningOf(body: AsyncIterable<Uint8Array> | null, maxBytes: number): Promise<string> {
  const pieces: Uint8Array[] = [];
  let size = 0;
  for await (const piece of body ?? []) {
    pieces.push(piece);
    size += piece.length;
    if (size >= maxBytes) break;
  }
  return Buffer.concat(pieces).toString('utf8');
}

/** RFC 9110 allows seconds or a date. */
function retryAfter(header: string | null): number | null {
  if (header === null) return null;
  const seconds = /^\d+$/.test(header) ? Number(header) : (Date.parse(header) - Date.now()) / 1000;
  return Number.isFinite(seconds) && seconds > 0 ? Math.min(Math.ceil(seconds), longestRetrySeconds) : null;
}
