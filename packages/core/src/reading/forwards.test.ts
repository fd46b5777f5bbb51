import { describe, expect, test } from '@jest/globals';
import { compileSieve, sift } from '../sieve/index.js';
import { readMessage } from './read-message.js';
import { formOf } from './reading.js';
import { textOfPart } from './text-parts.js';

const inner = ['From: Ann Quill <a@skerry.example>', 'Date: Mon, 3 May 2027 09:12:00 +0100', 'Subject: Berth request'];
const form = ['Vessel: Tern', 'Pier: North', 'Skipper: Ann Quill'];
const forwarded = [
  '---------- Forwarded message ---------',
  ...inner,
  'To: berths@gannetbay.example',
  '',
  ...form,
  '',
  '-- ',
  'Ann',
];
const mail = (subject: string, ...lines: string[]) =>
  readMessage(Buffer.from([`From: Nils <n@gannetbay.example>`, `Subject: ${subject}`, '', ...lines].join('\r\n')));
const attachedTo = (...lines: string[]) =>
  readMessage(
    Buffer.from(
      [
        'Subject: Fwd: Berth request',
        'Content-Type: multipart/mixed; boundary=b',
        '',
        '--b',
        '',
        ...lines,
        '--b',
        'Content-Type: message/rfc822; name=berth.eml',
        'Content-Disposition: attachment',
        '',
        ...inner,
        'Content-Type: text/html',
        '',
        `<table>${form.map((line) => `<tr><td>${line.replace(': ', '</td><td>')}</td></tr>`).join('')}</table>`,
        '--b--',
      ].join('\r\n'),
    ),
  );

const sieve = compileSieve({
  sieve: 's',
  locale: 'en-GB',
  fields: {
    vessel: { type: 'text', required: true },
    pier: { type: 'text' },
    fee: { type: 'text' },
    note: { type: 'text' },
  },
  rules: [
    {
      kind: 'template',
      name: 'form',
      layouts: [{ name: 'form', text: 'Vessel: [[vessel]]\nPier: [[pier]]\nSkipper: Ann\n' }],
    },
    { kind: 'pattern', name: 'fee', find: 'Fee class: (?<fee>\\w)' },
    { kind: 'pattern', name: 'note', in: 'message.forwarded.text', find: 'Skipper: (?<note>.*)' },
  ],
});
const sifted = async (reading: Awaited<ReturnType<typeof mail>>) => {
  const result = sift(reading, sieve);
  if (result.kind !== 'outcome') throw new Error('it wants something');
  return result.outcome;
};

describe('a forwarded message', () => {
  test('under a note it is what rules look at, with its own headers, quotation and signature', async () => {
    const reading = await mail('Fwd: Berth request', 'Hi, can you take this one? Thanks, Nils', '', ...forwarded);
    const shown = formOf(reading);
    expect(textOfPart(shown, 'message.body')?.trim()).toBe(form.join('\n'));
    expect(textOfPart(shown, 'message.signature')).toBe('-- \nAnn');
    expect(shown.bodyReason).toContain('cover note');
    expect(shown.forwarded).toMatchObject({
      from: { address: 'a@skerry.example', name: 'Ann Quill' },
      date: '2027-05-03T09:12:00+01:00',
      subject: 'Berth request',
    });
  });

  test('keyed lines above it are the body, and a template reaches the forward all the same, without mixing the two', async () => {
    const reading = await mail('Fwd: Berth request', 'Fee class: B', 'Pier: South', '', ...forwarded);
    expect(textOfPart(formOf(reading), 'message.body')?.trim()).toBe('Fee class: B\nPier: South');
    const { fields, evidence, trace } = await sifted(reading);
    expect(fields).toEqual({ vessel: 'Tern', pier: 'North', fee: 'B', note: 'Ann Quill' });
    const [place] = evidence.pier ?? [];
    expect(formOf(reading).text.slice(place?.start ?? 0, place?.end ?? 0)).toBe('North');
    expect(JSON.stringify(trace[0])).toContain('outside message.body');
  });

  test('the whole form above it wins over a forward that says less', async () => {
    const { fields } = await sifted(
      await mail(
        'Fwd: x',
        ...form.map((line) => line.replace('North', 'South')),
        '',
        ...forwarded.filter((line) => !/^Pier|^Skipper/.test(line)),
      ),
    );
    expect(fields).toMatchObject({ vessel: 'Tern', pier: 'South' });
  });

  test('forwarded twice, the message at the end is the one', async () => {
    const again = [
      '-------- Forwarded Message --------',
      'From: Jo <jo@x.example>',
      'Date: 4 May 2027',
      'Subject: Fwd: Berth request',
      '',
      'FYI',
      '',
      ...forwarded,
    ];
    const reading = await mail('Fwd: Fwd: Berth request', 'See below', '', ...again);
    expect(formOf(reading).forwarded?.from?.address).toBe('a@skerry.example');
    expect((await sifted(reading)).fields).toMatchObject({ vessel: 'Tern', pier: 'North' });
  });

  test('a box around the headers alone does not end it', async () => {
    const box = (lines: readonly string[]) =>
      `<div class="x_quote">${lines.join('<br>').replace(/</g, (mark, at, all) => (all.startsWith('<br>', at) ? mark : '&lt;'))}</div>`;
    const html = `<div>FYI</div>${box(forwarded.slice(0, 5))}<br><div>${form.join('<br>')}</div>`;
    const raw = ['Subject: Fwd: Berth request', 'Content-Type: text/html', '', html];
    const reading = await readMessage(Buffer.from(raw.join('\r\n')));
    expect(textOfPart(formOf(reading), 'message.body')).toBe(form.join('\n'));
  });

  test('attached, it is read as one inline, and HTML maps back to the HTML of all', async () => {
    const reading = await attachedTo('FYI');
    const shown = formOf(reading);
    expect(shown.forwarded).toMatchObject({ attached: true, subject: 'Berth request', from: { name: 'Ann Quill' } });
    expect((await sifted(reading)).fields).toMatchObject({ vessel: 'Tern', pier: 'North', note: null });
    for (const { start, end, source, sourceLength } of shown.source)
      if (end - start === sourceLength)
        expect(reading.html?.html.slice(source, source + sourceLength)).toBe(shown.text.slice(start, end));
    expect(reading.attachments.map(({ name, type, part }) => [name, type, part])).toEqual([
      ['berth.eml', 'message/rfc822', '2'],
    ]);
  });

  test('several texts of a mixed message are one, in their order', async () => {
    const raw = [
      'Content-Type: multipart/mixed; boundary=b',
      '',
      '--b',
      '',
      'Vessel: Tern',
      '--b',
      'Content-Type: image/png',
      '',
      'x',
      '--b',
      '',
      'Pier: North',
      '--b--',
    ];
    expect(formOf(await readMessage(Buffer.from(raw.join('\r\n')))).text).toBe('Vessel: Tern\n\nPier: North');
  });
});

test('a text that is attached is no text of the message, though it comes first', async () => {
  const raw = (disposition: string) =>
    [
      'Content-Type: multipart/mixed; boundary=b',
      '',
      '--b',
      `Content-Disposition: ${disposition}`,
      '',
      'Vessel: Auk',
      '--b',
      '',
      'Vessel: Tern',
      '--b--',
    ].join('\r\n');
  const attached = await readMessage(Buffer.from(raw('attachment; filename=auk.txt')));
  expect([formOf(attached).text, attached.attachments.map(({ text }) => text)]).toEqual([
    'Vessel: Tern',
    ['Vessel: Auk'],
  ]);
  const shown = await readMessage(Buffer.from(raw('inline')));
  expect([formOf(shown).text, shown.attachments]).toEqual(['Vessel: Auk\n\nVessel: Tern', []]);
  const alone = await readMessage(
    Buffer.from('Content-Type: text/plain\r\nContent-Disposition: attachment\r\n\r\nVessel: Tern'),
  );
  expect(formOf(alone).text).toBe('Vessel: Tern');
});

describe('the body', () => {
  test('a message that is nothing but a quotation gives its words; an empty reply gives none', async () => {
    expect(textOfPart(formOf(await mail('Berth', '> Vessel: Tern', '> Pier: North')), 'message.body')).toBe(
      'Vessel: Tern\nPier: North',
    );
    const reply = await readMessage(Buffer.from('Subject: Re: Berth\r\nIn-Reply-To: <1@x>\r\n\r\n> Vessel: Tern\r\n'));
    expect(textOfPart(formOf(reply), 'message.body')).toBe('');
  });

  test('a plain part that only points to the HTML is a stub', async () => {
    const raw = (plain: string) =>
      [
        'Content-Type: multipart/alternative; boundary=b',
        '',
        '--b',
        '',
        plain,
        '--b',
        'Content-Type: text/html',
        '',
        `<p>${form.join('<br>')}</p><p>${'We look forward to it. '.repeat(9)}</p>`,
        '--b--',
      ].join('\r\n');
    const stub = await readMessage(Buffer.from(raw('View this message in your browser: https://x.example')));
    expect([stub.plain?.stub, formOf(stub, 'text').text]).toEqual([
      'the plain part only points to the HTML',
      stub.html?.text,
    ]);
    const whole = await readMessage(Buffer.from(raw(form.join('\r\n'))));
    expect([whole.plain?.stub, formOf(whole, 'text').text]).toEqual([null, form.join('\n')]);
  });

  test('attachments of text say what they say, under their names', async () => {
    const raw = [
      'Content-Type: multipart/mixed; boundary=b',
      '',
      '--b',
      '',
      'see',
      '--b',
      'Content-Type: text/csv; name=a.csv',
      'Content-Disposition: attachment',
      '',
      'vessel;pier',
      'Tern;North',
      '--b',
      'Content-Type: application/ms-tnef; name=winmail.dat',
      '',
      'x',
      '--b--',
    ];
    const reading = await readMessage(Buffer.from(raw.join('\r\n')));
    expect(reading.problems.map(({ code }) => code)).toEqual(['YS-READING-TNEF']);
    const byName = compileSieve({
      sieve: 's',
      fields: { pier: { type: 'text' }, file: { type: 'text' } },
      rules: [
        { kind: 'pattern', name: 'pier', in: 'message.attachments[0].text', find: 'Tern;(?<pier>\\w+)' },
        { kind: 'derive', fills: 'file', from: '{{ message.attachments[0].name }}' },
      ],
    });
    const result = sift(reading, byName);
    expect(result.kind === 'outcome' && result.outcome.fields).toEqual({ pier: 'North', file: 'a.csv' });
    expect(result.kind === 'outcome' && result.outcome.evidence.pier?.[0]).toMatchObject({
      in: 'message.attachments[0].text',
      start: 17,
      end: 22,
    });
  });
});
