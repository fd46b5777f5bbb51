export { addNamesOf, addValues, keepReckoned } from './find-names.js';
export { headersNamed, keptWords } from './kept-words.js';
export { Scrambler } from './scrambler.js';
export { type ScrubbedPart, scrubMessage } from './scrub-message.js';
export { scrubExpected } from './scrub-sample.js';
export { type ScrubText, textScrubber } from './scrub-text.js';
export { type ScrubDifference, scrubDifferences } from './still-the-same.js';
export { emptyVocabulary, type Vocabulary } from './vocabulary.js';
