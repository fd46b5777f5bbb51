import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../read-message.js';
import { confirmationOf } from './confirmation.js';

const orders = 'orders@gannetbay.example';
const mail = (subject: string, body: string, type = 'text/plain') =>
  readMessage(
    Buffer.from(
      `From: no-reply@post.example\r\nSubject: ${subject}\r\nContent-Type: ${type}; charset=utf-8\r\n\r\n${body}`,
    ),
  );
const found = async (subject: string, body: string, type?: string) =>
  confirmationOf(await mail(subject, body, type), ['@dock.example', orders]);

describe('asking to confirm that mail is forwarded', () => {
  test.each([
    [
      'a code and a link',
      'Forwarding confirmation',
      `ada@skerry.example has asked to forward mail to ${orders}.\nConfirmation code: 483920175\nTo allow it, open https://post.example/confirm?x=1`,
      { code: '483920175', link: 'https://post.example/confirm?x=1' },
    ],
    [
      'a code alone, on a line of its own',
      'Verify your forwarding address',
      `Somebody wants mail to go to ${orders}.\nYour verification code:\n\n83-44-10\n`,
      { code: '83-44-10', link: null },
    ],
    [
      'German',
      'Weiterleitung bestätigen',
      `Bitte bestätigen Sie die Weiterleitung an ${orders} mit dem Code 449 oder hier: https://post.example/bestaetigung/77`,
      { code: null, link: 'https://post.example/bestaetigung/77' },
    ],
    [
      'Spanish',
      'Confirmar el reenvío',
      `ada pide reenviar su correo a ${orders}. Código: 7731904`,
      { code: '7731904', link: null },
    ],
    [
      'Danish',
      'Bekræft videresendelse',
      `Bekræft at post videresendes til ${orders}: https://post.example/verify/1`,
      { code: null, link: 'https://post.example/verify/1' },
    ],
  ])('%s', async (_, subject, body, expected) => {
    expect(await found(subject, body)).toEqual(expected);
  });

  test('a link behind words of HTML', async () => {
    const body = `<p>Forwarding to ${orders}</p><p><a href="https://post.example/a/1">Confirm this address</a></p>`;
    expect(await found('Please confirm', body, 'text/html')).toEqual({ code: null, link: 'https://post.example/a/1' });
  });

  test.each([
    ['to another address', 'Forwarding confirmation', 'Forward mail to other@skerry.example. Code: 483920175'],
    ['an order that is confirmed', 'Order confirmed', `Thanks! We will forward it. Sent to ${orders}.`],
    ['an order with a code', 'Your order', `Order number: 4839201 was confirmed for ${orders}.`],
    ['a forwarded mail', 'Fwd: berth', `---- Forwarded ----\nTo: ${orders}\nPlease confirm berth N4.`],
    ['a long text', 'Forwarding', `Confirm forwarding to ${orders}, code: 483920175. ${'More. '.repeat(900)}`],
  ])('not %s', async (_, subject, body) => {
    expect(await found(subject, body)).toBeNull();
  });
});
