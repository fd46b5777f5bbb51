import { fold } from '../fold.js';
import { fitByReading, type ValueType, valueType } from '../value-type.js';

type AttachmentValue = { kind: 'attachment'; name: string };

const read: ValueType<AttachmentValue>['read'] = (raw, _options, { attachments = [] }) => {
  const wanted = fold(raw);
  const name = attachments.find((attached) => attached !== '' && fold(attached) === wanted);
  return name === undefined
    ? { ok: false, code: 'YS-VALUE-ATTACHMENT' }
    : { ok: true, value: { kind: 'attachment', name } };
};

export const attachment = valueType<AttachmentValue>({
  kind: 'attachment',
  about: 'a file attached to the message, by its name',
  options: {},
  part: '[^\\s/\\\\]+\\.[A-Za-z0-9]{1,8}',
  storage: { holds: 'text', longest: 255 },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string' }, example: 'plan.pdf' },
  toJson: ({ name }) => name,
  plain: (name) => ({ kind: 'attachment', name }),
  words: true,
  apart: true,
});
