import type { IntakeKind } from '../intake-kind.js';
import { startListener } from '../smtp/listener.js';

/** A mail server of the house that hands mail over (RFC 2033), on a port of its own; off where none is named. */
export const lmtp: IntakeKind = {
  kind: 'lmtp',
  title: 'LMTP',
  about: 'a mail server of the house that hands over what it took',
  start: async (tools) =>
    tools.config.lmtpPort === null
      ? { port: null, close: async () => undefined }
      : startListener(tools, { kind: 'lmtp', port: tools.config.lmtpPort, lmtp: true }),
};
