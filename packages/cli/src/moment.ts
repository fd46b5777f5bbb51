import { receivedOf } from '@yellow-sieve/client';
import { CallError } from './call-error.js';

/** When a message was received, for the call: as its headers say, or a moment; nothing where that is now. @throws CallError YS-CLI-RECEIVED */
export function momentOf(received: string | undefined, raw: Uint8Array): { received?: string } {
  if (received === undefined) return {};
  const moment = received === 'mail' ? receivedOf(raw) : isoOf(received);
  return moment === null ? {} : { received: moment };
}

/** A moment or day that a person wrote, in ISO 8601. @throws CallError YS-CLI-RECEIVED */
export function isoOf(text: string): string {
  const moment = new Date(text);
  if (Number.isNaN(moment.getTime())) throw new CallError('YS-CLI-RECEIVED', { text });
  return moment.toISOString();
}
