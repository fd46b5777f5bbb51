import {
  isTextPart,
  type Reading,
  rangesView,
  type Table,
  type TextForm,
  textParts,
  type View,
  wholeView,
  withBreaks,
} from '../reading/index.js';
import { toText } from '../values/index.js';
import { attachmentAt } from './message-names.js';
import { valuesOf } from './names.js';
import type { Scene } from './scene.js';

/** A view of a message by its name; null when the message has nothing of that name. */
export function viewOf(name: string, form: TextForm, scene: () => Scene): View | null {
  if (isTextPart(name)) {
    const ranges = textParts[name](form);
    return ranges.length > 0 || name === 'message.body'
      ? withBreaks(rangesView('message.text', form.text, ranges), form.tables)
      : null;
  }
  if (name === 'message.text') return withBreaks(wholeView(name, form.text), form.tables);
  const { reading } = scene();
  const values = valuesOf(name, scene());
  if (values.length === 0) return null;
  const attached = attachmentAt(name, reading);
  // Evidence names the attachment by its place: what it is called may stand there twice.
  const place = attached ? name.replace(/\[.*\]/, `[${attached.at}]`) : name;
  return wholeView(place, values.map(toText).join('\n'));
}

/** The tables that stand in a view: of the message’s text, or of an attachment. */
export function tablesIn(view: View, form: TextForm, reading: Reading): readonly Table[] {
  if (view.in === 'message.text') return form.tables;
  return attachmentAt(view.in, reading)?.attachment.tables ?? [];
}
