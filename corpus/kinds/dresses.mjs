// Ways in which senders write the same form and the same list: what a kind of mail says, in other clothes. `run.mjs --dress NAME` measures
// with them, so that what is suggested does not hang on how the kinds happen to be written.

const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** A line with a label and its value, whatever parts them; an address of the web has a colon too. */
const pairLine =
  /^\s*(?:[-*•]\s+)?\*?(\p{L}[\p{L}\p{N} .'’()/°º&#%-]{0,38}?)\*?[ .]*(?::\*?| - | = |\s—\s|\t)\s*(\S.*)$/u;

export function pairOf(line) {
  const [, label = '', value = ''] = pairLine.exec(line) ?? [];
  return label === '' || /https?$/.test(label) || label.split(/\s+/).length > 5 ? null : [label.trim(), value];
}

/** The stretches of a text: pairs that follow one another, and what stands between. */
function stretchesOf(text) {
  const found = [];
  for (const line of text.split('\n')) {
    const pair = pairOf(line);
    const last = found.at(-1);
    if (pair && last?.pairs) last.pairs.push(pair);
    else if (pair) found.push({ pairs: [pair] });
    else if (last?.lines) last.lines.push(line);
    else found.push({ lines: [line] });
  }
  return found;
}

const paragraphs = (lines) =>
  lines
    .join('\n')
    .split(/\n\s*\n/)
    .filter((part) => part.trim())
    .map((part) => `<p>${escaped(part).replace(/\n/g, '<br>\n')}</p>`)
    .join('\n');

/** Each stretch of pairs as a piece of HTML, the rest as paragraphs. */
const marked = (write) => (text) => ({
  html: stretchesOf(text)
    .map(({ pairs, lines }) =>
      pairs ? write(pairs.map(([label, value]) => [escaped(label), escaped(value)])) : paragraphs(lines),
    )
    .join('\n'),
});

/** Each line with a pair written anew. */
const written = (write) => (text) => ({
  text: text
    .split('\n')
    .map((line) => {
      const pair = pairOf(line);
      return pair ? write(...pair) : line;
    })
    .join('\n'),
});

/** Pairs that follow one another in one line. */
const inLine = (mark) => (text) => ({
  text: stretchesOf(text)
    .map(({ pairs, lines }) => (pairs ? pairs.map((pair) => pair.join(': ')).join(mark) : lines.join('\n')))
    .join('\n'),
});

const inTwos = (pairs) => pairs.flatMap((_, i) => (i % 2 === 0 ? [pairs.slice(i, i + 2)] : []));
const table = (rows) => `<table>${rows.map((row) => `<tr>${row}</tr>`).join('\n')}</table>`;

/** Forms. */
export const dresses = {
  table: marked((pairs) => table(pairs.map(([label, value]) => `<td>${label}</td><td>${value}</td>`))),
  'table with colons': marked((pairs) => table(pairs.map(([label, value]) => `<th>${label}:</th><td>${value}</td>`))),
  'two pairs a row': marked((pairs) =>
    table(inTwos(pairs).map((row) => row.map(([label, value]) => `<td>${label}</td><td>${value}</td>`).join(''))),
  ),
  'two cells a row': marked((pairs) =>
    table(
      inTwos(pairs).map((row) => row.map(([label, value]) => `<td><small>${label}</small><br>${value}</td>`).join('')),
    ),
  ),
  'row of labels': marked((pairs) =>
    table([
      pairs.map(([label]) => `<td>${label}</td>`).join(''),
      pairs.map(([, value]) => `<td>${value}</td>`).join(''),
    ]),
  ),
  terms: marked((pairs) => `<dl>${pairs.map(([label, value]) => `<dt>${label}</dt><dd>${value}</dd>`).join('')}</dl>`),
  'bold beside': marked((pairs) => `<p>${pairs.map(([label, value]) => `<b>${label}</b> ${value}`).join('<br>')}</p>`),
  'bold above': marked((pairs) =>
    pairs.map(([label, value]) => `<p><strong>${label}</strong><br>${value}</p>`).join('\n'),
  ),
  list: marked((pairs) => `<ul>${pairs.map((pair) => `<li>${pair.join(': ')}</li>`).join('\n')}</ul>`),
  spans: marked((pairs) =>
    pairs.map(([label, value]) => `<div><span>${label}:</span> <span>${value}</span></div>`).join(''),
  ),
  colon: written((label, value) => `${label}: ${value}`),
  dash: written((label, value) => `${label} - ${value}`),
  equals: written((label, value) => `${label} = ${value}`),
  arrow: written((label, value) => `${label} → ${value}`),
  brackets: written((label, value) => `[${label}] ${value}`),
  dots: written((label, value) => `${label} ${'.'.repeat(Math.max(3, 28 - label.length))} ${value}`),
  aligned: written((label, value) => `${label.padEnd(26)} ${value}`),
  'aligned colons': written((label, value) => `${label.padEnd(24)}: ${value}`),
  'label above': written((label, value) => `${label}:\n${value}\n`),
  'title above': written((label, value) => `${label}\n${value}\n`),
  capitals: written((label, value) => `${label.toUpperCase()}: ${value}`),
  bullets: written((label, value) => `- ${label}: ${value}`),
  quotes: written((label, value) => `${label}: "${value}"`),
  'bars in line': inLine(' | '),
  'semicolons in line': inLine('; '),
  'commas in line': inLine(', '),
};

const months = 'January February March April May June July August September October November December'.split(' ');
const signs = { GBP: '£', EUR: '€', USD: '$' };

/** A value as somebody writes it. */
export function wordsOf(value) {
  if (value === null || value === undefined) return '';
  if (typeof value === 'object')
    return value.currency ? `${signs[value.currency] ?? `${value.currency} `}${Number(value.value).toFixed(2)}` : '';
  const [, year, month, day, time] = /^(\d{4})-(\d\d)-(\d\d)(?:T(\d\d:\d\d).*)?$/.exec(String(value)) ?? [];
  return year ? `${Number(day)} ${months[month - 1]} ${year}${time ? ` ${time}` : ''}` : String(value);
}

const headed = (name) => name[0].toUpperCase() + name.slice(1).replace(/_/g, ' ');
const cells = (values, name = 'td') => values.map((value) => `<${name}>${escaped(value)}</${name}>`).join('');
const filled = (item, names) => names.flatMap((name) => (item[name] ? [item[name]] : []));
const labelled = (item, names) => names.flatMap((name) => (item[name] ? [`${headed(name)}: ${item[name]}`] : []));

/** Items, each given as words by the name of its column; the first name is that of its title. */
const html = (write) => (items, names) => ({ html: write(items, names) });
const text = (write) => (items, names) => ({ text: write(items, names) });
const each = (write) => (items, names) => items.map((item) => write(item, names, names.slice(1))).join('\n');

function columns(items, names, hasHeadings) {
  const rows = [...(hasHeadings ? [names.map(headed)] : []), ...items.map((item) => names.map((name) => item[name]))];
  const widths = names.map((_, i) => Math.max(...rows.map((row) => row[i].length)) + 3);
  return rows
    .map((row) =>
      row
        .map((value, i) => value.padEnd(widths[i]))
        .join('')
        .trimEnd(),
    )
    .join('\n');
}

/** Lists. */
export const arrangements = {
  'table with headings': html((items, names) =>
    table([cells(names.map(headed), 'th'), ...items.map((item) => cells(names.map((name) => item[name])))]),
  ),
  'table without': html((items, names) => table(items.map((item) => cells(names.map((name) => item[name]))))),
  'cards with labels': html(
    each(
      (item, [title], rest) =>
        `<div><h3>${escaped(item[title])}</h3>${labelled(item, rest)
          .map((line) => `<p>${escaped(line)}</p>`)
          .join('')}</div>`,
    ),
  ),
  'bare cards': html(
    each(
      (item, [title], rest) =>
        `<div><h3>${escaped(item[title])}</h3>${filled(item, rest)
          .map((line) => `<p>${escaped(line)}</p>`)
          .join('')}</div>`,
    ),
  ),
  'cards of two lines': html(
    each(
      (item, [title], rest) => `<p><b>${escaped(item[title])}</b><br>${escaped(filled(item, rest).join(' · '))}</p>`,
    ),
  ),
  'cards of tables': html(
    each((item, [title], rest) =>
      table([
        `<td colspan="2"><b>${escaped(item[title])}</b></td>`,
        ...rest.flatMap((name) => (item[name] ? [cells([headed(name), item[name]])] : [])),
      ]),
    ),
  ),
  'list with dashes': html(
    (items, names) =>
      `<ul>${items.map((item) => `<li>${escaped(filled(item, names).join(' – '))}</li>`).join('\n')}</ul>`,
  ),
  'list in a list': html(
    (items, [title, ...rest]) =>
      `<ul>${items
        .map(
          (item) =>
            `<li>${escaped(item[title])}<ul>${labelled(item, rest)
              .map((line) => `<li>${escaped(line)}</li>`)
              .join('')}</ul></li>`,
        )
        .join('\n')}</ul>`,
  ),
  'blocks with labels': text(each((item, names) => `${labelled(item, names).join('\n')}\n`)),
  'titled blocks': text(each((item, [title], rest) => `${[item[title], ...labelled(item, rest)].join('\n')}\n`)),
  'bare blocks': text(each((item, names) => `${filled(item, names).join('\n')}\n`)),
  numbered: text((items, [title, ...rest]) =>
    items
      .map((item, i) => [`${i + 1}. ${item[title]}`, ...labelled(item, rest).map((line) => `   ${line}`)].join('\n'))
      .join('\n'),
  ),
  'bullets with dashes': text(each((item, names) => `* ${filled(item, names).join(' - ')}`)),
  bars: text((items, names) =>
    [names.map(headed), names.map(() => '---'), ...items.map((item) => names.map((name) => item[name]))]
      .map((row) => `| ${row.join(' | ')} |`)
      .join('\n'),
  ),
  'columns with headings': text((items, names) => columns(items, names, true)),
  'columns without': text((items, names) => columns(items, names, false)),
  semicolons: text((items, names) =>
    [names, ...items.map((item) => names.map((name) => item[name]))].map((row) => row.join(';')).join('\n'),
  ),
};

const fromHeader = /^(?:from|to|subject|date|message-id):/i;

/** A message with the head of another, and a body of its own: HTML, plain text, or the two as alternatives. */
export function mailWith(head, { html: markup, text: plain }) {
  const kept = head.split(/\r?\n(?![ \t])/).filter((line) => fromHeader.test(line));
  const part = (type, body) => [
    `Content-Type: text/${type}; charset=utf-8`,
    'Content-Transfer-Encoding: 8bit',
    '',
    body,
  ];
  const page = markup?.includes('<body') ? markup : `<html><body>${markup}</body></html>`;
  const rich = markup === undefined ? [] : [part('html', page)];
  const parts = plain === undefined ? rich : [part('plain', plain), ...rich];
  const [only] = parts;
  const lines =
    parts.length === 1
      ? only
      : [
          'Content-Type: multipart/alternative; boundary=either',
          '',
          ...parts.flatMap((lines) => ['--either', ...lines]),
          '--either--',
        ];
  return Buffer.from([...kept, 'MIME-Version: 1.0', ...lines].join('\r\n'));
}

/** A letter around items. */
export function letterAround({ html: markup, text: plain }) {
  const [greeting, opening, closing] = [
    'Hello,',
    'here is what we have for you this week.',
    'Kind regards\nThe harbour office',
  ];
  return markup === undefined
    ? { text: `${greeting}\n\n${opening}\n\n${plain}\n\n${closing}\n` }
    : { html: `<p>${greeting}</p><p>${opening}</p>\n${markup}\n${paragraphs([closing])}` };
}
