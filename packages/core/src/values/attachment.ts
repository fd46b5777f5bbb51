import { fold } from './fold.js';
import { fitByReading, type ValueType } from './value-type.js';

const read: ValueType['read'] = (raw, _options, { attachments = [] }) => {
  const wanted = fold(raw);
  const name = attachments.find((attached) => attached !== '' && fold(attached) === wanted);
  return name === undefined
    ? { ok: false, code: 'YS-VALUE-ATTACHMENT' }
    : { ok: true, value: { kind: 'attachment', name } };
};

export const attachment: ValueType = {
  kind: 'attachment',
  about: 'a file attached to the message, by its name',
  options: {},
  part: '[^\\s/\\\\]+\\.[A-Za-z0-9]{1,8}',
  read,
  fit: fitByReading({ read }),
};
