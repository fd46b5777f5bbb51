export { editSieve, ruleSources, type SieveAct } from './edit-sieve.js';
export type { Edited, ShownMessage } from './edited.js';
export { type GuessedField, guessField, type Selected } from './guess-field.js';
export { mailboxWithFolder, mailboxWithoutFolder } from './mailbox-with-folder.js';
export { mailboxWithSieve } from './mailbox-with-sieve.js';
export type { MarkedStretch } from './mark-value.js';
export { type ProposedField, proposeFields } from './propose-fields.js';
export { checkParts, takeParts } from './take-parts.js';
export { countRule, type RuleCount, type TriedRule, tryRule } from './try-rule.js';
