import { Report } from '../files/index.js';
import { messageNameList, recordNames, type Scene, sieveScope } from '../names/index.js';
import { formOf, readMessage } from '../reading/index.js';
import { ownTypes } from '../values/index.js';
import { filterList } from './filter-list.js';
import { compileText, renderText } from './text.js';

const message = `From: Ottoline Marsh <ottoline@skerry.example>
To: berths@gannetbay.example
Cc: owner@skerry.example
Reply-To: crew@skerry.example
Subject: Berth request: Selkie
Date: Fri, 30 Apr 2027 09:07:00 +0100
Message-ID: <selkie-1@skerry.example>
X-Form: berths 7
List-Id: <berths.skerry.example>
Content-Type: text/plain; charset=utf-8

Vessel: Selkie
Arrives 14 May for three nights.

-- 
Ottoline Marsh
`;
const fields = {
  vessel: { type: 'text' },
  arrival: { type: 'date' },
  nights: { type: 'integer' },
  length: { type: 'number' },
  extras: { type: 'text', many: true },
  remarks: { type: 'text' },
};
const columns = { extra: { type: 'text' } };
const text = (words: string) => ({ kind: 'text', text: words });
const figure = (kind: string, decimal: string) => ({ kind, decimal, unit: null });

/** The message and record that the examples of texts are about. */
export async function exampleScene(): Promise<Scene> {
  const reading = await readMessage(new TextEncoder().encode(message.replaceAll('\n', '\r\n')));
  const rows = ['water', 'power'].map((extra) => new Map([['extra', text(extra)]]));
  return {
    reading,
    form: formOf(reading),
    arrival: {
      key: '018f3c2e-7b1a-7c40-9d3e-2f6a1b0c4d5e',
      mailbox: 'berths',
      recipient: 'berths+form@gannetbay.example',
      received: '2027-04-30T08:07:09Z',
      trusted: [],
      checked: 'spf=pass smtp.mailfrom=form@skerry.example; dkim=none; dmarc=pass header.from=skerry.example',
      admitted: false,
    },
    category: 'berths',
    owner: 'harbour-master@gannetbay.example',
    fields: new Map<string, ReturnType<Scene['fields']['get']> & object>([
      ['vessel', text('Selkie')],
      ['arrival', { kind: ownTypes.day, date: '2027-05-14' }],
      ['nights', figure('integer', '3')],
      ['length', figure('number', '12.55')],
      ['extras', { kind: 'list', items: [text('water'), text('power')], separator: ', ' }],
    ]),
    rows,
    row: rows[1] ?? null,
    record: {
      'record.key': '018f3c2e-7b1a-7c40-9d3e-2f6a1b0c4d5f',
      'record.sieve': 'berth-request',
      'record.version': '3',
      'record.layout': 'website form',
      'record.score': '0.97',
      'record.verdict': 'sound',
      'record.link': 'https://sieve.gannetbay.example/messages/018f3c2e',
    },
  };
}

/** What a text becomes for the example. @throws Error with the reason, where it does not compile. */
export function renderExample(source: string, scene: Scene): string {
  const report = new Report(() => ({ line: 1, column: 1 }));
  const compiled = compileText(source, sieveScope(fields, columns), [], report);
  if (!compiled) throw new Error(report.problems[0]?.text);
  return renderText(compiled, scene).text;
}

/** Every name and filter that texts may use, with what it gives for the example; the reference page is made of it. */
export async function textReference() {
  const scene = await exampleScene();
  const scope = sieveScope(fields, columns);
  const names = [
    ...messageNameList,
    'message.attachments[0].name',
    'message.headers.x-form',
    ...recordNames,
    'rows.count',
    'row.number',
    'vessel',
    'rows.extra',
    'extra',
  ];
  return {
    names: names.map((name) => ({
      name,
      type: scope.typeOf(name)?.kind ?? '',
      gives: renderExample(`{{ ${name} }}`, scene),
    })),
    filters: Object.entries(filterList).map(([filter, { about, text, gives }]) => ({ filter, about, text, gives })),
  };
}
