import {
  type BodyOf,
  type Endpoint,
  endpoints,
  type ParamsOf,
  type ProblemDetails,
  type QueryInputOf,
  type ResponseOf,
} from '@yellow-sieve/contract';
import { ClientError } from './client-error.js';

export interface ClientOptions {
  /** Address of the service, such as `http://127.0.0.1:7400`. */
  url: string;
  /** An access token; left out in the console, where the session's cookie speaks for the person. */
  token?: string;
  /** The `fetch` to use; the platform's own by default. */
  fetch?: typeof fetch;
}

interface CallInput<E extends Endpoint> {
  params: ParamsOf<E>;
  query: Partial<QueryInputOf<E>> | undefined;
  body: BodyOf<E>;
}

type Needed<E extends Endpoint> = Pick<
  CallInput<E>,
  (E extends { params: object } ? 'params' : never) | (E extends { body: object | string } ? 'body' : never)
> &
  (E extends { query: object } ? { query?: CallInput<E>['query'] } : unknown) &
  (E extends { match: true } ? { match?: string | undefined } : unknown);

/** A function for one endpoint. It takes nothing when the endpoint needs nothing. */
export type Call<E extends Endpoint> = (
  ...input: Record<string, never> extends Needed<E> ? [input?: Needed<E>] : [input: Needed<E>]
) => Promise<ResponseOf<E>>;

export type Client = {
  readonly [F in keyof typeof endpoints]: {
    readonly [N in keyof (typeof endpoints)[F]]: (typeof endpoints)[F][N] extends Endpoint
      ? Call<(typeof endpoints)[F][N]>
      : never;
  };
};

/**
 * The typed HTTP client: one function per endpoint of the contract. Each rejects with ClientError, which carries the
 * service's problem details, or the code YS-CLI-UNREACHABLE when nobody answers.
 */
export function createClient(options: ClientOptions): Client {
  const families = Object.entries(endpoints).map(([family, calls]) => [
    family,
    Object.fromEntries(
      Object.entries(calls).map(([name, endpoint]) => [
        name,
        (input: AnyInput = {}) => call(options, endpoint as Endpoint, input),
      ]),
    ),
  ]);
  return Object.fromEntries(families) as Client;
}

interface AnyInput {
  params?: Record<string, string | number>;
  query?: Record<string, string | number | undefined>;
  body?: unknown;
  /** Digest of what the caller saw; a change by somebody else meanwhile makes the call fail with 412. */
  match?: string | undefined;
}

async function call(options: ClientOptions, endpoint: Endpoint, input: AnyInput): Promise<unknown> {
  const response = await send(options, endpoint, input);
  if (!response.ok) throw new ClientError(await problemOf(response));
  if (endpoint.response === 'events') return response.body;
  return endpoint.response === 'file' ? new Uint8Array(await response.arrayBuffer()) : response.json();
}

async function send(
  { url, token, fetch: given }: ClientOptions,
  endpoint: Endpoint,
  { params = {}, query = {}, body, match }: AnyInput,
): Promise<Response> {
  const path = endpoint.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) =>
      value === undefined ? [] : [[name, String(value)] as [string, string]],
    ),
  );
  const bytes = typeof endpoint.body === 'string';
  const type = bytes ? (endpoint.body as string) : 'application/json';
  try {
    return await (given ?? fetch)(`${url.replace(/\/$/, '')}${path}${asked.size > 0 ? `?${asked}` : ''}`, {
      method: endpoint.method,
      headers: {
        ...(token ? { authorization: `Bearer ${token}` } : {}),
        ...(endpoint.body ? { 'content-type': type } : {}),
        ...(match === undefined ? {} : { 'if-match': `"${match}"` }),
      },
      ...(endpoint.body ? { body: bytes ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body) } : {}),
    });
  } catch (cause) {
    throw new ClientError(
      {
        type: 'about:blank',
        title: `No service answers at ${url}. Start it, or set YELLOW_SIEVE_URL.`,
        status: 503,
        code: 'YS-CLI-UNREACHABLE',
      },
      { cause },
    );
  }
}

async function problemOf(response: Response): Promise<ProblemDetails> {
  const fallback: ProblemDetails = {
    type: 'about:blank',
    title: `The service answered ${response.status}.`,
    status: response.status,
    code: 'YS-LIVE-INTERNAL',
  };
  try {
    const data = (await response.json()) as Partial<ProblemDetails>;
    return typeof data.code === 'string' ? { ...fallback, ...data } : fallback;
  } catch {
    return fallback;
  }
}
