const dayMs = 24 * 3600_000;

const time = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const full = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'long' });

/** A moment in a few words: the time of today, the day before that, with the year when it is another. */
export function shortMoment(iso: string, now: Date = new Date()): string {
  const moment = new Date(iso);
  if (moment.toDateString() === now.toDateString()) return time.format(moment);
  const year = moment.getFullYear() === now.getFullYear() ? '' : ` ${moment.getFullYear()}`;
  const near = now.getTime() - moment.getTime() < 7 * dayMs;
  return `${day.format(moment)}${year}${near ? `, ${time.format(moment)}` : ''}`;
}

/** A moment, short, with all of it on hovering. */
export function When({ at }: { at: string }) {
  return (
    <time dateTime={at} title={full.format(new Date(at))}>
      {shortMoment(at)}
    </time>
  );
}
