import type { Input, Option } from '../command.js';

/** Options of every listing. */
export const listOptions: readonly Option[] = [
  { flags: '--limit <count>', about: 'how many to show, 1 to 200', default: '50' },
  { flags: '--cursor <cursor>', about: 'go on where the page before ended' },
];

export const listQuery = ({ options }: Input) => ({
  limit: String(options.limit),
  ...(typeof options.cursor === 'string' ? { cursor: options.cursor } : {}),
});

/** An option as text, or undefined when it was left out. */
export function optional<const T extends string = string>(input: Input, name: string): T | undefined {
  const value = input.options[name];
  return typeof value === 'string' ? (value as T) : undefined;
}

export const moreNote = (next: string | null) => (next === null ? {} : { note: `There are more: --cursor ${next}` });

export const shortTime = (iso: string) => iso.slice(0, 16).replace('T', ' ');
