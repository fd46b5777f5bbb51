import { messageEndpoints, namesIn } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { serveEndpoint } from '../../http/serve-endpoint.js';
import { feed } from '../feed.js';
import type { IntakeKind } from '../intake-kind.js';

/** Raw messages that a program hands in, those of the past too. */
export const http: IntakeKind = {
  kind: 'http',
  title: 'HTTP',
  about: 'raw messages that a program hands in by the API',
  serve(context) {
    serveEndpoint(context.app, context.db, messageEndpoints.feed, ({ params, query, body }) =>
      feed(context, http.kind, params.mailbox, body, {
        ...(query.received === undefined ? {} : { receivedAt: pastMoment(query.received) }),
        ...(query.tells === undefined ? {} : { behind: true, tells: namesIn(query.tells) }),
      }),
    );
  },
};

/** Mail of the past arrived in the past. */
function pastMoment(text: string): Date {
  const moment = new Date(text);
  if (moment.getTime() > Date.now() || moment.getTime() < 0)
    throw new YsError('YS-REQUEST-INVALID', { detail: '“received” is no moment of the past' });
  return moment;
}
