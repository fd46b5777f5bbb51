/** What was written to be found, with the cause and the category that it names as filters of their own: `battery cause=YS-CHECK-FAILED`. */
export function spokenFilters(written: string): Record<string, string> {
  const spoken: Record<string, string> = {};
  const find = written.replace(/(?:^|\s)(cause|category)=(\S+)/g, (_, name: string, value: string) => {
    spoken[name] = value;
    return '';
  });
  return { find: find.trim(), ...spoken };
}
