import { type Code, type FileProblem, type Params, say } from '../errors/index.js';
import type { ParsedFile, Path } from './parse-file.js';

/** Collects located problems while a file is compiled. */
export class Report {
  readonly problems: FileProblem[] = [];

  constructor(private readonly locate: ParsedFile['locate']) {}

  add(code: Code, path: Path, params: Params = {}): void {
    this.problems.push({ code, path: pathText(path), text: say(code, params), ...this.locate(path) });
  }
}

/** `fields.nights`, `rules[2].find`. */
function pathText(path: Path): string {
  return path
    .map((key) => (typeof key === 'number' ? `[${key}]` : `.${key}`))
    .join('')
    .replace(/^\./, '');
}
