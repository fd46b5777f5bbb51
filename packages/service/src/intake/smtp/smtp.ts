import type { IntakeKind } from '../intake-kind.js';
import { startListener } from './listener.js';

/** Mail servers and programs that speak SMTP. `250` is said only after the message is committed to disk. */
export const smtp: IntakeKind = {
  kind: 'smtp',
  title: 'SMTP',
  about: 'mail servers and programs that speak SMTP',
  start: (tools) => startListener(tools, { kind: 'smtp', port: tools.config.smtpPort, lmtp: false }),
};
