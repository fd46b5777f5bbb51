import type { Segment, TextForm } from '../reading/index.js';

/** The text of all segments of a kind, or null when there is none. */
export function segmentText(form: TextForm, kind: Segment['kind']): string | null {
  const found = form.segments
    .filter((segment) => segment.kind === kind)
    .map(({ start, end }) => form.text.slice(start, end));
  return found.length > 0 ? found.join('') : null;
}

/** The text that `message.body` stands for. */
export function bodyText(form: TextForm): string {
  return form.body.map(({ start, end }) => form.text.slice(start, end)).join('');
}
