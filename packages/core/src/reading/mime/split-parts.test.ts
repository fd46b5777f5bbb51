import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import { type Limits, limits } from '../../limits.js';
import type { MimePart } from './part.js';
import { splitParts } from './split-parts.js';

const split = (lines: readonly string[], more: Partial<Limits> = {}) =>
  splitParts([Buffer.from(lines.join('\r\n'), 'latin1')], { ...limits, ...more });
const text = ({ body }: MimePart) => (body?.bytes ? Buffer.from(body.bytes).toString('latin1') : null);
const outline = (part: MimePart): unknown =>
  part.children.length > 0 ? { [part.content.type]: part.children.map(outline) } : text(part);
const mixed = (boundary: string) => `Content-Type: multipart/mixed; boundary="${boundary}"`;

describe('the MIME tree', () => {
  test('the line end before a boundary belongs to the boundary', async () => {
    const { root } = await split([
      mixed('b'),
      '',
      'preamble',
      '--b',
      '',
      'one',
      '',
      '--b',
      '',
      'two',
      '--b--',
      'epilogue',
    ]);
    expect(outline(root)).toEqual({ 'multipart/mixed': ['one\r\n', 'two'] });
  });

  test('an inner multipart that nobody closed does not swallow what stands behind it', async () => {
    const { root } = await split([
      mixed('out'),
      '',
      '--out',
      mixed('in'),
      '',
      '--in',
      '',
      'one',
      '--out',
      '',
      'two',
      '--out--',
    ]);
    expect(outline(root)).toEqual({ 'multipart/mixed': [{ 'multipart/mixed': ['one'] }, 'two'] });
  });

  test('a boundary may have spaces behind it; one that only begins alike is none', async () => {
    const { root } = await split([mixed('b'), '', '--b  ', '', '--bb', '--b-', '--b --', '--b--']);
    expect(outline(root)).toEqual({ 'multipart/mixed': ['--bb\r\n--b-\r\n--b --'] });
  });

  test('cut off in the middle', async () => {
    const { root, flaws } = await split([mixed('b'), '', '--b', 'Content-Transfer-Encoding: base64', '', 'S2l0dGl3Y']);
    expect(outline(root)).toEqual({ 'multipart/mixed': ['Kittiw'] });
    expect(flaws).toEqual([]);
  });

  test.each([
    ['no boundary is stated', 'Content-Type: multipart/mixed'],
    ['another is stated than is used', mixed('other')],
  ])('%s: it is read by the boundary its lines use', async (_, type) => {
    const { root, flaws } = await split([
      type,
      '',
      '--real',
      'Content-Type: text/plain',
      '',
      'one',
      '--real',
      'Content-Type: text/html',
      '',
      'two',
      '--real--',
    ]);
    expect(outline(root)).toEqual({ 'multipart/mixed': ['one', 'two'] });
    expect(flaws.map(({ code }) => code)).toEqual(['YS-READING-BOUNDARY']);
  });

  test('a multipart without any part is the text it is', async () => {
    const { root } = await split([mixed('b'), '', 'Vessel: Tern']);
    expect([root.content.type, text(root)]).toEqual(['text/plain', 'Vessel: Tern']);
  });

  test('an attached message is opened, and weighed as a whole', async () => {
    const inner = ['Subject: inner', mixed('i'), '', '--i', '', 'one', '--i--', ''];
    const { root } = await split([
      mixed('o'),
      '',
      '--o',
      'Content-Type: message/rfc822',
      'Content-Disposition: attachment',
      '',
      ...inner,
      '--o--',
    ]);
    const [attached] = root.children;
    expect(outline(root)).toEqual({ 'multipart/mixed': [{ 'message/rfc822': [{ 'multipart/mixed': ['one'] }] }] });
    const raw = inner.join('\r\n');
    expect([attached?.body?.size, attached?.body?.digest]).toEqual([
      raw.length,
      createHash('sha256').update(raw).digest('hex'),
    ]);
    expect(attached?.children[0]?.children[0]?.path).toBe('1/1');
  });

  test('an attached message that is encoded, which it should not be, is opened too', async () => {
    const inner = Buffer.from('Subject: inner\r\n\r\nVessel: Tern').toString('base64');
    const { root } = await split(['Content-Type: message/rfc822', 'Content-Transfer-Encoding: base64', '', inner]);
    expect(root.children[0]?.headerLines[0]?.key).toBe('subject');
    expect(outline(root)).toEqual({ 'message/rfc822': ['Vessel: Tern'] });
  });

  test('parts of a digest are messages unless they say otherwise', async () => {
    const { root } = await split([
      'Content-Type: multipart/digest; boundary=b',
      '',
      '--b',
      '',
      'Subject: one',
      '',
      'Tern',
      '--b--',
    ]);
    expect(outline(root)).toEqual({ 'multipart/digest': [{ 'message/rfc822': ['Tern'] }] });
  });

  test('a header that no blank line ends, a mailbox line above it, and none at all', async () => {
    expect(text((await split(['Subject: x', 'Vessel here', 'Tern'])).root)).toBe('Vessel here\r\nTern');
    expect(
      (await split(['From a@b Mon May 3', 'Subject: x', '', 'Tern'])).root.headerLines.map(({ key }) => key),
    ).toEqual(['subject']);
    expect(text((await split(['no header', 'at all'])).root)).toBe('no header\r\nat all');
  });

  test.each([
    ["attachment; filename*=UTF-8''l%C3%A4nge.csv", 'länge.csv'],
    ["attachment; filename*0*=utf-8''l%C3%A4; filename*1=nge.csv", 'länge.csv'],
    ['attachment; filename="=?utf-8?Q?l=C3=A4nge.csv?="', 'länge.csv'],
    ['attachment; filename="..\\\\..\\\\etc/passwd"', 'passwd'],
    ['attachment; filename=with space.csv', 'with space.csv'],
  ])('a file name: %s', async (disposition, name) => {
    const { root } = await split(['Content-Type: text/csv', `Content-Disposition: ${disposition}`, '', 'a,b']);
    expect(root.content.filename).toBe(name);
  });

  test('base64 with rubbish in it, and padding in the middle', async () => {
    const encoded = ['Content-Transfer-Encoding: base64', '', 'S2l0!!dGk=', 'd2Fr', 'ZQ=='];
    expect(text((await split(encoded)).root)).toBe('Kittiwake');
  });

  test('an encoding nobody knows is passed on, and said', async () => {
    const { root, flaws } = await split(['Content-Transfer-Encoding: x-rot', '', 'Gerea']);
    expect([text(root), flaws[0]?.code]).toEqual(['Gerea', 'YS-READING-ENCODING']);
  });

  test.each([
    ['parts', { parts: 3 }, 'YS-READING-PARTS'],
    ['depth', { mimeDepth: 2 }, 'YS-READING-DEPTH'],
    ['header', { headerBytes: 40 }, 'YS-READING-HEADER-CUT'],
  ])('a limit of %s ends in a flaw, and the rest is read', async (_, more, code) => {
    const deep = Array.from({ length: 5 }, (_, i) => [mixed(`b${i}`), '', `--b${i}`]).flat();
    const { root, flaws, size } = await split(['Subject: x', ...deep, '', 'deep', '--b0', '', 'last', '--b0--'], more);
    expect(flaws.map((flaw) => flaw.code)).toContain(code);
    expect(root.headerLines[0]?.key).toBe('subject');
    expect(size).toBeGreaterThan(0);
  });
});
