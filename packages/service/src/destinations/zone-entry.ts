import { IANAZone } from 'luxon';
import * as v from 'valibot';

/** The entry of a destination file that names a time zone; `about` says what for. */
export const zoneEntry = (about: string) =>
  v.optional(
    v.pipe(
      v.string(),
      v.check((zone) => IANAZone.isValidZone(zone), 'a time zone such as Europe/Lisbon is wanted'),
      v.title('Time zone'),
      v.description(about),
      v.metadata({ aside: true }),
    ),
  );
