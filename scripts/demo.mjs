// npm run demo: sets everything up, starts it, and loads the demo scenario. -- --fresh starts over.
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkFree, startDatabase } from './database.mjs';
import { postgresFolder, startPostgres } from './postgres.mjs';
import { startProcess, stopAll, untilStopped } from './processes.mjs';
import { checkNode, main, projectFolder, say, setUp } from './set-up.mjs';

const data = join(projectFolder, '.yellow-sieve');
const clientFile = join(data, 'client.json');
const logInFile = join(data, 'demo-log-in.json');
const loadedMark = join(data, 'demo-loaded');
const portOf = (name, otherwise) => Number(process.env[name] ?? otherwise);
const ports = {
  YELLOW_SIEVE_HTTP_PORT: portOf('YELLOW_SIEVE_HTTP_PORT', 7400),
  YELLOW_SIEVE_SMTP_PORT: portOf('YELLOW_SIEVE_SMTP_PORT', 7425),
  STAND_IN_MODEL_PORT: portOf('STAND_IN_MODEL_PORT', 7411),
  STAND_IN_SMTP_PORT: portOf('STAND_IN_SMTP_PORT', 7412),
  STAND_IN_MAIL_PORT: portOf('STAND_IN_MAIL_PORT', 7413),
  STAND_IN_CRM_PORT: portOf('STAND_IN_CRM_PORT', 7414),
  STAND_IN_CHAT_PORT: portOf('STAND_IN_CHAT_PORT', 7415),
  STAND_IN_HOOK_PORT: portOf('STAND_IN_HOOK_PORT', 7416),
};
const databasePort = portOf('YELLOW_SIEVE_DATABASE_PORT', 7406);
const postgresPort = portOf('STAND_IN_POSTGRESQL_PORT', 7407);

await main(async () => {
  checkNode();
  await setUp({ mariadbd: 'mariadb-server', pg_ctlcluster: 'postgresql' });
  const postgresData = join(data, 'postgresql');
  if (process.argv.includes('--fresh'))
    for (const folder of [postgresFolder(postgresData), data]) rmSync(folder, { recursive: true, force: true });
  for (const [variable, port] of Object.entries(ports)) await checkFree(port, variable);
  const stops = [];
  try {
    say('Starting MariaDB, PostgreSQL, the stand-ins and the service');
    const database = await startDatabase({ folder: join(data, 'database'), port: databasePort });
    stops.push(database.stop);
    const postgres = await startPostgres({
      folder: postgresData,
      port: postgresPort,
      variable: 'STAND_IN_POSTGRESQL_PORT',
    });
    stops.push(postgres.stop);
    const env = Object.fromEntries(Object.entries(ports).map(([name, port]) => [name, String(port)]));
    const standIns = await startProcess('stand-ins', 'packages/stand-ins/dist/main.js', env);
    stops.push(standIns.stop);
    const files = join(data, 'files');
    const { makeFiles } = await import('../demo/files.mjs');
    await makeFiles(files);
    const service = await startProcess('service', 'packages/service/dist/bundle/main.js', {
      ...env,
      YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
      YELLOW_SIEVE_KEY_FILE: join(data, 'key'),
      YELLOW_SIEVE_CLIENT_FILE: clientFile,
      YELLOW_SIEVE_FOLDER: files,
      // The stand-ins live on this machine.
      YELLOW_SIEVE_PRIVATE_TARGETS: '127.0.0.1',
      YELLOW_SIEVE_LOG: process.env.YELLOW_SIEVE_LOG ?? 'warn',
    });
    stops.push(service.stop);
    const links = await load({ database, postgres }, standIns.ports, service.ports);
    tell(links);
  } catch (error) {
    await stopAll(stops);
    throw error;
  }
  await untilStopped(stops);
});

async function load(databases, standIns, service) {
  const { createClient } = await import('@yellow-sieve/client');
  const { url, token } = JSON.parse(readFileSync(clientFile, 'utf8'));
  if (service.ownerLink) await makeOwner(service.ownerLink);
  if (!existsSync(loadedMark)) {
    say('Loading the demo: six mailboxes of Gannet Bay, and their mail');
    const { loadDemo } = await import('../demo/load.mjs');
    await loadDemo({ url, token, smtpPort: service.smtpPort, ...databases, standIns });
    writeFileSync(loadedMark, new Date().toISOString());
  }
  const sheets = await createClient({ url, token }).destinations.list();
  return { url, logIn: JSON.parse(readFileSync(logInFile, 'utf8')), links: sheets.items.flatMap((item) => item.links) };
}

/** The one-time link is used as its owner would, so that the demo can print a log-in. */
async function makeOwner(link) {
  const secret = link.split('/').at(-1);
  const person = {
    name: 'Nils Aldous',
    email: 'n.aldous@gannetbay.example',
    password: randomBytes(9).toString('base64url'),
  };
  const { createClient } = await import('@yellow-sieve/client');
  await createClient({ url: new URL(link).origin }).invitations.take({ params: { secret }, body: person });
  writeFileSync(logInFile, `${JSON.stringify(person, null, 2)}\n`, { mode: 0o600 });
}

function tell({ url, logIn, links }) {
  const fresh = 'npm run demo -- --fresh';
  process.stdout.write(`
Yellow Sieve is running.   (Ctrl-C stops all of it; ${fresh} starts over)

  console          ${url}           (API document: ${url}/api/v1/openapi.json)
  log-in           ${logIn.email}   password ${logIn.password}
  mail to          berths@gannetbay.example, by SMTP at 127.0.0.1:${ports.YELLOW_SIEVE_SMTP_PORT}
  stand-ins        Quayside desk (CRM) http://127.0.0.1:${ports.STAND_IN_CRM_PORT}   chat rooms http://127.0.0.1:${ports.STAND_IN_CHAT_PORT}
                   language model http://127.0.0.1:${ports.STAND_IN_MODEL_PORT}      arrived mail http://127.0.0.1:${ports.STAND_IN_MAIL_PORT}
                   events http://127.0.0.1:${ports.STAND_IN_HOOK_PORT}                PostgreSQL at 127.0.0.1:${postgresPort}, database harbour

Five things to try:

  1. Log in, open Messages, and choose “Berth request: Selkie of Skerry”: each value is underlined where it was read.
  2. With Messages open, in another terminal:  npx yellow-sieve feed berths demo/berths/more/guillemot.eml
                                               (the message appears by itself)
  3. Overview: one delivery stopped, since Quayside desk takes no vessel of 46 m. Look at it, and retry.
  4. Mailboxes: drop an .eml file on “Berth desk”, or paste a text.
  5. The sheet “Berth book”, behind its secret link:  ${url}${links[1] ?? ''}

The command line needs no log-in here (.yellow-sieve/client.json): npx yellow-sieve --help
`);
}
