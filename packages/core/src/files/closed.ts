import * as v from 'valibot';

const marker = 'known keys: ';

/** An object whose unknown keys are errors that can name the nearest known one. */
export function closed<const Entries extends v.ObjectEntries>(entries: Entries) {
  return v.strictObject(entries, (issue) =>
    issue.expected === 'never' ? marker + Object.keys(entries).join(' ') : issue.message,
  );
}

/** The known keys a `closed` object named in its message, or null when the message is another's. */
export function knownKeys(message: string): string[] | null {
  return message.startsWith(marker) ? message.slice(marker.length).split(' ') : null;
}
