import type { ScrubbedPart } from '@yellow-sieve/core';
import MimeNode from 'nodemailer/lib/mime-node/index.js';

/** The raw message (RFC 5322, MIME) of parts. The same parts give the same bytes. */
export async function writeMessage(root: ScrubbedPart): Promise<Buffer> {
  const raw = await (await nodeOf(root)).build();
  // A header that was not there is not made up.
  const missing = ['message-id', 'date'].filter((name) => !root.headers.some(([known]) => known === name));
  const [head = '', ...body] = raw.toString('latin1').split('\r\n\r\n');
  const own = missing.reduce((text, name) => text.replace(new RegExp(`^${name}:.*\r?\n?`, 'im'), ''), head);
  return Buffer.from([own.trimEnd(), ...body].join('\r\n\r\n'), 'latin1');
}

async function nodeOf(part: ScrubbedPart, parent?: MimeNode): Promise<MimeNode> {
  const options = { baseBoundary: 'scrubbed', disableFileAccess: true, disableUrlAccess: true };
  const type = contentType(part);
  const node = parent ? parent.createChild(type, options) : new MimeNode(type, options);
  for (const [name, value] of part.headers) node.addHeader(name, value);
  const [attached] = part.children;
  if (part.type.startsWith('multipart/')) for (const child of part.children) await nodeOf(child, node);
  else node.setContent(attached ? await writeMessage(attached) : (part.text ?? ''));
  return node;
}

function contentType({ type, params, text }: ScrubbedPart): string {
  const charset = text !== null && type.startsWith('text/') ? ['charset=utf-8'] : [];
  return [type, ...charset, ...Object.entries(params).map(([name, value]) => `${name}=${value}`)].join('; ');
}
