const set = (names: string) => new Set(names.split(' '));

/** Elements that begin and end a line. */
export const blocks = set(
  'address article aside blockquote body button caption center dd details dialog div dl dt fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 header hr html legend li main menu nav ol p pre section summary table tbody tfoot thead tr ul',
);

/** Blocks that stand apart from their neighbours by a blank line. */
export const apart = set('blockquote dl h1 h2 h3 h4 h5 h6 ol p pre table ul');
