import { type HiddenNames, hiddenNames, hidesAll, hidesText } from './hidden.js';
import type { HtmlElement } from './tree.js';

/** Elements whose content nobody sees as text. */
const unseen = new Set('head style script title template noscript object svg math select datalist textarea'.split(' '));

/** What a message hides: by its own style sheets, by attributes, and by declarations, of which the same come again and again. */
export class Visibility {
  private readonly names: HiddenNames;
  private readonly all = new Map<string, boolean>();
  private readonly text = new Map<string, boolean | null>();

  constructor(root: HtmlElement) {
    this.names = hiddenNames(root);
  }

  /** Whether an element is left out with all inside. */
  hides({ name, attributes }: HtmlElement): boolean {
    if (unseen.has(name) || 'hidden' in attributes) return true;
    const { style } = attributes;
    if (style !== undefined && remembered(this.all, style, hidesAll)) return true;
    if (this.names.size === 0) return false;
    const classes = (attributes.class ?? '').toLowerCase().split(/\s+/);
    return classes.some((one) => this.names.has(`.${one}`)) || this.names.has(`#${attributes.id?.toLowerCase()}`);
  }

  /** What an element says of the text inside: hidden, shown, or nothing. */
  textHidden({ attributes: { style } }: HtmlElement): boolean | null {
    return style === undefined ? null : remembered(this.text, style, hidesText);
  }
}

function remembered<T>(known: Map<string, T>, key: string, find: (key: string) => T): T {
  const found = known.get(key);
  if (found !== undefined) return found;
  const made = find(key);
  known.set(key, made);
  return made;
}
