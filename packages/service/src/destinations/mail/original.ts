import { Readable } from 'node:stream';
import { wayHeader } from '@yellow-sieve/core';
import type { SendMailOptions } from 'nodemailer';
import addressparser from 'nodemailer/lib/addressparser/index.js';
import type { Database } from '../../database/connect.js';
import { messageRow } from '../../store/message-store.js';
import { rawPieces } from '../../store/raw-store.js';

/**
 * A message passed on as it is: nothing of it is changed, so that its signatures hold; what is said of passing it on stands before its own
 * header (RFC 5322, 3.6.6). The envelope is from an address of ours, so that nobody takes it for forged, and bounces come to us.
 */
export async function passedOn(
  to: string,
  from: string,
  messageId: string,
  way: string,
  message: string,
  db: Database,
): Promise<SendMailOptions> {
  const { rawId } = await messageRow(db, message);
  const plain = (text: string) => text.replace(/[\r\n]+/g, ' ');
  const head = [
    `${wayHeader}: ${plain(way)}`,
    `Resent-From: ${plain(from)}`,
    `Resent-To: ${plain(to)}`,
    `Resent-Date: ${new Date().toUTCString().replace('GMT', '+0000')}`,
    `Resent-Message-ID: ${messageId}`,
  ];
  const addresses = (list: string) => addressparser(list, { flatten: true }).map(({ address }) => address);
  return {
    envelope: { from: addresses(from)[0] ?? '', to: addresses(to) },
    raw: Readable.from(behind(`${head.join('\r\n')}\r\n`, rawPieces(db, rawId)), { objectMode: false }),
  };
}

/** Where it was last delivered is said anew by whoever delivers it next (RFC 5321, 4.4). */
const returnPath = /^Return-Path:[^\n]*\r?\n/i;

async function* behind(head: string, pieces: AsyncIterable<Uint8Array>): AsyncGenerator<Buffer> {
  yield Buffer.from(head);
  let isFirst = true;
  for await (const piece of pieces) {
    const bytes = Buffer.from(piece);
    yield isFirst ? bytes.subarray(returnPath.exec(bytes.toString('latin1', 0, 2000))?.[0].length ?? 0) : bytes;
    isFirst = false;
  }
}

/** A message as an attachment of another. */
export async function attachedOriginal(
  message: string,
  db: Database,
): Promise<NonNullable<SendMailOptions['attachments']>[number]> {
  const { rawId } = await messageRow(db, message);
  return {
    filename: 'message.eml',
    contentType: 'message/rfc822',
    content: Readable.from(rawPieces(db, rawId), { objectMode: false }),
  };
}
