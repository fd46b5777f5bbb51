import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { rangesView, toOrigin } from '../view.js';
import { type Envelope, segmentText } from './segments.js';

const fresh: Envelope = { subject: 'Berth', replies: false, sender: 'Nils Aldous', returns: false };
const cut = (text: string, envelope: Partial<Envelope> = {}) => segmentText(text, { ...fresh, ...envelope });
const kinds = (text: string, envelope: Partial<Envelope> = {}) =>
  cut(text, envelope).segments.map(({ kind, start, end }) => [kind, text.slice(start, end)]);

describe('segments', () => {
  test('a quotation with the line that introduces it, and what is written below', () => {
    expect(kinds('Hello\n\nOn 3 May Nils wrote:\n> Vessel: Tern\n\nAnd more')).toEqual([
      ['own', 'Hello\n\n'],
      ['quoted', 'On 3 May Nils wrote:\n> Vessel: Tern\n'],
      ['own', '\nAnd more'],
    ]);
  });

  test('answers between the quoted lines are own words', () => {
    expect(kinds('> When do you come?\nOn Monday.\n> How long is she?\nNine metres.\n')).toEqual([
      ['quoted', '> When do you come?\n'],
      ['own', 'On Monday.\n'],
      ['quoted', '> How long is she?\n'],
      ['own', 'Nine metres.\n'],
    ]);
  });

  test('the end of a quoted line that a mail program broke is quoted', () => {
    const broken = '> We come in on the evening tide and draw two metres, so the\nouter pier\n> is best.\n';
    expect(kinds(broken)).toEqual([['quoted', broken]]);
  });

  test.each(['Ada Quist closed the request and wrote:', 'Ada Quist hat abgelehnt und schrieb:'])(
    'who does something and writes, too, introduces no quotation: %s',
    (line) => {
      expect(kinds(`${line}\n> Done.\n`)).toEqual([
        ['own', `${line}\n`],
        ['quoted', '> Done.\n'],
      ]);
    },
  );

  test('an introduction without marks below counts only when it is plain', () => {
    expect(kinds('Hello\nOn 3 May the skipper wrote:\nWe come at ten.')).toEqual([
      ['own', 'Hello\nOn 3 May the skipper wrote:\nWe come at ten.'],
    ]);
    expect(kinds('Hello\nOn 3 May 2027 at 09:12, Ann <a@x.example> wrote:\nWe come.').map(([kind]) => kind)).toEqual([
      'own',
      'quoted',
    ]);
  });

  test('the sentence above an introduction is no part of it', () => {
    expect(kinds('On Monday we sailed.\nOn 3 May 2027, Ann wrote:\n> Tern')[0]).toEqual([
      'own',
      'On Monday we sailed.\n',
    ]);
  });

  test.each([
    ['a reply by its subject', { subject: 'AW: Berth' }, 'quoted'],
    ['a forward by its subject', { subject: 'WG: Berth' }, 'forwarded'],
    ['an answer by its headers', { replies: true }, 'quoted'],
    ['neither', {}, 'forwarded'],
  ])('a header block: %s', (_, envelope, kind) => {
    const text = 'See below.\n\nVon: Ann <a@x.example>\nGesendet: 3. Mai 2027 09:12\nAn: Nils\nBetreff: Berth\n\nTern';
    expect(kinds(text, envelope).map(([found]) => found)).toEqual(['own', kind]);
  });

  test('a forwarded message has its own headers, signature and quotation', () => {
    const text = [
      'FYI',
      '---------- Forwarded message ---------',
      'From: Ann Quill <a@x.example>',
      'Date: Mon, 3 May 2027 09:12:00 +0100',
      'Subject: Re: Berth',
      'To: <berths@gannetbay.example>, Nils <n@gannetbay.example>',
      '',
      'Vessel: Tern',
      '-- ',
      'Ann',
      'On 2 May 2027, Nils wrote:',
      '> Which vessel?',
    ].join('\n');
    const { segments } = cut(text);
    const message = segments.at(-1)?.message;
    expect(message).toMatchObject({
      from: { address: 'a@x.example', name: 'Ann Quill' },
      date: '2027-05-03T09:12:00+01:00',
      subject: 'Re: Berth',
      attached: false,
    });
    expect(message?.to.map(({ address }) => address)).toEqual(['berths@gannetbay.example', 'n@gannetbay.example']);
    expect(message?.segments.map(({ kind }) => kind)).toEqual(['wrapper', 'own', 'signature', 'quoted']);
    expect(
      message?.own
        .map(({ start, end }) => text.slice(start, end))
        .join('')
        .trim(),
    ).toBe('Vessel: Tern');
  });

  test('a quoted forward gives its words without the marks', () => {
    const text =
      '> Begin forwarded message:\n>\n> From: Ann <a@x.example>\n> Subject: Berth\n>\n> Vessel: Tern\n> > older\n';
    const message = cut(text).segments[0]?.message;
    expect(
      message?.own
        .map(({ start, end }) => text.slice(start, end))
        .join('')
        .trim(),
    ).toBe('Vessel: Tern');
    expect(message?.segments.map(({ kind }) => kind)).toEqual(['wrapper', 'own', 'quoted']);
  });

  test('a signature runs to the end or to a quotation', () => {
    expect(kinds('Hello\n-- \nNils\nHarbour office\n> quoted')).toEqual([
      ['own', 'Hello\n'],
      ['signature', '-- \nNils\nHarbour office\n'],
      ['quoted', '> quoted'],
    ]);
  });

  test.each([
    ['Hello there\n\nKind regards,\nAnn Quill\nT +44 7700 900123\n', 'Kind regards,\nAnn Quill\nT +44 7700 900123\n'],
    ['Hello there\n\nThanks, Ann\n', 'Thanks, Ann\n'],
    [
      'Hello there\n\nNils Aldous\nHarbour office\nnils@gannetbay.example\n',
      'Nils Aldous\nHarbour office\nnils@gannetbay.example\n',
    ],
    ['Hello there\n\nSent from my telephone\n', 'Sent from my telephone\n'],
    [
      'Guten Tag\n\nMit freundlichen Grüßen\n\ni. A. Ann Quill\nTel.: 030 123456\n',
      'Mit freundlichen Grüßen\n\ni. A. Ann Quill\nTel.: 030 123456\n',
    ],
  ])('a signature without its mark: %j', (text, signature) => {
    expect(kinds(text).find(([kind]) => kind === 'signature')?.[1]).toBe(signature);
  });

  test.each([
    'a\n-----\nb',
    'Hello\nThanks for the berth. We come on Monday.\nVessel: Tern',
    'Name: Ann Quill\nPhone: +44 7700 900123\nEmail: a@x.example',
    'Hello\n\nThanks\nVessel: Tern\nPier: North',
    'Hello\n--\nVessel: Tern\nPier: North\nSkipper: Ann Quill\nNights: 3',
    'Hello\n\nNils Aldous\n',
    'Best of all worlds\nBest\nVessel: Tern',
  ])('no signature: %j', (text) => {
    expect(kinds(text)).toEqual([['own', text]]);
  });

  test('a warning that a gateway puts above is no own word', () => {
    const text = 'CAUTION: This email originated from outside the organisation. Do not click links.\n\nVessel: Tern\n';
    expect(kinds(text).map(([kind]) => kind)).toEqual(['disclaimer', 'own']);
  });

  test('a disclaimer close below a name does not take the name, nor what stands above', () => {
    const text =
      'We come on Monday.\nKind regards,\nAnn Quill\nTel: 07700 900123\n_____\nThis e-mail is confidential and intended for the\naddressee only. If it reached you in error, delete it.\n';
    expect(kinds(text)).toEqual([
      ['own', 'We come on Monday.\n'],
      ['signature', 'Kind regards,\nAnn Quill\nTel: 07700 900123\n'],
      ['disclaimer', text.slice(text.indexOf('_____'))],
    ]);
  });

  test('a disclaimer that a program wrapped begins with its first line', () => {
    const disclaimer =
      'The information in this e-mail and its attachments is\nconfidential. If you are not the intended recipient,\ndelete it.\n';
    expect(kinds(`We come on Monday, on the late evening tide, as agreed.\n${disclaimer}`)).toEqual([
      ['own', 'We come on Monday, on the late evening tide, as agreed.\n'],
      ['disclaimer', disclaimer],
    ]);
  });

  test.each([
    'Op 3 mei 2027 om 09:12 heeft Ann Quill <a@x.example> het volgende geschreven:',
    'No dia 3/05/2027, às 09:12, Ann Quill <a@x.example> escreveu:',
    'Le 3 mai 2027 à 09:12, Ann Quill <a@x.example> a\nécrit :',
    'Den 3. maj 2027 kl. 09.12 skrev Ann Quill:',
    'Am 03.05.27 um 09:12 schrieb "Quill, Ann" <a@x.example>:',
    '2027-05-03 9:12 GMT+02:00 Ann Quill <a@x.example>:',
    'Ann Quill <a@x.example> wrote:',
    'On 3 May 2027, at 09:12,\nAnn Quill via the\nberth list <berths@x.example>\nwrote:',
  ])('an introduction: %s', (introduction) => {
    expect(kinds(`Thanks!\n\n${introduction}\n\n> Tern\n`)).toEqual([
      ['own', 'Thanks!\n\n'],
      ['quoted', `${introduction}\n\n> Tern\n`],
    ]);
  });

  test.each([
    [
      '-------- Message transféré --------',
      'Sujet : Berth\nDate : lundi 3 mai 2027 09:12\nDe : Ann <a@x.example>\nPour : Nils',
    ],
    [
      '-------- Weitergeleitete Nachricht --------',
      'Betreff: \tBerth\nDatum: \tMon, 3 May 2027 09:12:00 +0200\nVon: \tAnn <a@x.example>\nAn: \tNils\nKopie (CC): \tJo',
    ],
    [
      '----- Messaggio inoltrato -----',
      'Da: Ann <a@x.example>\nA: Nils\nInviato: lunedì 3 maggio 2027 09:12\nOggetto: Berth',
    ],
    [
      '----- Forwarded by Nils Aldous/Harbour on 03/05/2027 09:12 -----',
      'From: *Ann* <a@x.example>\nTo: Nils\nDate: 3 May 2027 09:12\nSubject: Berth',
    ],
    [
      'Begin forwarded message:',
      'From: Ann <a@x.example>\n\nSubject: Berth\n\nDate: 3 May 2027 at 09:12:00 BST\n\nTo: Nils',
    ],
  ])('a forward: %s', (wrapper, headers) => {
    const { segments } = cut(`See below\n\n${wrapper}\n${headers}\n\nVessel: Tern\n`);
    expect(segments.map(({ kind }) => kind)).toEqual(['own', 'forwarded']);
    expect(segments[1]?.message).toMatchObject({ from: { address: 'a@x.example' }, subject: 'Berth' });
    expect(segments[1]?.message?.date?.slice(0, 16)).toBe('2027-05-03T09:12');
    expect(segments[1]?.message?.segments.map(({ kind }) => kind)).toEqual(['wrapper', 'own']);
  });

  test('every segment has a reason, and they cover any text exactly, inside forwards too', () => {
    const line = fc.constantFrom(
      '',
      'text',
      '> quoted',
      '>> deep',
      '-- ',
      'On 1 May X wrote:',
      'Am 3.5.27 schrieb X <a@b>:',
      'Vessel: Tern',
      '---------- Forwarded message ---------',
      'From: A <a@b.example>',
      'Date: 3 May 2027 09:12',
      'Subject: Re: x',
      'To: b@c.example',
      '> From: A <a@b.example>',
      '> Begin forwarded message:',
      'Kind regards,',
      'Ann Quill',
      'This message is confidential and intended only for the addressee; delete it if you have it in error.',
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 30 }), fc.constantFrom('x', 'Re: x', 'Fwd: x'), (lines, subject) => {
        const text = lines.join('\n');
        const check = (segments: ReturnType<typeof cut>['segments'], start: number, end: number) => {
          let at = start;
          for (const segment of segments) {
            expect(segment.start).toBe(at);
            expect(segment.reason).not.toBe('');
            at = segment.end;
            if (segment.message) check(segment.message.segments, segment.start, segment.end);
          }
          expect(at).toBe(end);
        };
        check(cut(text, { subject }).segments, 0, text.length);
      }),
      { numRuns: 400 },
    );
  });
});

describe('a passage below a label', () => {
  const text = 'A visitor writes.\n\nTheir message:\n\n> Is it free?\n> We are two.\n\nAnswer soon.\n';
  const passages = (words: string) => cut(words).passages.map(({ start, end }) => words.slice(start, end));

  test('is kept beside what is quoted, without its marks', () => {
    expect(passages(text).join('')).toBe('Is it free?\nWe are two.\n');
    expect(passages(text.replace('Their message:', 'This is what they say.'))).toEqual([]);
    expect(passages(text.replace('Their message:', 'On 3 May Nils wrote:'))).toEqual([]);
  });
});

describe('a view of some ranges', () => {
  const text = 'own one\n> quoted\nown two\n';
  const view = rangesView('message.text', text, cut(text).own);

  test('shows only these', () => {
    expect(view.text).toBe('own one\nown two\n');
  });

  test('maps back, in pieces where it runs over what was left out', () => {
    const at = view.text.indexOf('two');
    expect(toOrigin(view, at, at + 3).map(({ start, end }) => text.slice(start, end))).toEqual(['two']);
    expect(toOrigin(view, 4, view.text.length).map(({ start, end }) => text.slice(start, end))).toEqual([
      'one\n',
      'own two\n',
    ]);
  });
});
