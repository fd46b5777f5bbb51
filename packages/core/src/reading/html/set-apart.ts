import { limits } from '../../limits.js';
import type { Range, SourceRun, TextForm } from '../reading.js';
import { blocks } from './blocks.js';
import { runsIn } from './source-runs.js';
import { type HtmlElement, parseHtml, walk } from './tree.js';

/** What the markup says of stretches and lines. */
interface Dress {
  apart: Range[];
  lines: Map<number, string>;
  boxes: Map<number, string>;
  definitions: Definition[];
  quotations: Range[];
}

/** What a `dt` of the markup says, and all that the `dd` behind it do. */
export interface Definition {
  term: Range;
  value: Range;
}

const known = new WeakMap<TextForm, Dress>();

/** Stretches that are looked at: more stand in no mail a person wrote a rule for. */
const maxStretches = 5000;

/**
 * What the markup sets apart within a line or cell, in the order of the text: bold words, code, spans, links; the outermost of those
 * that lie in each other, and none that is all of its line or cell. Found when it is first asked for.
 */
export const setApart = (form: TextForm & { html?: string }): readonly Range[] => dressOf(form).apart;

/** How whole lines are dressed, by where they begin: the elements that hold all of a line and nothing else. */
export const dressedLines = (form: TextForm & { html?: string }): ReadonlyMap<number, string> => dressOf(form).lines;

/** The class and style of the innermost block that holds a line and nothing else, by where the line begins; none for one that has neither and is no heading. */
export const dressedBoxes = (form: TextForm & { html?: string }): ReadonlyMap<number, string> => dressOf(form).boxes;

/** The terms that the markup itself calls so, each with what stands for it, in the order of the text. */
export const definitionsIn = (form: TextForm & { html?: string }): readonly Definition[] => dressOf(form).definitions;

/** What the markup says is quoted, with all its lines, in the order of the text; the outermost of those that lie in each other. */
export const quotationsIn = (form: TextForm & { html?: string }): readonly Range[] => dressOf(form).quotations;

function dressOf(form: TextForm & { html?: string }): Dress {
  const found = known.get(form);
  if (found) return found;
  const [definitions, quotations]: [Definition[], Range[]] = [[], []];
  const all =
    form.html === undefined ? [] : stretchesOf(form.html, form.text, form.source, { definitions, quotations });
  const apart = outermost(all.filter((one) => !one.block && isPart(form.text, one)));
  const lines = new Map<number, string>();
  const whole = all.filter((one) => isLine(form.text, one));
  for (const { start, look, block } of whole)
    if (!block || heading.test(look)) lines.set(start, `${lines.get(start) ?? ''}>${look}`);
  const boxes = new Map<number, string>();
  for (const { start, look, block } of whole) if (block && !boxes.has(start)) boxes.set(start, look);
  const dress = { apart, lines, boxes, definitions, quotations: outermost(quotations) };
  known.set(form, dress);
  return dress;
}

/** A heading is dressed as one, whatever else is said of it. */
const heading = /^h[1-6]\b/;

/** A stretch, and how the element looks that holds it. */
interface Held extends Range {
  look: string;
  block: boolean;
}

/**
 * The stretches of text that elements within lines hold, or blocks of one line with a class or a style of their own. Terms with what
 * stands for them, and what is quoted, are added to those handed in.
 */
function stretchesOf(
  html: string,
  text: string,
  source: readonly SourceRun[],
  { definitions, quotations }: Pick<Dress, 'definitions' | 'quotations'>,
): Held[] {
  const runs = [...source].sort((a, b) => a.source - b.source);
  const open: { element: HtmlElement; start: number; end: number }[] = [];
  const found: Held[] = [];
  let term: Range | null = null;
  const reach = (start: number, end: number) => {
    const top = open.at(-1);
    if (!top) return;
    top.start = Math.min(top.start, start);
    top.end = Math.max(top.end, end);
  };
  walk(parseHtml(html, limits.htmlDepth).root, {
    open: (element) => {
      open.push({ element, start: Number.POSITIVE_INFINITY, end: -1 });
      return true;
    },
    text: (piece) => {
      for (const run of runsIn(runs, piece.source, piece.sourceLength)) reach(run.start, run.end);
    },
    close: () => {
      const { element, start, end } = open.pop() ?? { element: null, start: 0, end: -1 };
      if (!element || end < 0) return;
      reach(start, end);
      if (element.name === 'dt') term = { start, end };
      const before = definitions.at(-1);
      if (element.name === 'dd' && term && definitions.length < maxStretches) {
        if (before?.term === term) before.value.end = end;
        else definitions.push({ term, value: { start, end } });
      }
      if (element.name === 'blockquote' && quotations.length < maxStretches) quotations.push({ start, end });
      const { class: names = '', style = '' } = element.attributes;
      const block = blocks.has(element.name);
      const isPlain = block && !heading.test(element.name) && names === '' && style === '';
      if (isPlain || found.length >= maxStretches) return;
      if (text.slice(start, end).includes('\n')) return;
      found.push({ start, end, look: `${element.name}.${names}.${style.replace(/\s/g, '')}`, block });
    },
  });
  return found;
}

/** Characters around a stretch that are looked at for other words of its line. */
const farthest = 200;

/** Whether a stretch is a part of one line or cell, and not all of it. */
function isPart(text: string, { start, end }: Range): boolean {
  if (text.slice(start, end).includes('\t')) return false;
  const before = /[^\n\t]*$/.exec(text.slice(Math.max(0, start - farthest), start))?.[0] ?? '';
  const behind = /^[^\n\t]*/.exec(text.slice(end, end + farthest))?.[0] ?? '';
  return /[\p{L}\p{N}]/u.test(before + behind);
}

const isLine = (text: string, { start, end }: Range): boolean =>
  (start === 0 || text[start - 1] === '\n') && (end === text.length || text[end] === '\n');

function outermost(all: readonly Range[]): Range[] {
  let end = -1;
  return [...all]
    .sort((a, b) => a.start - b.start || b.end - a.end)
    .filter((one) => {
      if (one.start < end) return false;
      end = one.end;
      return true;
    });
}
