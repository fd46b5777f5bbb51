import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect as connectTo, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ImapFlow } from 'imapflow';
import { until } from './harness.js';

/** A mail server of its own on loopback. */
export interface MailServer {
  port: number;
  stop(): Promise<void>;
  start(): Promise<void>;
  /** Does something as the user, with no folder open. */
  as<T>(work: (client: ImapFlow) => Promise<T>, user?: string): Promise<T>;
  /** Leaves the inbox’s message with some words there, and the server unable to read it. */
  spoil(words: string): void;
  /** Has the server number a folder’s messages anew. */
  renumber(folder: string): Promise<void>;
  end(): Promise<void>;
}

const password = 'sesame';

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

const isUp = (port: number) =>
  new Promise<boolean>((resolve) => {
    const socket = connectTo(port, '127.0.0.1', () => {
      socket.destroy();
      resolve(true);
    });
    socket.on('error', () => resolve(false));
  });

/** Starts Dovecot with any user, one password, and no encryption; `oauth` is where it asks about tokens. */
export async function startDovecot({ oauth }: { oauth?: string } = {}): Promise<MailServer> {
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-dovecot-'));
  // Its processes have users of their own.
  chmodSync(folder, 0o755);
  const mail = join(folder, 'mail');
  mkdirSync(mail);
  chmodSync(mail, 0o777);
  const port = await freePort();
  const file = join(folder, 'dovecot.conf');
  const oauthFile = join(folder, 'oauth.conf');
  if (oauth)
    writeFileSync(
      oauthFile,
      `introspection_url = ${oauth}\nintrospection_mode = post\nusername_attribute = username\nactive_attribute = active\nactive_value = true\n`,
    );
  writeFileSync(
    file,
    `base_dir = ${folder}/run
state_dir = ${folder}/state
log_path = ${folder}/log
protocols = imap
listen = 127.0.0.1
ssl = no
disable_plaintext_auth = no
auth_mechanisms = plain login${oauth ? ' xoauth2 oauthbearer' : ''}
mail_fsync = never
mail_location = maildir:${mail}/%n
auth_failure_delay = 0
mail_max_userip_connections = 100
first_valid_uid = 0
default_internal_user = dovecot
default_login_user = dovenull
passdb {
  driver = static
  args = password=${password}
}
${oauth ? `passdb {\n  driver = oauth2\n  mechanisms = xoauth2 oauthbearer\n  args = ${oauthFile}\n}\n` : ''}userdb {
  driver = static
  args = uid=mail gid=mail home=${mail}/%n
}
service anvil {
  chroot =
  unix_listener anvil-auth-penalty {
    mode = 0
  }
}
service imap-login {
  chroot =
  inet_listener imap {
    port = ${port}
  }
  inet_listener imaps {
    port = 0
  }
}
`,
  );
  let child: ReturnType<typeof spawn> | null = null;
  const start = async () => {
    child = spawn('dovecot', ['-F', '-c', file], { stdio: 'ignore', detached: true });
    await until('the mail server is up', () => isUp(port));
  };
  const stop = async () => {
    const ended = new Promise((resolve) => child?.once('exit', resolve));
    // It and all its processes at once: asked to stop it would take three seconds.
    process.kill(-(child?.pid ?? 0), 'SIGKILL');
    await ended;
  };
  const as: MailServer['as'] = async (work, user = 'desk') => {
    const client = new ImapFlow({
      host: '127.0.0.1',
      port,
      secure: false,
      doSTARTTLS: false,
      auth: { user, pass: password },
      logger: false,
    });
    await client.connect();
    try {
      return await work(client);
    } finally {
      await client.logout();
    }
  };
  await start();
  return {
    port,
    start,
    stop,
    as,
    spoil: (words) => {
      for (const part of ['cur', 'new'].map((name) => join(mail, 'desk', name)))
        for (const name of readdirSync(part)) {
          const path = join(part, name);
          if (readFileSync(path, 'utf8').includes(words)) chmodSync(path, 0);
        }
    },
    renumber: async (name) => {
      await stop();
      rmSync(join(mail, 'desk', ...(name === 'INBOX' ? [] : [`.${name}`]), 'dovecot-uidlist'));
      for (const index of ['dovecot.index', 'dovecot.index.log', 'dovecot.index.cache'])
        rmSync(join(mail, 'desk', ...(name === 'INBOX' ? [] : [`.${name}`]), index), { force: true });
      await start();
    },
    end: async () => {
      await stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** What logs in with a password, for a connection. */
export const passwordLogin = (port: number) => ({
  kind: 'imap',
  host: '127.0.0.1',
  port,
  tls: 'none',
  user: 'desk',
  password,
});
