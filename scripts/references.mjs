// The reference pages that follow from the code, by file name.
import {
  catalogue,
  fileJsonSchema,
  formatLetters,
  patternParts,
  ruleKinds,
  textReference,
  valueTypes,
} from '@yellow-sieve/core';
import { crmFileSchema, destinationFileSchema, openApiDocument } from '@yellow-sieve/service';

const json = (data) => `${JSON.stringify(data, null, 2)}\n`;

/** @returns {Promise<Record<string, string>>} */
export async function references() {
  return {
    'problems.md': problemsPage(),
    'fields-and-rules.md': kindsPage(),
    'patterns.md': patternsPage(),
    'texts.md': await textsPage(),
    'sieve.schema.json': json(fileJsonSchema('sieve')),
    'mailbox.schema.json': json(fileJsonSchema('mailbox')),
    'export.schema.json': json(fileJsonSchema('export')),
    'destination.schema.json': json(destinationFileSchema()),
    'crm.schema.json': json(crmFileSchema()),
    'openapi.json': json(await openApiDocument()),
  };
}

function problemsPage() {
  const rows = Object.entries(catalogue).map(
    ([code, { sentence, status }]) => `| \`${code}\` | ${status} | ${sentence.replaceAll('|', '\\|')} |`,
  );
  return `# Problems\n\nEvery trouble a user can meet. The code is stable; the status is the one it travels with over HTTP. Made by \`npm run generate\`.\n\n| code | status | sentence |\n|---|---|---|\n${rows.join('\n')}\n`;
}

function kindsPage() {
  const options = (entries) =>
    Object.keys(entries)
      .map((name) => `\`${name}\``)
      .join(', ') || 'none of its own';
  const types = Object.values(valueTypes).map(
    ({ kind, about, options: own }) => `| \`${kind}\` | ${about} | ${options(own)} |`,
  );
  const kinds = Object.values(ruleKinds).map(
    ({ kind, about, entries }) => `| \`${kind}\` | ${about} | ${options(entries)} |`,
  );
  return `# Field types and rule kinds\n\nMade by \`npm run generate\` from their declarations.\n\n## Field types\n\n| type | takes | options |\n|---|---|---|\n${types.join('\n')}\n\n${commonOptions}\n## Rule kinds\n\nEvery rule may have a \`name\`, which evidence and problems repeat, and \`off: true\`.\n\n| kind | does | entries |\n|---|---|---|\n${kinds.join('\n')}\n`;
}

const cell = (text) => text.replaceAll('|', '\\|').replaceAll('\n', '⏎');
const code = (text) => (text === '' ? '' : `\`${cell(text)}\``);

function patternsPage() {
  const rows = Object.values(patternParts)
    .filter(({ matches }) => matches.length > 0)
    .map(
      ({ name, about, type, matches, not }) =>
        `| \`~${name}~\` | ${about} | \`${type}\` | ${matches.map(code).join(', ')} | ${not.map(code).join(', ')} |`,
    );
  return `# Parts of patterns\n\nMade by \`npm run generate\` from their declarations; the tests run every example. A part is written \`~name~\` in a pattern, stands with its own boundaries, and takes capitals as small letters.\n\n| part | finds | type | finds all of | finds nothing in |\n|---|---|---|---|---|\n${rows.join('\n')}\n\nField types without a part above are parts as well, by their names: \`~text~\` is the rest of a line.\n`;
}

async function textsPage() {
  const { names, filters } = await textReference();
  const ofNames = names.map(({ name, type, gives }) => `| \`${name}\` | ${type} | ${code(gives)} |`);
  const ofFilters = filters.map(
    ({ filter, about, text, gives }) => `| \`${filter}\` | ${about} | ${code(text)} | ${code(gives)} |`,
  );
  const ofLetters = Object.entries(formatLetters).map(([letters, example]) => `| \`${letters}\` | ${code(example)} |`);
  return `# Texts: names, filters, formats\n\nMade by \`npm run generate\`; the examples are rendered when it is made, and by the tests. Texts with \`{{ }}\` stand in \`from:\` of derive rules and in \`with:\` of routes. The same names stand in conditions. A name that has no value gives nothing; a text that is nothing is no value. A wrong name, filter or format letter is an error when the file is compiled.\n\n## Names\n\nFields and columns by their own names: \`vessel\`, \`extra\` here.\n\n| name | type | in the example |\n|---|---|---|\n${ofNames.join('\n')}\n\n## Filters\n\n| filter | gives | for example | becomes |\n|---|---|---|---|\n${ofFilters.join('\n')}\n\n## Letters of \`date\`\n\nWords of the format’s own stand in single quotes: \`{{ arrival | date: "d MMMM 'at the' HH:mm" }}\`. The examples are of 5 May 2027, 09:07:03.\n\n| letters | for example |\n|---|---|\n${ofLetters.join('\n')}\n`;
}

/** Options that every type has; the schema says which values each takes. */
const commonOptions = `### Options of every type

| option | means |
|---|---|
| \`title\` | what people read instead of the name |
| \`required\` | a record without it goes to review |
| \`default\` | the value where nothing is found, as it would be written in a message; its evidence says so |
| \`many\` | several values, read as a list |
| \`separator\` | what stands between them where they are written into one cell; a comma when left out |
| \`basis\` | how a model may come to it: \`read\` (the default: its quote, read again, must be the value), \`judged\`, \`converted\` (the quote must exist), \`written\` (no quote) |
| \`sensitive\` | its values are taken out of samples by \`scrub\`, whatever they look like; masking in lists and traces is to come |
`;
