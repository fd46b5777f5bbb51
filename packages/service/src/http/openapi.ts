import { toJsonSchema } from '@valibot/to-json-schema';
import { type Endpoint, problemDetailsSchema } from '@yellow-sieve/contract';
import type { GenericSchema } from 'valibot';

const json = (schema: GenericSchema, typeMode: 'input' | 'output') => {
  const { $schema: _, ...rest } = toJsonSchema(schema, {
    errorMode: 'ignore',
    typeMode,
    ignoreActions: ['transform', 'parse_json'],
  });
  return rest;
};

/** What the published OpenAPI document says of an endpoint, made from its schemas. Fastify itself checks nothing by it. */
export function openApiOf({ path, role, summary, params, query, body, response }: Endpoint): Record<string, unknown> {
  return {
    summary,
    tags: [path.split('/')[3]],
    security: role === 'anyone' ? [] : [{ token: [] }, { session: [] }],
    'x-role': role,
    ...(params ? { params: json(params, 'input') } : {}),
    ...(query ? { querystring: json(query, 'input') } : {}),
    ...(body ? bodyDocument(body) : {}),
    response: {
      200: answerDocument(response),
      default: { description: 'A problem (RFC 9457)', ...json(problemDetailsSchema, 'output') },
    },
  };
}

function answerDocument(response: Endpoint['response']): Record<string, unknown> {
  if (response === 'file') return { description: 'The file', type: 'string', format: 'binary' };
  if (response === 'events')
    return { description: 'Server-sent events', content: { 'text/event-stream': { schema: { type: 'string' } } } };
  return { description: 'Fine', ...json(response, 'output') };
}

function bodyDocument(body: NonNullable<Endpoint['body']>): Record<string, unknown> {
  if (typeof body !== 'string') return { body: json(body, 'input') };
  return { consumes: [body], body: { type: 'string', format: 'binary' } };
}
