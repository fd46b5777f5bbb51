import type { Reading, TextForm } from '../reading/index.js';
import type { FieldOptions, Value } from '../values/index.js';

/** How a message came: what the reading itself cannot know. */
export interface Arrival {
  /** Our key of the message; empty when it was never stored. */
  key: string;
  mailbox: string;
  /** The address it was sent to. */
  recipient: string;
  /** ISO 8601. */
  received: string;
  /** Mail servers whose word on who sent a message is believed. */
  trusted: readonly string[];
  /** What the service itself found out about the sender, as an Authentication-Results header has it; null where it did not look. */
  checked?: string | null;
  /** True when a person took it in after it was skipped, so that it is not screened again. */
  admitted: boolean;
}

/** What a name stands for before any message is there. */
export interface NamedType {
  kind: string;
  many: boolean;
  options: FieldOptions;
}

/** The names one can use in conditions, mappings and texts. */
export interface NameScope {
  typeOf(name: string): NamedType | null;
  known(): string[];
}

/** One message with what is known of it so far; conditions, mappings and texts are worked out against it. */
export interface Scene {
  reading: Reading;
  form: TextForm;
  arrival: Arrival;
  category: string | null;
  /** Who looks after its category, as the mailbox says. */
  owner?: string | null | undefined;
  fields: ReadonlyMap<string, Value | null>;
  rows: readonly ReadonlyMap<string, Value | null>[];
  /** Places of rows that a person holds back: no route takes them along. */
  held?: ReadonlySet<number> | undefined;
  /** The row that is being mapped, when a route goes by rows. */
  row: ReadonlyMap<string, Value | null> | null;
  /** `record.*` names, as texts. */
  record: Readonly<Record<string, string | null>>;
}
