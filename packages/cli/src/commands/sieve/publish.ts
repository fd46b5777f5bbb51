import { CallError } from '../../call-error.js';
import type { Command } from '../../command.js';
import { effectOptions, findEffect } from './effect-job.js';
import { howItIs, liveOption, trialNote, whyOf } from './put.js';

export const sievePublish: Command = {
  args: '<name>',
  options: [
    ...effectOptions,
    { flags: '--yes', about: 'do not ask' },
    { flags: '--why <reason>', about: 'why, where expected values that hold now would break' },
    liveOption,
  ],
  examples: ['yellow-sieve sieve publish berth-request', 'yellow-sieve sieve publish berth-request --yes'],
  async run(input) {
    const client = input.client();
    const params = { name: input.args[0] ?? '' };
    const draft = await client.sieves.draft({ params });
    if (draft.base !== null && input.options.yes !== true) {
      input.tell((await findEffect(input, client, params.name, { with: 'draft' })).text);
      if (!(await input.confirm(`Publish the draft by ${draft.by}?`))) throw new CallError('YS-CLI-DECLINED');
    }
    const done = await client.sieves.publish({
      params,
      body: { why: whyOf(input), trial: input.options.live !== true },
      match: draft.digest,
    });
    const note = trialNote([done]).note;
    const text = `${done.title} is published as version ${done.version}: it is ${howItIs(done)}.${note ? ` ${note}` : ''}`;
    return { kind: 'text', text, json: done };
  },
};

export const sieveBack: Command = {
  args: '<name> <version>',
  options: [...effectOptions, { flags: '--yes', about: 'do not ask' }, { flags: '--why <reason>', about: 'why' }],
  examples: ['yellow-sieve sieve back berth-request 3 --why "the form is the old one again"'],
  async run(input) {
    const client = input.client();
    const [name = '', version = ''] = input.args;
    const number = Number(version);
    const live = await client.sieves.get({ params: { name } });
    if (input.options.yes !== true) {
      input.tell((await findEffect(input, client, name, { with: number })).text);
      if (!(await input.confirm(`Go back to version ${version}?`))) throw new CallError('YS-CLI-DECLINED');
    }
    const done = await client.sieves.back({
      params: { name, number },
      body: { why: whyOf(input) },
      match: live.digest,
    });
    return { kind: 'text', text: `Version ${version} is live again, as version ${done.version}.`, json: done };
  },
};
