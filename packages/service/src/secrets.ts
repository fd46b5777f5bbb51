import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { YsError } from '@yellow-sieve/core';

/** Seals what must not stand readable in the database: AES-256-GCM, with the key's id in front. */
export class Secrets {
  private readonly id: string;

  constructor(private readonly key: Buffer) {
    this.id = createHash('sha256').update(key).digest('hex').slice(0, 8);
  }

  /** Reads the key file, or makes one that only its owner may read. */
  static fromFile(file: string): Secrets {
    if (!existsSync(file)) {
      mkdirSync(dirname(file), { recursive: true });
      writeFileSync(file, `${randomBytes(32).toString('base64')}\n`, { mode: 0o600 });
    }
    const key = Buffer.from(readFileSync(file, 'utf8').trim(), 'base64');
    if (key.length !== 32) throw new YsError('YS-START-KEY-FILE', { file });
    return new Secrets(key);
  }

  seal(data: unknown): string {
    const nonce = randomBytes(12);
    const cipher = createCipheriv('aes-256-gcm', this.key, nonce);
    const sealed = Buffer.concat([cipher.update(JSON.stringify(data), 'utf8'), cipher.final()]);
    return [this.id, nonce.toString('base64'), cipher.getAuthTag().toString('base64'), sealed.toString('base64')].join(
      '.',
    );
  }

  open(text: string): unknown {
    const [id, nonce = '', tag = '', sealed = ''] = text.split('.');
    if (id !== this.id) throw new YsError('YS-START-KEY-OTHER', { sealed: id ?? '', held: this.id });
    const decipher = createDecipheriv('aes-256-gcm', this.key, Buffer.from(nonce, 'base64'));
    decipher.setAuthTag(Buffer.from(tag, 'base64'));
    return JSON.parse(
      Buffer.concat([decipher.update(Buffer.from(sealed, 'base64')), decipher.final()]).toString('utf8'),
    );
  }
}
