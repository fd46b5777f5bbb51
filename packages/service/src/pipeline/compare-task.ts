import type {
  Arrival,
  Entered,
  ExpectSource,
  JsonValue,
  KeptAnswer,
  MessageCoverage,
  MessageEffect,
} from '@yellow-sieve/core';
import type { SieveText, SourceText } from './worker-state.js';

/** One state of the rules: the mailboxes that messages came to, by name, and the sieves in them. */
export interface RuleState {
  mailboxes: Record<string, SourceText>;
  sieves: SieveText[];
}

/** A message or sample to try rules on. */
export interface CompareItem {
  /** Key of the message, or name of the sample. */
  name: string;
  /** For people to know it by. */
  subject: string | null;
  rawId: string;
  /** How it came, and to which mailbox; null for a sample, which the sieve alone is tried on. */
  came: { arrival: Arrival; record: { key: string; link: string } } | null;
  expect: ExpectSource | null;
  entered: Entered | undefined;
}

/** Tries one or two states of the rules on some messages. */
export interface CompareTask {
  database: string;
  /** The sieve it is about: its fields are the grid's. */
  sieve: string;
  items: CompareItem[];
  before: RuleState | null;
  after: RuleState;
  model: string;
  answers: Record<string, KeptAnswer>;
}

export interface CompareReply {
  coverage: MessageCoverage;
  rows: Record<string, JsonValue>[];
  /** Null without a state before. */
  effect: MessageEffect | null;
  /** Digests of questions that lack an answer. */
  lacking: string[];
  /** Expected values the sieve's fields can no longer have, in words. */
  unreadable: string[];
}
