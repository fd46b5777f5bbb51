import { type Code, catalogue, type Params } from './catalogue.js';
import { say } from './say.js';

/** The one exception users meet: a catalogue code with its sentence. Wrapping keeps `cause`. */
export class YsError extends Error {
  readonly status: number;

  constructor(
    readonly code: Code,
    params: Params = {},
    /** Located problems behind the error, such as those of a sieve that does not compile. */
    readonly problems: readonly FileProblem[] = [],
    options: { cause?: unknown } = {},
  ) {
    super(problems.length > 0 ? summary(problems) : say(code, params), options);
    this.name = 'YsError';
    this.status = catalogue[code].status;
  }

  /** The same error again, from what another thread told of it. */
  static told({ code, message, problems }: Pick<YsError, 'code' | 'message' | 'problems'>): YsError {
    return Object.assign(new YsError(code, {}, problems), { message });
  }
}

function summary(problems: readonly FileProblem[]): string {
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
  return `Line ${problems[0]?.line}: ${problems[0]?.text}${more}`;
}

/** A problem in a file a developer wrote, at its line and column (1-based). */
export interface FileProblem {
  code: Code;
  /** Path of keys, such as `fields.nights.type`. */
  path: string;
  text: string;
  line: number;
  column: number;
}
