import { pino } from 'pino';
import { readConfig } from '../config.js';
import { buildApp } from './app.js';

/** The OpenAPI 3.1 document, as the service publishes it. Needs no database: nothing is called. */
export async function openApiDocument(): Promise<object> {
  const config = readConfig({ YELLOW_SIEVE_DATABASE: 'mysql://nobody@127.0.0.1/none' });
  const app = await buildApp(
    { db: null as never, secrets: null as never, config, onward: () => undefined },
    pino({ level: 'silent' }),
  );
  await app.ready();
  const document = app.swagger();
  await app.close();
  return document;
}
