import { say } from '@yellow-sieve/core';
import { readConfig } from './config.js';
import { startService } from './service.js';

/** How long stopping may wait for work under way, such as an answer that does not come. */
const stopPatienceMs = 20_000;

/** Starts the service. Stops cleanly on SIGINT and SIGTERM. */
async function run() {
  const service = await startService(readConfig(process.env));
  const { httpPort, smtpPort, ownerLink } = service;
  process.send?.({ httpPort, smtpPort, ownerLink });
  // Who started it from a terminal reads it there; who started it as a child has it in the message.
  if (ownerLink && !process.send) process.stdout.write(`The owner’s log-in is made here, once: ${ownerLink}\n`);
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // Whatever is still under way is safe to cut off: it is claimed again when its lease has run out.
    setTimeout(() => process.exit(1), stopPatienceMs).unref();
    service.close().then(
      () => process.exit(0),
      () => process.exit(1),
    );
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

run().catch((error: unknown) => {
  const { code, port = '' } = error as { code?: string; port?: number };
  const said = code === 'EADDRINUSE' ? say('YS-START-PORT', { port }) : (error as Error).message;
  process.stderr.write(`${said}\n`);
  process.exit(1);
});
