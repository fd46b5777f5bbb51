import libbase64 from 'libbase64';
import libqp from 'libqp';
import { latin1 } from '../text/bytes.js';

/** Undoes a Content-Transfer-Encoding piece by piece (RFC 2045, section 6). */
export interface TransferDecoder {
  decode(piece: Uint8Array): Uint8Array;
  finish(): Uint8Array;
}

const nothing = new Uint8Array();
const asItIs: TransferDecoder = { decode: (piece) => piece, finish: () => nothing };

const known = new Set(['', '7bit', '8bit', 'binary', 'base64', 'quoted-printable']);

/** Whether an encoding is one that can be undone; others are passed on as they are. */
export const isKnownEncoding = (encoding: string) => known.has(encoding);

export function transferDecoder(encoding: string): TransferDecoder {
  if (encoding === 'base64') return new Base64Decoder();
  if (encoding === 'quoted-printable') return new QuotedPrintableDecoder();
  return asItIs;
}

/** Quoted-printable line by line: whether a line goes on in the next is known at its end (RFC 2045, section 6.7). */
class QuotedPrintableDecoder implements TransferDecoder {
  private rest = '';

  decode(piece: Uint8Array): Uint8Array {
    const text = this.rest + latin1(piece);
    const whole = text.lastIndexOf('\n') + 1;
    this.rest = text.slice(whole);
    return whole === 0 ? nothing : libqp.decode(text.slice(0, whole));
  }

  finish(): Uint8Array {
    return this.rest === '' ? nothing : libqp.decode(this.rest);
  }
}

/** Base64 in groups of four; what is no base64 is skipped (RFC 2045, section 6.8), and padding may come in the middle. */
class Base64Decoder implements TransferDecoder {
  private rest = '';

  decode(piece: Uint8Array): Uint8Array {
    const text = this.rest + latin1(piece).replace(/[^A-Za-z0-9+/=]+/g, '');
    if (text.includes('=')) return this.padded(text);
    const whole = text.length - (text.length % 4);
    this.rest = text.slice(whole);
    return libbase64.decode(text.slice(0, whole));
  }

  private padded(text: string): Uint8Array {
    const stretches = text.split(/=+/);
    this.rest = '';
    const done = stretches.slice(0, -1).map((stretch) => libbase64.decode(stretch));
    const last = this.decode(new TextEncoder().encode(stretches.at(-1) ?? ''));
    const all = new Uint8Array(done.reduce((sum, { length }) => sum + length, last.length));
    let at = 0;
    for (const bytes of [...done, last]) {
      all.set(bytes, at);
      at += bytes.length;
    }
    return all;
  }

  finish(): Uint8Array {
    // One character alone holds no whole byte.
    return this.rest.length > 1 ? libbase64.decode(this.rest) : nothing;
  }
}
