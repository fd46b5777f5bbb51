import type { DestinationColumn, FormEntry } from '@yellow-sieve/contract';
import type { Answering, Line } from '@yellow-sieve/core';
import type * as v from 'valibot';
import type { Database, Executor } from '../database/connect.js';
import type { FileWork } from '../outgoing/file-work.js';
import type { Outgoing } from '../outgoing/outgoing.js';

/** What became of one try. `refused` is for good; `unreachable` is tried again; `uncertain`: no answer came after sending. */
export type Tried =
  | { result: 'delivered'; answer: string }
  | { result: 'refused'; answer: string }
  | { result: 'unreachable'; answer: string; retryAfterSeconds?: number }
  /** There is no room for it now, which is no failure: it waits so long. */
  | { result: 'later'; answer: string; afterSeconds: number }
  | { result: 'uncertain'; answer: string };

/** What a delivery is, beside its payload. */
export interface DeliveryAbout {
  /** Stable for ever; keyed targets upsert by it. */
  identity: string;
  message: string;
  /** When the message was received, in ISO 8601. */
  messageTime: string;
  /** The route that leads there. */
  route: string;
  /** Which row of the record it is, from 0; null for the record as a whole. */
  row?: string | null;
  /** Revision of the record that the payload was written from; known while it is delivered, and the same at every try. */
  revision?: number;
  /** How its sender is answered; known while it is rendered. */
  answering?: Answering | undefined;
}

/** A line as it is sent, with what it is. */
export interface SentLine {
  payload: unknown;
  about: DeliveryAbout;
}

/** What stands in a target of what was written there, by name and as text; null where nothing does. Or why it cannot be told. */
export type Standing = { cells: [name: string, text: string][] | null } | { answer: string };

export interface DestinationContext {
  /** The destination's name and definition (its file without name, title and kind). */
  name: string;
  definition: Record<string, unknown>;
  /** The opened connection, when the kind needs one. */
  connection: Record<string, unknown> | null;
  db: Database;
  /** The only way to the outside over HTTP. */
  outgoing: Outgoing;
  /** Where files are written; undefined where the service was started without. */
  folder: string | undefined;
  /** Works on files; null where there are none. */
  files: FileWork | null;
}

/**
 * What goes into the outbox, or why this line cannot be sent. Deliveries of one destination with the same `order` go one
 * after the other, and an older one never overwrites a newer; by default each stands alone.
 */
type Rendered =
  | {
      payload: unknown;
      order?: string;
      /** Of all messages of the mailbox with the same words here only the first has it. */
      once?: string;
    }
  | { refused: string }
  /** Nothing goes, and that is as it should be. */
  | { unsent: string };

/** A line for each message that came, with or without a record. */
export const lineOfMessage = {
  received: '{{ message.received }}',
  sender: '{{ message.from.address }}',
  subject: '{{ message.subject }}',
  category: '{{ message.category }}',
} as const;

/** One destination kind: a folder, and one line in the registry. */
export interface DestinationKind {
  readonly kind: string;
  /** What people call it, as in “CRM”. */
  readonly title: string;
  readonly about: string;
  /** What is delivered is kept here, and can be downloaded by a secret link. */
  readonly linked?: boolean;
  /** Names of the files it is downloaded in where these are several, the newest first. */
  parts?(db: Executor, destination: string, definition: Record<string, unknown>): Promise<string[]>;
  /** What goes there is read by people: a message of the past is no news to them. */
  readonly tells?: boolean;
  /** A record goes there with its rows. */
  readonly withRows?: boolean;
  /** Each line of it needs an address (`to`). */
  readonly addressed?: boolean;
  /** What a mailbox’s own route writes there to begin with, as its file has it; `lineOfMessage` when left out. */
  readonly ofMessage?: Readonly<Record<string, string>>;
  /** Valibot entries of the destination file. */
  readonly entries: v.ObjectEntries;
  /** The kind and entries of the connection it needs, or null. */
  readonly connection: { kind: string; entries: v.ObjectEntries } | null;
  /** What will be sent, as it is kept in the outbox. */
  render(line: Line, about: DeliveryAbout, definition: Record<string, unknown>): Rendered;
  /**
   * What a connection tells a form: values its entries may have, and what else is asked for to connect. It may be half written.
   * @throws YsError with what is wrong with it.
   */
  offers?(connection: Record<string, unknown>): { entries: Record<string, string[]>; connecting: FormEntry[] };
  /** Whether the destination is reachable, allowed and of the right shape. Writes no record. */
  test(context: DestinationContext): Promise<{ ok: boolean; detail: string }>;
  /**
   * The columns the target has of its own; left out by kinds that take what they are given, null where the target does.
   * @throws YsError with the reason when it cannot be asked.
   */
  columns?(context: DestinationContext): Promise<DestinationColumn[] | null>;
  /**
   * Brings what was written in line with a file that was changed, where the target is the service's own.
   * @throws YsError with the reason why it cannot be changed so.
   */
  changed?(
    tx: Executor,
    destination: string,
    change: Record<'before' | 'after', Record<string, unknown>>,
  ): Promise<void>;
  /** Takes out again what was delivered, where the target is the service's own; left out by kinds whose targets are not. */
  withdraw?(
    tx: Executor,
    destination: string,
    definition: Record<string, unknown>,
    written: unknown,
    about: Pick<DeliveryAbout, 'identity' | 'message'>,
  ): Promise<void>;
  /** The same where the target is outside, as a delivery of its own; `left`: the target is not ours to take from. */
  takeOut?(
    written: unknown,
    about: DeliveryAbout,
    context: DestinationContext,
  ): Promise<Tried | { result: 'left'; answer: string }>;
  /** What stands there now of what a delivery wrote; left out by kinds whose targets cannot be asked. Changes nothing. */
  standing?(written: unknown, about: DeliveryAbout, context: DestinationContext): Promise<Standing>;
  deliver(payload: unknown, about: DeliveryAbout, context: DestinationContext): Promise<Tried>;
  /** Delivers it to an address of who tries it, and to nobody else; left out by kinds that know no addresses. */
  tryOut?(payload: unknown, about: DeliveryAbout, context: DestinationContext, to: string): Promise<Tried>;
  /**
   * Delivers several lines at once, where the target takes them so; no two have the same identity or order. Gives the answer for
   * each, or what kept them all. Where that is a refusal, or something thrown, each is delivered once more by itself.
   */
  deliverTogether?(lines: readonly SentLine[], context: DestinationContext): Promise<string[] | Tried>;
}
