import { ofCommands } from './codes/of-commands.js';
import { ofFiles } from './codes/of-files.js';
import { ofMessages } from './codes/of-messages.js';
import { ofService } from './codes/of-service.js';

/**
 * Every trouble a user can meet: a stable code, one sentence (what, where, what to do) and the HTTP status it travels with.
 * A code that is not listed here does not compile. Retired codes stay retired.
 */
export const catalogue = { ...ofFiles, ...ofMessages, ...ofService, ...ofCommands } as const;

/** A stable code out of the catalogue. */
export type Code = keyof typeof catalogue;

export type Params = Readonly<Record<string, string | number>>;
