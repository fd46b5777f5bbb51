import { dictionary } from '@yellow-sieve/core';
import { http } from './http/http.js';
import { imap } from './imap/imap.js';
import type { IntakeKind } from './intake-kind.js';
import { lmtp } from './lmtp/lmtp.js';
import { paste } from './paste/paste.js';
import { smtp } from './smtp/smtp.js';

/** The ways for mail to come in. A new way is one folder and one line here. */
export const intakeKinds: Readonly<Record<string, IntakeKind>> = dictionary({ smtp, lmtp, http, paste, imap });

/** The way whose port is told when the service starts. */
export const mailPort = smtp.kind;

export * from './intake-kind.js';
