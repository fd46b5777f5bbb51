import type * as v from 'valibot';
import type { Role } from './common.js';

/** One call of the API: everything a server, a client and the published document need to know of it. */
export interface Endpoint {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** With `:name` for parameters. */
  path: string;
  /** The least role that may call it; `anyone` needs no log-in. */
  role: Role | 'anyone';
  summary: string;
  params?: v.GenericSchema;
  query?: v.GenericSchema;
  /** A schema for JSON, or the media type of a body that is passed as bytes. */
  body?: v.GenericSchema | 'message/rfc822' | 'application/yaml' | 'application/octet-stream';
  /** Takes `If-Match` with the digest of what the caller saw: a change by somebody else meanwhile is answered with 412. */
  match?: true;
  /** A schema for JSON, `file` for bytes with a media type of their own, or `events` for server-sent events. */
  response: v.GenericSchema | 'file' | 'events';
}

type OutputOf<S> = S extends v.GenericSchema ? v.InferOutput<S> : undefined;
type InputOf<S> = S extends v.GenericSchema ? v.InferInput<S> : undefined;

export type ParamsOf<E extends Endpoint> = OutputOf<E['params']>;
export type QueryOf<E extends Endpoint> = OutputOf<E['query']>;
export type QueryInputOf<E extends Endpoint> = InputOf<E['query']>;
export type BodyOf<E extends Endpoint> = E['body'] extends string ? Uint8Array : InputOf<E['body']>;
export type ResponseOf<E extends Endpoint> = E['response'] extends v.GenericSchema
  ? v.InferOutput<E['response']>
  : E['response'] extends 'events'
    ? ReadableStream<Uint8Array>
    : Uint8Array;
