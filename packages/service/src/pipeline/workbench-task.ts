import type { KeptAnswer, Selected, SieveAct } from '@yellow-sieve/core';
import type { CompareItem, RuleState } from './compare-task.js';

/** Tries one state of the rules on one message. */
export interface ShownTask {
  database: string;
  sieve: string;
  item: CompareItem;
  state: RuleState;
  model: string;
  answers: Record<string, KeptAnswer>;
}

/** Does an act to a source text; some are about the message that is shown. */
export interface EditTask {
  database: string;
  source: string;
  act: SieveAct;
  message: { name: string; rawId: string } | null;
}

/** Guesses what a selected stretch of a message is. */
export interface GuessTask extends Selected {
  database: string;
  source: string;
  message: { name: string; rawId: string };
}

/** A source text that somebody sent. */
export interface TextTask {
  source: string;
}
