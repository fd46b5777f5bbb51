// npm run demo: sets everything up, starts it, and loads the demo scenario. -- --fresh starts over.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkFree, startDatabase } from './database.mjs';
import { startProcess, stopAll, untilStopped } from './processes.mjs';
import { build, checkNode, installDebian, installPackages, main, projectFolder, say } from './set-up.mjs';

const data = join(projectFolder, '.yellow-sieve');
const clientFile = join(data, 'client.json');
const loadedMark = join(data, 'demo-loaded');
const portOf = (name, otherwise) => Number(process.env[name] ?? otherwise);
const ports = {
  YELLOW_SIEVE_HTTP_PORT: portOf('YELLOW_SIEVE_HTTP_PORT', 7400),
  YELLOW_SIEVE_SMTP_PORT: portOf('YELLOW_SIEVE_SMTP_PORT', 7425),
  STAND_IN_MODEL_PORT: portOf('STAND_IN_MODEL_PORT', 7411),
  STAND_IN_SMTP_PORT: portOf('STAND_IN_SMTP_PORT', 7412),
  STAND_IN_MAIL_PORT: portOf('STAND_IN_MAIL_PORT', 7413),
};
const databasePort = portOf('YELLOW_SIEVE_DATABASE_PORT', 7406);

await main(async () => {
  checkNode();
  installPackages();
  installDebian({ mariadbd: 'mariadb-server' });
  build();
  if (process.argv.includes('--fresh')) rmSync(data, { recursive: true, force: true });
  for (const [variable, port] of Object.entries(ports)) await checkFree(port, variable);
  const stops = [];
  try {
    say('Starting MariaDB, the stand-ins and the service');
    const database = await startDatabase({ folder: join(data, 'database'), port: databasePort });
    stops.push(database.stop);
    const env = Object.fromEntries(Object.entries(ports).map(([name, port]) => [name, String(port)]));
    const standIns = await startProcess('stand-ins', 'packages/stand-ins/dist/main.js', env);
    stops.push(standIns.stop);
    const service = await startProcess('service', 'packages/service/dist/main.js', {
      ...env,
      YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
      YELLOW_SIEVE_KEY_FILE: join(data, 'key'),
      YELLOW_SIEVE_CLIENT_FILE: clientFile,
      YELLOW_SIEVE_LOG: process.env.YELLOW_SIEVE_LOG ?? 'warn',
    });
    stops.push(service.stop);
    const links = await load(database, standIns.ports, service.ports);
    tell(links);
  } catch (error) {
    await stopAll(stops);
    throw error;
  }
  await untilStopped(stops);
});

async function load(database, standIns, service) {
  const { createClient } = await import('@yellow-sieve/client');
  const { url, token } = JSON.parse(readFileSync(clientFile, 'utf8'));
  if (!existsSync(loadedMark)) {
    say('Loading the demo: the berth desk of Gannet Bay, 12 messages');
    const { loadDemo } = await import('../demo/load.mjs');
    await loadDemo({ url, token, smtpPort: service.smtpPort, database, standIns });
    writeFileSync(loadedMark, new Date().toISOString());
  }
  const sheets = await createClient({ url, token }).destinations.list();
  return { url, token, links: sheets.items.flatMap((item) => item.links) };
}

function tell({ url, token, links }) {
  const fresh = 'npm run demo -- --fresh';
  process.stdout.write(`
Yellow Sieve is running.   (Ctrl-C stops all of it; ${fresh} starts over)

  service          ${url}           API document: ${url}/api/v1/openapi.json
  log-in           token ${token}
                   (the command line finds it by itself, in .yellow-sieve/client.json)
  mail to          berths@gannetbay.example, by SMTP at 127.0.0.1:${ports.YELLOW_SIEVE_SMTP_PORT}
  stand-ins        language model http://127.0.0.1:${ports.STAND_IN_MODEL_PORT}   arrived mail http://127.0.0.1:${ports.STAND_IN_MAIL_PORT}

Five things to try, in another terminal:

  1. npx yellow-sieve messages                          what came in, and what became of it
  2. npx yellow-sieve feed berths demo/berths/messages/001.eml --wait     put a mail in, get the record
  3. npx yellow-sieve sift demo/berths/berths.mailbox.yaml demo/berths/messages/*.eml
                                                        the same outcome with no service at all
  4. curl -s ${url}${links[0] ?? ''}
                                                        the sheet “Berth book” behind its secret link (.xlsx too)
  5. npx yellow-sieve deliveries                        what went where; the harbour master’s mail is at the stand-in
`);
}
