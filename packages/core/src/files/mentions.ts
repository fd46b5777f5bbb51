/**
 * How a file names fields at a place: as a whole scalar or each item of a list (`name`), as the keys of a map (`keys`), in
 * a condition, in a text with tokens (`text`), as the slots of a layout, or as the named groups of a pattern.
 */
export type Mention = 'name' | 'keys' | 'condition' | 'text' | 'slots' | 'groups';

/** Where a file names fields, by dotted path; `*` stands for every item or key. */
export type Mentions = Readonly<Record<string, Mention>>;
