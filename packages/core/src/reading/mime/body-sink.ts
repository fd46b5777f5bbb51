import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { PartBody } from './part.js';
import { transferDecoder } from './transfer.js';
import { joined } from './whole-lines.js';

/** Takes the encoded bytes of a part, and keeps what may be text up to a limit; of the rest only size and digest. */
export class BodySink {
  private readonly decoder;
  /** Begun with the first byte that is not kept: few texts are ever asked for a digest. */
  private hash: ReturnType<typeof sha256.create> | null = null;
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
    const room = Math.min(bytes.length, this.keep - this.keptBytes);
    if (room < bytes.length) this.updateDigest(bytes);
    if (room <= 0) return;
    // A copy: what was given may be a window on a buffer that is used again.
    this.kept.push(bytes.slice(0, room));
    this.keptBytes += room;
  }

  private updateDigest(bytes: Uint8Array): void {
    if (this.hash === null) {
      this.hash = sha256.create();
      for (const piece of this.kept) this.hash.update(piece);
    }
    this.hash.update(bytes);
  }

  finish(): PartBody {
    this.take(this.decoder.finish());
    return {
      bytes: this.keep > 0 ? joined(this.kept, this.keptBytes) : null,
      size: this.size,
      digest: this.hash ? bytesToHex(this.hash.digest()) : this.keep > 0 ? null : emptyDigest,
      cut: this.keep > 0 && this.size > this.keptBytes,
    };
  }
}

const emptyDigest = bytesToHex(sha256(new Uint8Array()));

/** The digest of a body, worked out where it was not needed before. */
export const bodyDigest = ({ digest, bytes }: PartBody): string =>
  digest ?? bytesToHex(sha256(bytes ?? new Uint8Array()));
