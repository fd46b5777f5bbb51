/** Bytes that a header may take. */
const headBytes = 64 * 1024;
const header = /^(?:received|date):(?:[^\n]*\n(?:[ \t][^\n]*\n?)*)/gim;

/** When a message was received, as its topmost Received line or else its Date says, in ISO 8601; null where neither can be read, or it lies ahead. */
export function receivedOf(raw: Uint8Array, now = Date.now()): string | null {
  const text = new TextDecoder('latin1').decode(raw.subarray(0, headBytes));
  const head = text.slice(0, /\r?\n\r?\n/.exec(text)?.index ?? text.length);
  const found = [...`${head}\n`.matchAll(header)].map(([line]) => line.replace(/\s+/g, ' ').trim());
  const received = found
    .find((line) => /^received:/i.test(line))
    ?.split(';')
    .at(-1);
  const date = found.find((line) => /^date:/i.test(line))?.slice(5);
  for (const written of [received, date]) {
    const at = written === undefined ? Number.NaN : Date.parse(written.replace(/\([^)]*\)/g, '').trim());
    if (at > 0 && at <= now) return new Date(at).toISOString();
  }
  return null;
}
