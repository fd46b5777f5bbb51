import { say } from '@yellow-sieve/core';
import type { Outgoing, OutgoingAnswer } from '../../outgoing/outgoing.js';
import type { Tried } from '../destination-kind.js';
import { at, type CrmDescription, fill } from './description.js';

export interface CrmConnection {
  description: string;
  /** Another base address than the description's. */
  base?: string;
  credentials: Record<string, string>;
}

/** An answer that helps, or what the failure means for the delivery. */
export type CrmReply = { ok: true; data: unknown } | { ok: false; tried: Exclude<Tried, { result: 'delivered' }> };

/** Speaks to one CRM as its description says. */
export class CrmClient {
  private readonly base: string;
  private readonly headers: Record<string, string>;

  constructor(
    private readonly outgoing: Outgoing,
    private readonly description: CrmDescription,
    connection: CrmConnection,
  ) {
    this.base = (connection.base ?? description.base).replace(/\/$/, '');
    this.headers = Object.fromEntries(
      Object.entries(description.headers).map(([name, text]) => [name, fill(text, connection.credentials)]),
    );
  }

  async get(path: string, query: Readonly<Record<string, string>> = {}): Promise<CrmReply> {
    const asked = new URLSearchParams(query);
    const url = `${this.base}${path}${asked.size > 0 ? `?${asked}` : ''}`;
    return this.replyOf(await this.outgoing.send({ method: 'GET', url, headers: this.headers }), false);
  }

  async write(method: string, path: string, body: unknown): Promise<CrmReply> {
    const url = `${this.base}${path}`;
    return this.replyOf(await this.outgoing.send({ method, url, headers: this.headers, body }), true);
  }

  /** A request that only reads may be sent again whatever happened to it; one that writes may have worked. */
  private replyOf(answer: OutgoingAnswer, writes: boolean): CrmReply {
    if (answer.kind === 'private') return failed({ result: 'refused', answer: answer.detail });
    if (answer.kind === 'silent' && writes)
      return failed({ result: 'uncertain', answer: say('YS-DELIVERY-UNCERTAIN') });
    if (answer.kind !== 'answer') return failed(unreachable(answer.detail));
    const { status, text, retryAfterSeconds } = answer;
    if (status >= 200 && status < 300) return { ok: true, data: jsonOf(text) };
    const complaint = this.complaint(status, text);
    if (status === 429 || status === 408 || status >= 500)
      return failed({ ...unreachable(complaint), ...(retryAfterSeconds === null ? {} : { retryAfterSeconds }) });
    return failed({ result: 'refused', answer: `${this.description.title} refuses: ${complaint}` });
  }

  private complaint(status: number, text: string): string {
    const said = at(jsonOf(text), this.description.complaint);
    return typeof said === 'string' && said !== '' ? said.slice(0, 500) : `it answered ${status}`;
  }
}

const failed = (tried: Exclude<Tried, { result: 'delivered' }>): CrmReply => ({ ok: false, tried });

const unreachable = (detail: string) => ({
  result: 'unreachable' as const,
  answer: say('YS-DELIVERY-UNREACHABLE', { detail }),
});

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
