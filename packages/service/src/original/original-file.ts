import { YsError } from '@yellow-sieve/core';
import type { ShowReply } from '../pipeline/threads/show.js';
import { originalPolicy } from './original-html.js';

/**
 * A message's own HTML as an answer, under a policy of its own.
 * @throws YsError YS-MESSAGE-NO-HTML
 */
export function originalFile(shown: ShowReply) {
  if (shown.kind !== 'original' || shown.html === null) throw new YsError('YS-MESSAGE-NO-HTML');
  return {
    type: 'text/html; charset=utf-8',
    body: Buffer.from(shown.html),
    headers: { 'content-security-policy': originalPolicy, 'x-frame-options': 'SAMEORIGIN' },
  };
}
