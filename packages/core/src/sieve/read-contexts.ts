import { DateTime } from 'luxon';
import type { Arrival } from '../names/index.js';
import { languageOf, type Reading, type TextForm, toOrigin, type View } from '../reading/index.js';
import type { ReadContext } from '../values/index.js';
import type { CompiledSieve } from './compile-sieve.js';

/** How values are read in one message: the sieve's locale or the message's own language, and the day that dates count from. */
export class ReadContexts {
  /** For words that stand in no segment with a date of its own. */
  readonly whole: ReadContext;

  constructor(
    reading: Reading,
    private readonly form: TextForm,
    arrival: Arrival,
    { locale, timezone }: Pick<CompiledSieve, 'locale' | 'timezone'>,
  ) {
    this.whole = {
      language: locale.byMessage ? languageOf(reading, form) : locale.language,
      region: locale.region,
      zone: timezone,
      reference: reading.date ?? localDay(arrival.received, timezone),
      attachments: reading.attachments.map(({ name }) => name),
    };
  }

  /** For a place in a view: a forwarded message's dates count from when that was written. */
  at(view: View, offset: number): ReadContext {
    if (view.in !== 'message.text') return this.whole;
    const origin = toOrigin(view, offset, offset)[0]?.start;
    const date = origin === undefined ? null : dateAt(this.form.segments, origin);
    return date === null ? this.whole : { ...this.whole, reference: date };
  }
}

/** The date of the innermost forwarded message around an offset that states one. */
function dateAt(segments: TextForm['segments'], offset: number): string | null {
  for (const { start, end, message } of segments) {
    if (!message || offset < start || offset >= end) continue;
    return dateAt(message.segments, offset) ?? message.date;
  }
  return null;
}

/** A moment of receipt as the clocks of the sieve's zone show it. */
function localDay(received: string, zone: string | null): string {
  return (zone === null || received === '' ? null : DateTime.fromISO(received, { zone }).toISO()) ?? received;
}
