import { Readable } from 'node:stream';
import type { Caller, Endpoint, ParamsOf, QueryOf, ResponseOf } from '@yellow-sieve/contract';
import { nearest, YsError } from '@yellow-sieve/core';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import * as v from 'valibot';
import type { Database } from '../database/connect.js';
import { requireRole } from './auth.js';
import { openApiOf } from './openapi.js';

/** A file as an answer. */
export interface FileReply {
  type: string;
  name?: string;
  body: Readable | Buffer;
  /** More headers, such as a policy of its own. */
  headers?: Record<string, string>;
}

declare module 'fastify' {
  interface FastifyRequest {
    caller: Caller | null;
  }
  interface FastifyInstance {
    /** Compiles a text that somebody sent in a thread, before anything is done with it in this one. */
    vet(source: string, on: string): Promise<void>;
  }
}

/** On whose behalf work waits for its turn. */
export const ownerOf = (caller: Caller | null): string =>
  caller === null ? 'nobody' : (caller.key ?? `token ${caller.name}`);

type BodyOf<E extends Endpoint> = E['body'] extends 'message/rfc822'
  ? Readable
  : E['body'] extends 'application/yaml'
    ? string
    : E['body'] extends 'application/octet-stream'
      ? Buffer
      : E['body'] extends v.GenericSchema
        ? v.InferOutput<E['body']>
        : undefined;

interface Input<E extends Endpoint> {
  params: ParamsOf<E>;
  query: QueryOf<E>;
  body: BodyOf<E>;
  /** Digest of what the caller saw, where the endpoint asks for it and the caller said so. */
  match: string | undefined;
}

/** Who calls, and the request itself, for the few handlers that need it. */
export interface Exchange {
  /** Null only where anyone may call. */
  caller: Caller | null;
  request: FastifyRequest;
  reply: FastifyReply;
}

export type Handler<E extends Endpoint> = (
  input: Input<E>,
  exchange: Exchange,
) => Promise<E['response'] extends 'file' ? FileReply : E['response'] extends 'events' ? Readable : ResponseOf<E>>;

/** Serves one endpoint of the contract: checks role and input, calls the handler, strips the answer to its schema. */
export function serveEndpoint<const E extends Endpoint>(
  app: FastifyInstance,
  db: Database,
  endpoint: E,
  handler: Handler<E>,
): void {
  app.route({
    method: endpoint.method,
    url: endpoint.path,
    schema: openApiOf(endpoint),
    onRequest: async (request) => {
      request.caller = await requireRole(db, request, endpoint.role);
    },
    handler: async (request, reply) => {
      const input = {
        params: checked(endpoint.params, request.params),
        query: queryOf(endpoint, request),
        body: bodyOf(endpoint, request),
        match: endpoint.match ? matchOf(request) : undefined,
      };
      const sent = textIn(endpoint, input.body);
      if (sent !== null) await app.vet(sent, ownerOf(request.caller));
      const answer = await handler(input as Input<E>, { caller: request.caller, request, reply });
      if (endpoint.response === 'file') return sendFile(reply, answer as FileReply);
      if (endpoint.response === 'events') return sendEvents(reply, answer as Readable);
      return v.parse(endpoint.response as v.GenericSchema, answer);
    },
  });
}

/** The digest in If-Match; `*`, and no such header, match whatever is there. */
function matchOf(request: FastifyRequest): string | undefined {
  const header = request.headers['if-match'];
  if (header === undefined || header === '*') return undefined;
  return /^(?:W\/)?"([^"]*)"$/.exec(header)?.[1] ?? header;
}

function bodyOf(endpoint: Endpoint, request: FastifyRequest): unknown {
  if (typeof endpoint.body === 'string') {
    const type = request.headers['content-type']?.split(';')[0]?.trim().toLowerCase();
    if (type !== endpoint.body) throw new YsError('YS-REQUEST-TYPE', { wanted: endpoint.body });
    return request.body;
  }
  if (endpoint.body && request.body instanceof Readable)
    throw new YsError('YS-REQUEST-TYPE', { wanted: 'application/json' });
  if (liesDeeper(request.body, deepestBody))
    throw new YsError('YS-REQUEST-INVALID', { detail: `the body is more than ${deepestBody} levels deep` });
  return checked(endpoint.body, request.body);
}

/** Parameters nobody knows are told: one that is misspelt would otherwise do nothing, in silence. */
function queryOf({ query }: Endpoint, request: FastifyRequest): unknown {
  const known = Object.keys((query as { entries?: object } | undefined)?.entries ?? {});
  const stranger = Object.keys(request.query as object).find((name) => !known.includes(name));
  if (stranger !== undefined)
    throw new YsError('YS-REQUEST-INVALID', {
      detail: `there is no parameter “${stranger.slice(0, 64)}”${nearest(stranger.slice(0, 64), known)}`,
    });
  return checked(query, request.query);
}

/** A developer's file in a body: the whole of it, or its `source`. */
function textIn({ body: declared }: Endpoint, body: unknown): string | null {
  if (declared === 'application/yaml') return typeof body === 'string' ? body : null;
  const source = typeof body === 'object' && body !== null && 'source' in body ? body.source : null;
  return typeof source === 'string' ? source : null;
}

/** Levels of a JSON body: schemas, and what walks through it later, follow it by calls. */
const deepestBody = 60;

function liesDeeper(value: unknown, deepest: number): boolean {
  let level = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > deepest) return true;
    level = level.flatMap((one) => (typeof one === 'object' && one !== null ? Object.values(one) : []));
  }
  return false;
}

/** What is wrong with a request is told so many times; more nobody reads. */
const maxIssues = 10;

function checked(schema: v.GenericSchema | undefined, data: unknown): unknown {
  if (!schema) return undefined;
  const parsed = v.safeParse(schema, data);
  if (parsed.success) return parsed.output;
  const detail = parsed.issues
    .slice(0, maxIssues)
    .map((issue) => `${v.getDotPath(issue) ?? 'body'}: ${issue.message}`)
    .join('; ');
  throw new YsError('YS-REQUEST-INVALID', { detail });
}

/**
 * A stream that goes on until either side ends it; no proxy may hold it back. Its connection
 * serves nothing else afterwards: a server that stops would wait for it.
 */
function sendEvents(reply: FastifyReply, events: Readable): FastifyReply {
  return reply
    .type('text/event-stream')
    .headers({ 'cache-control': 'no-store', 'x-accel-buffering': 'no', connection: 'close' })
    .send(events);
}

/** Files are never shown as pages of ours, whatever they hold. */
export function sendFile(reply: FastifyReply, file: FileReply): FastifyReply {
  for (const [name, value] of Object.entries(file.headers ?? {})) reply.header(name, value);
  if (file.name) reply.header('content-disposition', `attachment; filename="${file.name.replace(/[^\w.-]/g, '_')}"`);
  return reply.type(file.type).header('x-content-type-options', 'nosniff').send(file.body);
}
