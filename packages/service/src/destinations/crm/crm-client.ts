import { say } from '@yellow-sieve/core';
import type { Outgoing, OutgoingAnswer, OutgoingRequest } from '../../outgoing/outgoing.js';
import type { Tried } from '../destination-kind.js';
import { accessToken, type ClientCredentials, forgetToken } from './client-credentials.js';
import { at, type CrmDescription, fill } from './description.js';

export interface CrmConnection {
  description: string;
  /** Another base address than the description's. */
  base?: string;
  credentials: Record<string, string>;
}

type Failed = Exclude<Tried, { result: 'delivered' | 'later' }>;

/** An answer that helps, or what the failure means for the delivery. */
export type CrmReply = { ok: true; data: unknown } | { ok: false; tried: Failed };

/** Speaks to one CRM as its description says. */
export class CrmClient {
  private readonly base: string;
  private readonly headers: Record<string, string>;
  private readonly oauth: ClientCredentials | null;

  constructor(
    private readonly outgoing: Outgoing,
    private readonly description: CrmDescription,
    { base = description.base, credentials }: CrmConnection,
  ) {
    this.base = base.replace(/\/$/, '');
    const filled = (text: string) => fill(text, credentials);
    this.headers = Object.fromEntries(Object.entries(description.headers).map(([name, text]) => [name, filled(text)]));
    const { oauth } = description;
    this.oauth = oauth
      ? { ...oauth, url: this.urlOf(oauth.token), client: filled(oauth.client), secret: filled(oauth.secret) }
      : null;
  }

  async get(path: string, query: Readonly<Record<string, string>> = {}): Promise<CrmReply> {
    const asked = new URLSearchParams(query);
    const url = this.urlOf(path);
    // Where an answer points to is not taken for a place of the CRM.
    if (new URL(url).origin !== new URL(this.base).origin)
      return failed({ result: 'refused', answer: say('YS-CRM-ELSEWHERE', { address: url.slice(0, 200) }) });
    return this.send({ method: 'GET', url: asked.size > 0 ? `${url}?${asked}` : url }, false);
  }

  write(method: string, path: string, body: unknown): Promise<CrmReply> {
    return this.send({ method, url: this.urlOf(path), body }, true);
  }

  /** Where an answer says to go on, as an address: it may be a path, or only a query. */
  onward(path: string, next: string): string {
    return URL.canParse(next, this.urlOf(path)) ? new URL(next, this.urlOf(path)).href : next;
  }

  private readonly urlOf = (path: string): string => (URL.canParse(path) ? path : this.base + path);

  /** With a token where one is wanted; one that is refused is asked for anew, once. */
  private async send(request: Omit<OutgoingRequest, 'headers'>, writes: boolean): Promise<CrmReply> {
    const { oauth } = this;
    for (let isLast = oauth === null; ; isLast = true) {
      const bearer = oauth ? await accessToken(this.outgoing, oauth) : null;
      if (bearer && 'tried' in bearer) return failed(bearer.tried);
      const headers = bearer ? { ...this.headers, authorization: `Bearer ${bearer.token}` } : this.headers;
      const answer = await this.outgoing.send({ ...request, headers });
      if (isLast || !oauth || answer.kind !== 'answer' || answer.status !== 401) return this.replyOf(answer, writes);
      forgetToken(oauth);
    }
  }

  /** A request that only reads may be sent again whatever happened to it; one that writes may have worked. */
  private replyOf(answer: OutgoingAnswer, writes: boolean): CrmReply {
    if (answer.kind === 'private') return failed({ result: 'refused', answer: answer.detail });
    if (answer.kind === 'silent' && writes)
      return failed({ result: 'uncertain', answer: say('YS-DELIVERY-UNCERTAIN') });
    if (answer.kind !== 'answer') return failed(unreachable(answer.detail));
    const { status, text, retryAfterSeconds } = answer;
    const complaint = this.complaint(status, text);
    const data = jsonOf(text);
    const { fails } = this.description;
    const refuses = fails !== undefined && at(data, fails.at) === fails.is;
    if (status >= 200 && status < 300 && !refuses) return { ok: true, data };
    if (status === 429 || status === 408 || status >= 500)
      return failed({ ...unreachable(complaint), ...(retryAfterSeconds === null ? {} : { retryAfterSeconds }) });
    return failed({ result: 'refused', answer: `${this.description.title} refuses: ${complaint}` });
  }

  private complaint(status: number, text: string): string {
    const said = at(jsonOf(text), this.description.complaint);
    return typeof said === 'string' && said !== '' ? said.slice(0, 500) : `it answered ${status}`;
  }
}

const failed = (tried: Failed): CrmReply => ({ ok: false, tried });

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
