// The reference pages that follow from the code, by file name.
import { catalogue, fileJsonSchema, ruleKinds, valueTypes } from '@yellow-sieve/core';
import { openApiDocument } from '@yellow-sieve/service';

const json = (data) => `${JSON.stringify(data, null, 2)}\n`;

/** @returns {Promise<Record<string, string>>} */
export async function references() {
  return {
    'problems.md': problemsPage(),
    'fields-and-rules.md': kindsPage(),
    'sieve.schema.json': json(fileJsonSchema('sieve')),
    'mailbox.schema.json': json(fileJsonSchema('mailbox')),
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
