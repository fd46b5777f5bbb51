import { startChat } from './chat/server.js';
import { startCrm } from './crm/server.js';
import { startHook } from './hook/server.js';
import { startMail } from './mail/server.js';
import { startModel } from './model/server.js';

/** What the demo’s events are signed with. */
const demoSecret = `whsec_${Buffer.from('a secret for the demo, and no other').toString('base64')}`;

/** Starts all stand-ins on the ports given by the environment; ends on SIGTERM or SIGINT. */
const port = (name: string, otherwise: number) => Number(process.env[name] ?? otherwise);
try {
  const model = await startModel(port('STAND_IN_MODEL_PORT', 7411));
  const mail = await startMail(port('STAND_IN_SMTP_PORT', 7412), port('STAND_IN_MAIL_PORT', 7413));
  const crm = await startCrm(port('STAND_IN_CRM_PORT', 7414));
  const chat = await startChat(port('STAND_IN_CHAT_PORT', 7415));
  const hook = await startHook(port('STAND_IN_HOOK_PORT', 7416), demoSecret);
  const ports = {
    model: model.port,
    smtp: mail.smtpPort,
    mail: mail.httpPort,
    crm: crm.port,
    chat: chat.port,
    hook: hook.port,
    hookSecret: demoSecret,
  };
  process.send?.(ports);
  const all = [model, mail, crm, chat, hook];
  const stop = () => void Promise.all(all.map((standIn) => standIn.close())).then(() => process.exit(0));
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  const { code, port: taken } = error as { code?: string; port?: number };
  process.stderr.write(
    `${code === 'EADDRINUSE' ? `The port ${taken} is taken, so the stand-ins cannot start. Stop what uses it.` : (error as Error).message}\n`,
  );
  process.exit(1);
}
