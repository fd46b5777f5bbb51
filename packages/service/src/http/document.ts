import { pino } from 'pino';
import { buildApp } from './app.js';

/** The OpenAPI 3.1 document, as the service publishes it. Needs no database: nothing is called. */
export async function openApiDocument(): Promise<object> {
  const app = await buildApp({ intake: { limit: 0 } } as never, { trustProxy: '' }, pino({ level: 'silent' }));
  await app.ready();
  const document = app.swagger();
  await app.close();
  return document;
}
