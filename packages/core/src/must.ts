/**
 * A value that cannot be missing here, as the compiler cannot know. In `what` say why.
 * @throws TypeError, which is a fault of ours and no problem of anybody’s mail.
 */
export function must<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new TypeError(`cannot be missing: ${what}`);
  return value;
}
