import { compare } from './compare.js';
import { attached, putInto, standsIn } from './files.js';
import { handle } from './handle.js';
import { search } from './search.js';
import { show } from './show.js';
import { cross, seen, sortStored } from './sorting.js';
import { suggest } from './suggest.js';
import { count, edit, guess, outline, rule, shown, vet } from './workbench.js';
import { type Timed, timed } from './worker-clock.js';
import { would } from './would.js';

/** What a worker thread can do, by its name: one line for each. */
const works = {
  handle,
  compare,
  show,
  search,
  suggest,
  shown,
  edit,
  guess,
  rule,
  count,
  outline,
  vet,
  seen,
  cross,
  sortStored,
  attached,
  putInto,
  standsIn,
  would,
};

export type Works = typeof works;

/** The only way into a thread. Which task goes with which work, the pool knows. */
export default ({ name, ...task }: Timed<unknown> & { name: keyof Works }) =>
  timed(works[name] as (task: unknown) => unknown)(task);
