import iconv from 'iconv-lite';

/**
 * The charsets that switch between sets by escapes in seven bits, which the general libraries leave out: HZ (RFC 1843)
 * and ISO-2022-KR (RFC 1557). Both are their eight-bit sisters with the high bit taken off.
 */
export function decodeShifted(bytes: Uint8Array, name: 'hz-gb-2312' | 'iso-2022-kr'): string {
  const korean = name === 'iso-2022-kr';
  const high: number[] = [];
  let shifted = false;
  for (let i = 0; i < bytes.length; i++) {
    const [byte = 0, next] = [bytes[i], bytes[i + 1]];
    if (korean && byte === 0x1b && next === 0x24) i += 3;
    else if (korean && (byte === 0x0e || byte === 0x0f)) shifted = byte === 0x0e;
    else if (!korean && byte === 0x7e && (next === 0x7b || next === 0x7d)) {
      shifted = next === 0x7b;
      i++;
    } else if (!korean && byte === 0x7e && next === 0x7e && !shifted) {
      high.push(byte);
      i++;
    } else {
      // A line end always shifts back.
      if (byte === 0x0a) shifted = false;
      high.push(shifted && byte > 0x20 ? byte | 0x80 : byte);
    }
  }
  return iconv.decode(Uint8Array.from(high) as Buffer, korean ? 'cp949' : 'gb18030');
}
