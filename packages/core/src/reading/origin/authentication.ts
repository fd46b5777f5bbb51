import type { Reading } from '../reading.js';

/** What a trusted mail server says of who sent a message. */
export interface Authentication {
  /** `pass`: the From domain is who it says; `fail`: a check failed; `none`: nobody who is trusted says anything. */
  verdict: 'pass' | 'fail' | 'none';
  reason: string;
}

interface Result {
  method: string;
  result: string;
  properties: Readonly<Record<string, string>>;
}

const result = /(?:^|;)\s*(dmarc|dkim|spf)\s*=\s*(\w+)([^;]*)/gi;

/**
 * Who sent a message: by what the service found out itself when it came (`checked`), else by the Authentication-Results header (RFC 8601) of a
 * trusted server. Only the topmost one counts: what stands below may have come with the message. DMARC decides; without it, a DKIM signature
 * or an envelope sender of the From domain.
 */
export function authenticationOf(reading: Reading, { trusted, checked = null }: Words): Authentication {
  const said = saidOf(reading, { trusted, checked });
  if ('reason' in said) return { verdict: 'none', reason: said.reason };
  const { by, results } = said;
  const from = domainOf(reading.from?.address ?? '');
  const dmarc = results.find(({ method }) => method === 'dmarc');
  // That no name server answered says nothing of the sender.
  if (dmarc && /^(?:pass|fail)$/.test(dmarc.result))
    return { verdict: dmarc.result as 'pass' | 'fail', reason: `${by} says DMARC ${dmarc.result}` };
  const aligned = results.find((one) => one.result === 'pass' && isAligned(from, one));
  if (aligned) return { verdict: 'pass', reason: `${by} says ${aligned.method.toUpperCase()} pass for ${from}` };
  const failed = results.find((one) => /^(?:fail|softfail|permerror)$/.test(one.result));
  if (failed) return { verdict: 'fail', reason: `${by} says ${failed.method.toUpperCase()} ${failed.result}` };
  return { verdict: 'none', reason: `${by} says nothing of ${from || 'the sender'}` };
}

/** What one method says: `pass`, `fail`, `softfail`, `none` and so on (RFC 8601, 2.7); of several signatures one that passes. Null where nobody looked. */
export function resultOf(method: 'spf' | 'dkim' | 'dmarc', reading: Reading, words: Words): string | null {
  const said = saidOf(reading, words);
  if ('reason' in said) return null;
  const found = said.results.filter((one) => one.method === method).map(({ result }) => result);
  return found.find((result) => result === 'pass') ?? found[0] ?? null;
}

/** Whose word is taken. */
export interface Words {
  trusted: readonly string[];
  checked?: string | null;
}

function saidOf(reading: Reading, { trusted, checked }: Words): { by: string; results: Result[] } | { reason: string } {
  if (checked) return { by: 'the service', results: resultsIn(checked) };
  if (trusted.length === 0) return { reason: 'the mailbox trusts no mail server to say who sent a message' };
  const value = reading.headers.find(([key]) => key === 'authentication-results')?.[1] ?? '';
  const server = value.split(/[;\s]/, 1)[0]?.toLowerCase() ?? '';
  return trusted.some((name) => name.toLowerCase() === server)
    ? { by: server, results: resultsIn(value) }
    : { reason: 'no trusted mail server says who sent it' };
}

const resultsIn = (value: string): Result[] => [...value.replace(/\([^)]*\)/g, ' ').matchAll(result)].map(readResult);

function readResult([, method = '', outcome = '', rest = '']: RegExpMatchArray): Result {
  const properties = Object.fromEntries(
    [...rest.matchAll(/(?<![\w.-])([\w.-]+)\s*=\s*"?([^\s";]+)/g)].map(([, key = '', text = '']) => [
      key.toLowerCase(),
      text,
    ]),
  );
  return { method: method.toLowerCase(), result: outcome.toLowerCase(), properties };
}

/** The domain that was checked is that of From, or one of the two is part of the other. */
function isAligned(from: string, { method, properties }: Result): boolean {
  const checked =
    method === 'dkim'
      ? (properties['header.d'] ?? properties['header.i'])
      : (properties['smtp.mailfrom'] ?? properties['smtp.helo']);
  const domain = domainOf(checked ?? '');
  // A domain of one label would hold everybody.
  if (from === '' || !domain.includes('.')) return false;
  return domain === from || from.endsWith(`.${domain}`) || domain.endsWith(`.${from}`);
}

const domainOf = (address: string) => address.slice(address.lastIndexOf('@') + 1).toLowerCase();
