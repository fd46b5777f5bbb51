import type { Readable } from 'node:stream';
import type { Endpoint, ParamsOf, QueryOf, ResponseOf } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
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
}

type BodyOf<E extends Endpoint> = E['body'] extends 'message/rfc822'
  ? Readable
  : E['body'] extends 'application/yaml'
    ? string
    : E['body'] extends v.GenericSchema
      ? v.InferOutput<E['body']>
      : undefined;

export interface Input<E extends Endpoint> {
  params: ParamsOf<E>;
  query: QueryOf<E>;
  body: BodyOf<E>;
}

export type Handler<E extends Endpoint> = (
  input: Input<E>,
) => Promise<E['response'] extends 'file' ? FileReply : ResponseOf<E>>;

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
    onRequest: (request) => requireRole(db, request, endpoint.role),
    handler: async (request, reply) => {
      const input = {
        params: checked(endpoint.params, request.params),
        query: checked(endpoint.query, request.query),
        body: bodyOf(endpoint, request),
      };
      const answer = await handler(input as Input<E>);
      return endpoint.response === 'file'
        ? sendFile(reply, answer as FileReply)
        : v.parse(endpoint.response as v.GenericSchema, answer);
    },
  });
}

function bodyOf(endpoint: Endpoint, request: FastifyRequest): unknown {
  return typeof endpoint.body === 'string' ? request.body : checked(endpoint.body, request.body);
}

function checked(schema: v.GenericSchema | undefined, data: unknown): unknown {
  if (!schema) return undefined;
  const parsed = v.safeParse(schema, data);
  if (parsed.success) return parsed.output;
  const detail = parsed.issues.map((issue) => `${v.getDotPath(issue) ?? 'body'}: ${issue.message}`).join('; ');
  throw new YsError('YS-REQUEST-INVALID', { detail });
}

/** Files are never shown as pages of ours, whatever they hold. */
export function sendFile(reply: FastifyReply, file: FileReply): FastifyReply {
  if (file.name) reply.header('content-disposition', `attachment; filename="${file.name.replace(/[^\w.-]/g, '_')}"`);
  return reply.type(file.type).header('x-content-type-options', 'nosniff').send(file.body);
}
