import { Readable } from 'node:stream';
import { messageEndpoints } from '@yellow-sieve/contract';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { serveEndpoint } from '../../http/serve-endpoint.js';
import { mailboxHead } from '../../store/mailbox-store.js';
import { feed } from '../feed.js';
import type { IntakeKind } from '../intake-kind.js';

/** A text that somebody pasted, made into a message of its own. */
export const paste: IntakeKind = {
  kind: 'paste',
  title: 'pasted',
  about: 'a text that somebody pasted into the console',
  serve(context) {
    serveEndpoint(context.app, context.db, messageEndpoints.paste, async ({ params, body }) => {
      const { from, subject, text } = body;
      const { addresses } = await mailboxHead(context.db, params.mailbox);
      const raw = await new MailComposer({ from, to: addresses[0] ?? '', subject, text }).compile().build();
      return feed(context, paste.kind, params.mailbox, Readable.from([raw]));
    });
  },
};
