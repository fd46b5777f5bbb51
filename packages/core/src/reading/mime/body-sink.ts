import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { PartBody } from './part.js';
import { transferDecoder } from './transfer.js';
import { joined } from './whole-lines.js';

/** Takes the encoded bytes of a part, and keeps what may be text up to a limit; of the rest only size and digest. */
export class BodySink {
  private readonly decoder;
  private readonly hash = sha256.create();
  private readonly kept: Uint8Array[] = [];
  private keptBytes = 0;
  private size = 0;

  /** `keep`: how many decoded bytes to keep; 0 for none. */
  constructor(
    encoding: string,
    private readonly keep: number,
  ) {
    this.decoder = transferDecoder(encoding);
  }

  write(encoded: Uint8Array): void {
    this.take(this.decoder.decode(encoded));
  }

  private take(bytes: Uint8Array): void {
    this.size += bytes.length;
    this.hash.update(bytes);
    const room = Math.min(bytes.length, this.keep - this.keptBytes);
    if (room <= 0) return;
    // A copy: what was given may be a window on a buffer that is used again.
    this.kept.push(bytes.slice(0, room));
    this.keptBytes += room;
  }

  finish(): PartBody {
    this.take(this.decoder.finish());
    return {
      bytes: this.keep > 0 ? joined(this.kept, this.keptBytes) : null,
      size: this.size,
      digest: bytesToHex(this.hash.digest()),
      cut: this.keep > 0 && this.size > this.keptBytes,
    };
  }
}
