import { cellText, say } from '@yellow-sieve/core';
import * as v from 'valibot';
import type { OutgoingAnswer } from '../../outgoing/outgoing.js';
import { webAddress } from '../../outgoing/web-address.js';
import type { DestinationContext, DestinationKind, Tried } from '../destination-kind.js';

/** Characters of one post; rooms refuse what is much longer. */
const longestPost = 4000;

/** A post in a chat room, as JSON to the room's incoming address. At least once; `Idempotency-Key` is the same at every try. */
export const chat: DestinationKind = {
  kind: 'chat',
  tells: true,
  ofMessage: { text: '{{ message.subject }}, from {{ message.from.address }}' },
  title: 'chat',
  about: 'a post in a chat room, as JSON to its incoming address',
  entries: {},
  // The address itself is the secret: who knows it can post.
  connection: {
    kind: 'chat',
    entries: {
      url: v.pipe(
        webAddress,
        v.title('Address of the room'),
        v.description('Who knows it can post, so it never comes back out.'),
        v.metadata({ as: 'secret' }),
      ),
    },
  },
  render(line) {
    const text = cellText(line.cells.find(({ name }) => name === 'text')?.value ?? null).trim();
    if (text === '') return { refused: say('YS-DELIVERY-REFUSED', { detail: 'the route gives no “text”' }) };
    return { payload: { text: text.length > longestPost ? `${text.slice(0, longestPost - 1)}…` : text } };
  },
  async test(context) {
    const answer = await context.outgoing.send({ method: 'HEAD', url: urlOf(context), headers: {} });
    if (answer.kind !== 'answer') return { ok: false, detail: answer.detail };
    const there = answer.status < 500 && ![401, 403, 404, 410].includes(answer.status);
    return there
      ? { ok: true, detail: 'the room’s address answers; a test posts nothing' }
      : { ok: false, detail: `the room’s address answered ${answer.status}` };
  },
  async deliver(payload, about, context) {
    const headers = { 'idempotency-key': about.identity };
    return triedOf(await context.outgoing.send({ method: 'POST', url: urlOf(context), headers, body: payload }));
  },
};

const urlOf = ({ connection }: DestinationContext) => String(connection?.url);

function triedOf(answer: OutgoingAnswer): Tried {
  if (answer.kind === 'private') return { result: 'refused', answer: answer.detail };
  if (answer.kind === 'silent') return { result: 'uncertain', answer: say('YS-DELIVERY-UNCERTAIN') };
  if (answer.kind === 'unreachable') return { result: 'unreachable', answer: unreachable(answer.detail) };
  const { status, retryAfterSeconds } = answer;
  if (status >= 200 && status < 300) return { result: 'delivered', answer: 'posted' };
  if (status === 429 || status === 408 || status >= 500)
    return {
      result: 'unreachable',
      answer: unreachable(`it answered ${status}`),
      ...(retryAfterSeconds === null ? {} : { retryAfterSeconds }),
    };
  return { result: 'refused', answer: `the room’s address answered ${status}` };
}

const unreachable = (detail: string) => say('YS-DELIVERY-UNREACHABLE', { detail });
