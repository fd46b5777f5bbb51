import { Liquid, type Template } from 'liquidjs';
import { dictionary } from '../dictionary.js';
import { nearest } from '../errors/index.js';
import type { Path, Report } from '../files/index.js';
import { limits } from '../limits.js';
import { type NameScope, type Scene, textOf, valuesOf } from '../names/index.js';
import { filterList } from './filter-list.js';
import { filters } from './filters.js';
import { wrongLetters } from './format-letters.js';
import { NameDrop } from './name-drop.js';

const options = {
  strictFilters: true,
  ownPropertyOnly: true,
  relativeReference: false,
  parseLimit: limits.textOutput,
  renderLimit: 2000,
  memoryLimit: limits.textOutput * 10,
  templates: {},
};
const liquid = new Liquid(options);
/** Writes values so that they stand in HTML as what they are. */
const escaping = new Liquid({ ...options, outputEscape: 'escape' });
for (const engine of [liquid, escaping]) {
  for (const [name, filter] of Object.entries(filters)) engine.registerFilter(name, filter);
  // What nobody has described is refused, so that a text means the same after an update of the library.
  for (const name of Object.keys(engine.filters)) if (!Object.hasOwn(filterList, name)) delete engine.filters[name];
}

/** A text with tokens, compiled against the names it may use. */
export interface CompiledText {
  source: string;
  template: Template[];
  names: string[];
  /** The name, when the text is nothing but `{{ name }}`: then the typed value passes. */
  only: string | null;
  /** It is HTML: values are escaped. */
  markup: boolean;
}

/** Compiles a text; a token that cannot be read or names nothing known is reported, and gives null. */
export function compileText(
  source: string,
  scope: NameScope,
  path: Path,
  report: Report,
  { markup = false } = {},
): CompiledText | null {
  if (!knowsFilters(source, path, report)) return null;
  let template: Template[];
  let names: string[];
  try {
    template = (markup ? escaping : liquid).parse(source);
    names = liquid.globalFullVariablesSync(template);
  } catch (error) {
    report.add('YS-TEXT-SYNTAX', path, { detail: firstLine(error) });
    return null;
  }
  const unknown = names.filter((name) => scope.typeOf(name) === null);
  for (const name of unknown) report.add('YS-TEXT-NAME', path, { name, nearest: nearest(name, scope.known()) });
  if (unknown.length > 0) return null;
  const only = markup ? null : (/^\{\{-?\s*([\w.[\]-]+)\s*-?\}\}$/.exec(source.trim())?.[1] ?? null);
  return { source, template, names, only: only !== null && names.includes(only) ? only : null, markup };
}

/** A filter with its argument, where that is a text: `| date: 'd MMMM'`. */
const filterUse = /\|\s*([A-Za-z_]\w*)(?:\s*:\s*(?:'([^']*)'|"([^"]*)"))?/g;

/** Whether all filters of a text are known, and formats made of letters that stand for something; what is not is reported. */
function knowsFilters(source: string, path: Path, report: Report): boolean {
  let fine = true;
  for (const [inside] of source.matchAll(/\{\{.*?\}\}|\{%.*?%\}/gs))
    for (const [, filter = '', single, double] of withoutTexts(inside)) {
      if (!Object.hasOwn(filterList, filter)) {
        report.add('YS-TEXT-FILTER', path, { filter, nearest: nearest(filter, Object.keys(filterList)) });
        fine = false;
      }
      const wrong = filter === 'date' ? wrongLetters(single ?? double ?? '') : null;
      if (!wrong) continue;
      const instead = wrong.instead === null ? '' : `, did you mean “${wrong.instead}”?`;
      report.add('YS-TEXT-FORMAT', path, { letters: wrong.letters, instead });
      fine = false;
    }
  return fine;
}

/** The filters of a tag; a bar within quotes is none. */
function withoutTexts(inside: string): RegExpExecArray[] {
  const quoted = [...inside.matchAll(/'[^']*'|"[^"]*"/g)];
  return [...inside.matchAll(filterUse)].filter(
    ({ index }) => !quoted.some((one) => one.index < index && index < one.index + one[0].length),
  );
}

/** A rendered text, with the names it used that had no value. */
export interface RenderedText {
  text: string;
  missing: string[];
  /** Whether it was stopped at its limit: what it would have been is not known. */
  stopped: boolean;
  /** Why a filter could not do its work, though every name has a value; null where none failed. */
  failed: string | null;
}

/** Renders a text. Missing names render as nothing; a filter that fails for want of one gives an empty text and `missing`. */
export function renderText(text: CompiledText, scene: Scene): RenderedText {
  const missing = text.names.filter((name) => valuesOf(name, scene).length === 0);
  try {
    const rendered = (text.markup ? escaping : liquid).renderSync(text.template, globals(text.names, scene)) as string;
    return rendered.length > limits.textOutput ? stopped : { text: rendered, missing, stopped: false, failed: null };
  } catch (error) {
    if (/limit exceeded/.test((error as Error).message)) return stopped;
    const failed = missing.length > 0 ? null : firstLine(error);
    return { text: '', missing, stopped: false, failed };
  }
}

const stopped: RenderedText = { text: '', missing: [], stopped: true, failed: null };

/** What went wrong in words, without the place in the text, which is one line. */
const firstLine = (error: unknown) =>
  ((error as Error).message.split('\n')[0] ?? '').replace(/, line:\d+, col:\d+$/, '');

function globals(names: readonly string[], scene: Scene): Record<string, unknown> {
  const roots = dictionary<Record<string, unknown>>({});
  for (const name of names) {
    const root = name.split('.')[0] ?? name;
    roots[root] ??= name === root ? textOf(name, scene) : new NameDrop(root, scene);
  }
  return roots;
}
