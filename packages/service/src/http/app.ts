import type { Readable } from 'node:stream';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import swagger from '@fastify/swagger';
import { YsError } from '@yellow-sieve/core';
import Fastify, { type FastifyInstance, LogController } from 'fastify';
import type { Logger } from 'pino';
import { codeVersion } from '../version.js';
import { sendProblem } from './problems.js';
import { serveDeliveries } from './routes/deliveries.js';
import { serveMessages } from './routes/messages.js';
import { serveOpen } from './routes/open.js';
import { serveRecords } from './routes/records.js';
import { serveSetUp } from './routes/set-up.js';
import type { ServeContext } from './serve-context.js';

const sieveFileBytes = 2 * 1024 * 1024;
/** Requests a minute from one address; a person with a script stays far below it. */
const requestsPerMinute = 6000;

/** The HTTP side of the service, ready to listen. */
export async function buildApp(context: Omit<ServeContext, 'app'>, log: Logger): Promise<FastifyInstance> {
  const app = Fastify({
    loggerInstance: log as never,
    bodyLimit: sieveFileBytes,
    logController: new LogController({ disableRequestLogging: true }),
    routerOptions: { maxParamLength: 200 },
  }) as unknown as FastifyInstance;
  app.setErrorHandler(sendProblem);
  app.setNotFoundHandler((request, reply) =>
    sendProblem(new YsError('YS-NOT-FOUND', { what: 'address', name: request.url.slice(0, 200) }), request, reply),
  );
  // Input and answers are checked by the contract's own schemas; Fastify's are for the document alone.
  app.setValidatorCompiler(() => () => true);
  app.setSerializerCompiler(() => (data) => JSON.stringify(data));
  app.addContentTypeParser('message/rfc822', { bodyLimit: context.intake.limit + 1024 }, (_request, payload, done) =>
    done(null, payload as Readable),
  );
  app.addContentTypeParser('application/yaml', { parseAs: 'string' }, (_request, body, done) => done(null, body));
  await app.register(helmet, {
    contentSecurityPolicy: { directives: { defaultSrc: ["'none'"], frameAncestors: ["'none'"] } },
  });
  await app.register(rateLimit, { max: requestsPerMinute, timeWindow: '1 minute' });
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: { title: 'Yellow Sieve', version: codeVersion },
      components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } } },
    },
  });
  await app.register(async (inner) => {
    const serve: ServeContext = { ...context, app: inner };
    for (const family of [serveOpen, serveMessages, serveRecords, serveDeliveries, serveSetUp]) family(serve);
    inner.get('/api/v1/openapi.json', { schema: { hide: true } }, async () => app.swagger());
  });
  return app;
}
