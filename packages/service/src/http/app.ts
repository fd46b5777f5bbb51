import type { Socket } from 'node:net';
import type { Readable } from 'node:stream';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import swagger from '@fastify/swagger';
import { YsError } from '@yellow-sieve/core';
import Fastify, { type FastifyInstance, LogController } from 'fastify';
import type { Logger } from 'pino';
import type { Config } from '../config.js';
import { ConnectionCaps } from '../connection-caps.js';
import { intakeKinds } from '../intake/index.js';
import { tableBytes } from '../lookups/read-table.js';
import { Networks } from '../networks.js';
import { codeVersion } from '../version.js';
import { sendProblem } from './problems.js';
import { serveDeliveries } from './routes/deliveries.js';
import { serveDrift } from './routes/drift.js';
import { serveExports } from './routes/exports.js';
import { serveJobs } from './routes/jobs.js';
import { serveLookups } from './routes/lookups.js';
import { serveMessages } from './routes/messages.js';
import { serveModel } from './routes/model.js';
import { serveNotices } from './routes/notices.js';
import { serveOpen } from './routes/open.js';
import { serveOverview } from './routes/overview.js';
import { servePeople } from './routes/people.js';
import { serveRecords } from './routes/records.js';
import { serveReview } from './routes/review.js';
import { serveSamples } from './routes/samples.js';
import { serveSetUp } from './routes/set-up.js';
import { serveSieves } from './routes/sieves.js';
import { serveSorting } from './routes/sorting.js';
import { serveTrial } from './routes/trial.js';
import { serveViews } from './routes/views.js';
import { serveWorkbench } from './routes/workbench.js';
import { serveConsole } from './serve-console.js';
import type { ServeContext } from './serve-context.js';

const sieveFileBytes = 2 * 1024 * 1024;
const families = [
  serveOpen,
  serveOverview,
  serveMessages,
  serveRecords,
  serveReview,
  serveSorting,
  serveExports,
  serveNotices,
  serveViews,
  serveDeliveries,
  serveSieves,
  serveTrial,
  serveWorkbench,
  serveModel,
  serveSamples,
  serveDrift,
  serveJobs,
  serveSetUp,
  serveLookups,
  servePeople,
];
/** Milliseconds for a request to come in whole, and for a connection on which nothing is said: streams speak every 15 seconds, answers come sooner. */
const wholeRequestMs = 5 * 60_000;
const idleMs = 2 * 60_000;
/** Connections at the same time of one address, and of all that are no proxy of ours. */
const maxOfOne = 100;
const maxOfStrangers = 2000;
/** Requests a minute from one address; a person with a script stays far below it. */
const requestsPerMinute = 6000;

/** The HTTP side of the service, ready to listen. */
export async function buildApp(
  context: Omit<ServeContext, 'app'>,
  { trustProxy }: Pick<Config, 'trustProxy'>,
  log: Logger,
): Promise<FastifyInstance> {
  const app = Fastify({
    loggerInstance: log as never,
    bodyLimit: sieveFileBytes,
    logController: new LogController({ disableRequestLogging: true }),
    routerOptions: { maxParamLength: 600 },
    requestTimeout: wholeRequestMs,
    connectionTimeout: idleMs,
    trustProxy: trustProxy === '' ? false : trustProxy,
  }) as unknown as FastifyInstance;
  capConnections(app, trustProxy);
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
  app.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: tableBytes },
    (_request, body, done) => done(null, body),
  );
  await app.register(helmet, {
    contentSecurityPolicy: { directives: { defaultSrc: ["'none'"], frameAncestors: ["'none'"] } },
  });
  app.decorateRequest('caller', null);
  app.decorate('vet', (source: string, on: string) => context.show.vet(source, on));
  await app.register(cookie);
  await app.register(rateLimit, {
    max: requestsPerMinute,
    timeWindow: '1 minute',
    // Who has gone meanwhile has no address any more.
    keyGenerator: ({ ip }) => ip ?? '',
  });
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: { title: 'Yellow Sieve', version: codeVersion },
      components: {
        securitySchemes: {
          token: { type: 'http', scheme: 'bearer' },
          session: { type: 'apiKey', in: 'cookie', name: 'ys_session' },
        },
      },
    },
  });
  await app.register(async (inner) => {
    const serve: ServeContext = { ...context, app: inner };
    for (const family of families) family(serve);
    for (const kind of Object.values(intakeKinds)) kind.serve?.(serve);
    inner.get('/api/v1/openapi.json', { schema: { hide: true } }, async () => app.swagger());
  });
  await serveConsole(app);
  return app;
}

/** Names that Fastify knows some networks by. */
const namedNetworks: ReadonlyMap<string, readonly string[]> = new Map([
  ['loopback', ['127.0.0.0/8', '::1']],
  ['linklocal', ['169.254.0.0/16', 'fe80::/10']],
  ['uniquelocal', ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', 'fc00::/7']],
]);

function capConnections(app: FastifyInstance, trustProxy: string): void {
  const proxies = trustProxy.split(',').flatMap((entry) => namedNetworks.get(entry.trim()) ?? [entry.trim()]);
  const caps = new ConnectionCaps({
    perAddress: maxOfOne,
    strangers: maxOfStrangers,
    trusted: new Networks(proxies),
  });
  app.server.on('connection', (socket: Socket) => {
    const address = socket.remoteAddress ?? '';
    if (!caps.enter(address)) return void socket.destroy();
    socket.once('close', () => caps.leave(address));
  });
}
