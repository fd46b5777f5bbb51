import * as v from 'valibot';

/** An address on the web; `data:` and the like are URLs, too, and lead nowhere. */
export const webAddress = v.pipe(v.string(), v.url(), v.regex(/^https?:\/\//i, 'https:// or http:// is wanted'));
