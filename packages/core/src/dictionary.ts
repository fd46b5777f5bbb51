/**
 * A dictionary to look names up in that come from outside: it has the entries given, and nothing that every object has. Looked up in a
 * plain object, `constructor` or `toString` in a message would be found.
 */
export const dictionary = <T extends object>(entries: T): T => Object.assign(Object.create(null) as T, entries);

/** Names that every object has: as keys of a file they would be lost, or be found where nobody put them. */
export const isNameOfAll = (name: string): boolean => name in Object.prototype;
