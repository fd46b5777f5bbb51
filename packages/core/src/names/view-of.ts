import { isTextPart, rangesView, type TextForm, textParts, type View, wholeView } from '../reading/index.js';
import { toText } from '../values/index.js';
import { valuesOf } from './names.js';
import type { Scene } from './scene.js';

/** A view of a message by its name; null when the message has nothing of that name. */
export function viewOf(name: string, form: TextForm, scene: () => Scene): View | null {
  if (isTextPart(name)) {
    const ranges = textParts[name](form);
    return ranges.length > 0 || name === 'message.body' ? rangesView('message.text', form.text, ranges) : null;
  }
  if (name === 'message.text') return wholeView(name, form.text);
  const values = valuesOf(name, scene());
  return values.length > 0 ? wholeView(name, values.map(toText).join('\n')) : null;
}
