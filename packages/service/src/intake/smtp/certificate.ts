import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { generate } from 'selfsigned';
import type { Config } from '../../config.js';

export interface Certificate {
  key: string;
  cert: string;
}

const years = 10;

/**
 * The certificate for STARTTLS: what the configuration names, else one that the first start makes and keeps beside the key of secrets. Mail servers
 * encrypt with that one as well: between them certificates are seldom looked at (RFC 7435).
 */
export async function certificateOf({ tlsCertificate, tlsKey, keyFile }: Config): Promise<Certificate> {
  if (tlsCertificate !== undefined && tlsKey !== undefined)
    return { cert: readFileSync(tlsCertificate, 'utf8'), key: readFileSync(tlsKey, 'utf8') };
  const folder = dirname(keyFile);
  const [certFile, ownKeyFile] = [join(folder, 'smtp-certificate.pem'), join(folder, 'smtp-key.pem')];
  if (existsSync(certFile) && existsSync(ownKeyFile))
    return { cert: readFileSync(certFile, 'utf8'), key: readFileSync(ownKeyFile, 'utf8') };
  const notAfterDate = new Date();
  notAfterDate.setFullYear(notAfterDate.getFullYear() + years);
  const made = await generate([{ name: 'commonName', value: 'yellow-sieve' }], {
    keyType: 'ec',
    curve: 'P-256',
    notAfterDate,
  });
  mkdirSync(folder, { recursive: true });
  writeFileSync(ownKeyFile, made.private, { mode: 0o600 });
  chmodSync(ownKeyFile, 0o600);
  writeFileSync(certFile, made.cert);
  return { cert: made.cert, key: made.private };
}
