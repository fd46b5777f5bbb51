import type { Arrival, Entered, HandleResult, KeptAnswer } from '@yellow-sieve/core';
import type { SieveText, SourceText } from './worker-state.js';

/** What a worker thread is told of one message. It reads the raw pieces itself. */
export interface HandleTask {
  database: string;
  rawId: string;
  mailbox: SourceText;
  sieves: SieveText[];
  arrival: Arrival;
  record: { key: string; link: string };
  model: string;
  answers: Record<string, KeptAnswer>;
  entered?: Entered | undefined;
}

/** What listings show of a message once it has been read. */
export interface Summary {
  subject: string;
  fromAddress: string | null;
  fromName: string | null;
  messageId: string | null;
  sentAt: string | null;
  /** Mailboxes of this service whose mail led to it, with spaces between. */
  way: string;
}

export interface HandleReply {
  summary: Summary;
  /** Digest of Message-ID and content, which twins share; null without a Message-ID. */
  same: string | null;
  result: HandleResult;
}

/** Where a record is found in the API. */
export const recordLink = (key: string): string => `/api/v1/records/${key}`;
