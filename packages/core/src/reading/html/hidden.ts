import type { HtmlElement } from './tree.js';

/** Declarations that take an element and all inside from sight; white space is gone and letters are small. */
const hiding = /(?:^|;)(?:display:none|mso-hide:all|opacity:0(?:\.0+)?(?![.\d])|text-indent:-\d{3,}|clip:rect\(0)/;
const flat = /(?:^|;)(?:max-)?(?:height|width):0(?:px|pt|em|%)?(?:;|!|$)/;
const cutOff = /(?:^|;)overflow(?:-[xy])?:hidden/;
const offPage = /(?:^|;)(?:left|top):-\d{3,}/;

/** Whether declarations (of a `style` attribute or a rule) hide the element and all inside. */
export function hidesAll(style: string): boolean {
  const declarations = compact(style);
  return (
    hiding.test(declarations) ||
    (flat.test(declarations) && cutOff.test(declarations)) ||
    (/(?:^|;)position:absolute/.test(declarations) && offPage.test(declarations))
  );
}

/**
 * What is inherited, and may be taken back further in: text of no size (layouts set it on a cell and undo it inside) and
 * `visibility`. Null when the declarations say nothing of it.
 */
export function hidesText(style: string): boolean | null {
  const declarations = compact(style);
  const size = /(?:^|;)font-size:([\d.]+)/.exec(declarations)?.[1];
  const visibility = /(?:^|;)visibility:(\w+)/.exec(declarations)?.[1];
  if (size === undefined && visibility === undefined) return null;
  return (size !== undefined && Number(size) === 0) || visibility === 'hidden' || visibility === 'collapse';
}

const compact = (style: string) => withoutComments(style.slice(0, 4000).toLowerCase()).replace(/\s+/g, '');

/** CSS without its comments; one that nobody closed goes to the end. A pattern would look for that end again at each of its stars. */
function withoutComments(css: string): string {
  const kept: string[] = [];
  let at = 0;
  for (let from = css.indexOf('/*'); from >= 0; from = css.indexOf('/*', at)) {
    kept.push(css.slice(at, from));
    const end = css.indexOf('*/', from + 2);
    at = end < 0 ? css.length : end + 2;
  }
  return kept.join('') + css.slice(at);
}

/** Class names and ids that the message's own style sheets hide, whatever the screen (rules in `@media` are left out). */
export type HiddenNames = ReadonlySet<string>;

/** Characters of style sheets that are looked at. */
const maxStyle = 200_000;

/** Reads `.name { display: none }` and `#name { … }`, also with an element before; all other selectors are left alone. */
export function hiddenNames(root: HtmlElement): HiddenNames {
  const names = new Set<string>();
  const sheets = withoutComments(styleSheets(root)).replace(/<!--|-->/g, '');
  let at = 0;
  while (at < sheets.length) {
    const brace = sheets.indexOf('{', at);
    if (brace < 0) break;
    const selectors = sheets.slice(at, brace).trim();
    const end = selectors.startsWith('@') ? blockEnd(sheets, brace) : sheets.indexOf('}', brace);
    if (end < 0) break;
    if (!selectors.startsWith('@') && hidesAll(sheets.slice(brace + 1, end)))
      for (const selector of selectors.split(',')) {
        const name = /^[a-z0-9]*([.#][\w-]+)$/i.exec(selector.trim())?.[1];
        if (name !== undefined) names.add(name.toLowerCase());
      }
    at = end + 1;
  }
  return names;
}

function blockEnd(text: string, from: number): number {
  let depth = 0;
  for (let at = from; at < text.length; at++) {
    if (text[at] === '{') depth++;
    else if (text[at] === '}' && --depth === 0) return at;
  }
  return -1;
}

function styleSheets(root: HtmlElement): string {
  const found: string[] = [];
  const stack = [root];
  for (let element = stack.pop(); element; element = stack.pop()) {
    for (const child of element.children) {
      if (child.kind === 'element') stack.push(child);
      else if (element.name === 'style') found.push(child.text);
    }
  }
  return found.join('\n').slice(0, maxStyle);
}
