import { canonicalJson, digestOf, type JsonValue, say, toJson, type Value } from '@yellow-sieve/core';
import { Webhook } from 'standardwebhooks';
import * as v from 'valibot';
import type { OutgoingAnswer } from '../../outgoing/outgoing.js';
import { webAddress } from '../../outgoing/web-address.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, Tried } from '../destination-kind.js';

const signingSecret = v.pipe(
  v.string(),
  v.check((text) => isSecret(text), 'a secret is whsec_ and 24 to 64 bytes in base64'),
  v.metadata({ as: 'secret' }),
);

function isSecret(text: string): boolean {
  const [, base64 = ''] = /^whsec_([A-Za-z0-9+/]+={0,2})$/.exec(text) ?? [];
  const bytes = Buffer.from(base64, 'base64').length;
  return bytes >= 24 && bytes <= 64;
}

interface WebhookConnection {
  url: string;
  secret: string;
  old_secret?: string;
}

/** An event as it is sent: CloudEvents 1.0, structured, in JSON. */
interface CloudEvent {
  specversion: '1.0';
  source: string;
  type: string;
  subject?: string;
  time: string;
  datacontenttype: 'application/json';
  dataschema?: string;
  data: Record<string, JsonValue>;
}

/** Characters of an answer that are kept. */
const keptAnswer = 500;

/**
 * An event to a program’s address: CloudEvents 1.0 in structured JSON, signed as the Standard Webhooks specification says. At least once; `webhook-id` and
 * the event’s `id` are the same at every try, and others where a later revision says something else.
 */
export const webhook: DestinationKind = {
  kind: 'webhook',
  title: 'webhook',
  about: 'an event to a program’s address, signed',
  tells: true,
  withRows: true,
  entries: {
    type: v.optional(
      v.pipe(
        v.string(),
        v.title('Type of the events'),
        v.description('Such as example.gannetbay.berth-request; the route’s name where nothing is said.'),
      ),
    ),
    source: v.optional(
      v.pipe(
        v.string(),
        v.title('Source'),
        v.description(
          'Where receivers reach this service, such as https://sieve.gannetbay.example: events then name the schema of their data.',
        ),
      ),
    ),
  },
  connection: {
    kind: 'webhook',
    entries: {
      url: v.pipe(webAddress, v.title('Address')),
      secret: v.pipe(
        signingSecret,
        v.title('Secret'),
        v.description('It begins with whsec_; the receiver checks signatures with it.'),
      ),
      old_secret: v.optional(
        v.pipe(
          signingSecret,
          v.title('Secret before it'),
          v.description('While receivers change over: events are signed with both.'),
        ),
      ),
    },
  },
  render(line, about, definition) {
    const objectOf = (cells: typeof line.cells) =>
      Object.fromEntries(cells.map(({ name, value }): [string, JsonValue] => [name, plain(value)]));
    const data = { ...objectOf(line.cells), ...(line.rows ? { rows: line.rows.map(objectOf) } : {}) };
    const source = typeof definition.source === 'string' ? definition.source.replace(/\/$/, '') : null;
    const [scope = ''] = about.route.split('/');
    const route = about.route.slice(scope.length + 1);
    const hasSchema = source !== null && /^https?:/i.test(source) && !scope.startsWith('mailbox ');
    const event: CloudEvent = {
      specversion: '1.0',
      source: source ?? 'urn:yellow-sieve',
      type:
        typeof definition.type === 'string' ? definition.type : about.route.replaceAll(' ', '.').replaceAll('/', '.'),
      ...(line.row === null ? {} : { subject: line.row }),
      time: about.messageTime,
      datacontenttype: 'application/json',
      ...(hasSchema
        ? { dataschema: `${source}/api/v1/sieves/${scope}/routes/${encodeURIComponent(route)}/schema` }
        : {}),
      data,
    };
    return { payload: event };
  },
  async test(context) {
    const answer = await context.outgoing.send({ method: 'HEAD', url: settingsOf(context).url, headers: {} });
    if (answer.kind !== 'answer') return { ok: false, detail: answer.detail };
    const there = answer.status < 500 && ![401, 403, 404, 410].includes(answer.status) && !isElsewhere(answer.status);
    return there
      ? { ok: true, detail: 'the address answers; a test sends no event' }
      : { ok: false, detail: `the address answered ${answer.status}` };
  },
  async deliver(payload, about, context) {
    const { url, secret, old_secret: old } = settingsOf(context);
    const event = { id: idOf(payload as CloudEvent, about), ...(payload as CloudEvent) };
    const body = JSON.stringify(event);
    const now = new Date();
    const secrets = old === undefined ? [secret] : [secret, old];
    const headers = {
      'content-type': 'application/cloudevents+json; charset=utf-8',
      'webhook-id': event.id,
      'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
      'webhook-signature': secrets.map((one) => new Webhook(one).sign(event.id, now, body)).join(' '),
    };
    return triedOf(await context.outgoing.send({ method: 'POST', url, headers, body: event }));
  },
};

/** Another for each revision: one that goes back to what it said before is an event of its own. */
const idOf = ({ data }: CloudEvent, { identity, revision = 0 }: DeliveryAbout) =>
  `${identity.slice(0, 32)}.${revision}.${digestOf(canonicalJson(data)).slice(0, 8)}`;

const settingsOf = ({ connection }: DestinationContext) => connection as unknown as WebhookConnection;

const plain = (value: Value | number | boolean | string[] | null): JsonValue =>
  value === null || typeof value !== 'object' || Array.isArray(value) ? value : toJson(value);

/** A redirect is not followed: an event goes where it was said to go. */
const isElsewhere = (status: number) => status >= 300 && status < 400;

function triedOf(answer: OutgoingAnswer): Tried {
  if (answer.kind === 'private') return { result: 'refused', answer: answer.detail };
  // The receiver knows an event that it has by its id.
  if (answer.kind !== 'answer') return { result: 'unreachable', answer: unreachable(answer.detail) };
  const { status, text, retryAfterSeconds } = answer;
  const said = text.trim().slice(0, keptAnswer);
  if (status >= 200 && status < 300)
    return { result: 'delivered', answer: said === '' ? String(status) : `${status} ${said}` };
  if (isElsewhere(status)) return { result: 'refused', answer: say('YS-WEBHOOK-ELSEWHERE', { status }) };
  if (status === 429 || status === 408 || status === 425 || status >= 500)
    return {
      result: 'unreachable',
      answer: unreachable(`it answered ${status}`),
      ...(retryAfterSeconds === null ? {} : { retryAfterSeconds }),
    };
  return { result: 'refused', answer: `the address answered ${status}${said === '' ? '' : `: ${said}`}` };
}

const unreachable = (detail: string) => say('YS-DELIVERY-UNREACHABLE', { detail });
