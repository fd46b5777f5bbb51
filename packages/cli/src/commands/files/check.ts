import type { Command, Output } from '../../command.js';
import { loadMailbox } from '../../offline/files.js';
import { setUpFiles } from '../../offline/set-up-files.js';
import { check } from '../check.js';

export const filesCheck: Command = {
  args: '<folder>',
  options: [{ flags: '--model <url>', about: 'ask the model server at this address what no kept answer knows' }],
  examples: ['yellow-sieve files check mail-rules'],
  async run(input) {
    const files = setUpFiles(input.args[0] ?? '');
    const reports: Output[] = [];
    for (const { kind, file } of files)
      if (kind === 'sieve')
        reports.push(await check.run({ ...input, args: [file], options: { modelName: 'stand-in', ...input.options } }));
    const mailboxes = files.filter(({ kind }) => kind === 'mailbox');
    for (const { file } of mailboxes) loadMailbox(file);
    const texts = reports.map((report) => (report.kind === 'text' ? report.text : ''));
    const short = reports.some((report) => report.kind === 'text' && report.exit === 1);
    const read = mailboxes.map(({ name }) => `The mailbox ${name} can be read, and so can its sieves.`);
    return {
      kind: 'text',
      text: [...texts, ...read].join('\n\n'),
      json: reports.map(({ json }) => json),
      exit: short ? 1 : 0,
    };
  },
};
