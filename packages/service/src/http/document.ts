import { pino } from 'pino';
import { buildApp } from './app.js';

/** The OpenAPI 3.1 document, as the service publishes it. Needs no database: nothing is called. */
export async function openApiDocument(): Promise<object> {
  const app = await buildApp(
    { db: null as never, secrets: null as never, intake: { limit: 0 } as never, onward: () => undefined },
    pino({ level: 'silent' }),
  );
  await app.ready();
  const document = app.swagger();
  await app.close();
  return document;
}
