/** Letters that some file system takes for something else, and those nobody sees. */
const unsafe = /[\p{Cc}\p{Cf}\p{Cs}\p{Zl}\p{Zp}/\\:*?"<>|]+/gu;
/** Names that are devices on some systems, whatever stands behind the point. */
const devices = /^(?:con|prn|aux|nul|com\d|lpt\d)(?:\.|$)/i;
const longest = 120;

/** A name of a file that a message had a say in, made safe: one level, visible, no device, of a length every file system takes. */
export function safeName(text: string): string {
  const name = text
    .normalize('NFC')
    .replace(unsafe, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s.]+|[\s.]+$/g, '');
  const short = cutBytes(name, longest).trim();
  if (short === '') return 'without a name';
  return devices.test(short) ? `_${short}` : short;
}

/** At most so many bytes in UTF-8, and no half letter. */
function cutBytes(text: string, max: number): string {
  let cut = '';
  let size = 0;
  for (const letter of text) {
    size += Buffer.byteLength(letter);
    if (size > max) break;
    cut += letter;
  }
  return cut;
}

/** A safe name in two parts, the second with its point; empty where there is no ending. */
export function partsOf(name: string): [base: string, ending: string] {
  const [, base = name, ending = ''] = /^(.+?)(\.[A-Za-z0-9]{1,8})$/.exec(name) ?? [];
  return [base, ending];
}
