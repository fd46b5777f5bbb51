import { Parser } from 'htmlparser2';

/** An element with the place of its start tag in the source. */
export interface HtmlElement {
  kind: 'element';
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: HtmlNode[];
  start: number;
  end: number;
}

/** A piece of text as the parser gives it: an entity is a piece of its own. */
export interface HtmlPiece {
  kind: 'text';
  text: string;
  /** Place in the source; the length differs from that of `text` for entities. */
  source: number;
  sourceLength: number;
}

export type HtmlNode = HtmlElement | HtmlPiece;

/** Parses HTML as it comes. Depth costs no stack: the tree is made, and is to be walked, without recursion. */
export function parseHtml(html: string): HtmlElement {
  const root: HtmlElement = { kind: 'element', name: '', attributes: {}, children: [], start: 0, end: 0 };
  const open = [root];
  const parser = new Parser(
    {
      onopentag: (name, attributes) => {
        const { startIndex: start, endIndex } = parser;
        const element: HtmlElement = { kind: 'element', name, attributes, children: [], start, end: endIndex + 1 };
        open.at(-1)?.children.push(element);
        open.push(element);
      },
      ontext: (text) => {
        const source = parser.startIndex;
        open.at(-1)?.children.push({ kind: 'text', text, source, sourceLength: parser.endIndex + 1 - source });
      },
      onclosetag: () => {
        if (open.length > 1) open.pop();
      },
    },
    { decodeEntities: true, lowerCaseTags: true },
  );
  parser.end(html);
  return root;
}

/** What is done at each node of a tree. */
export interface TreeVisitor {
  /** False to leave out the element and all inside. */
  open(element: HtmlElement): boolean;
  text(piece: HtmlPiece): void;
  close(element: HtmlElement): void;
}

/** Walks a tree in the order of the source. */
export function walk(root: HtmlElement, visitor: TreeVisitor): void {
  const stack: { element: HtmlElement; next: number }[] = [{ element: root, next: 0 }];
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    const node = top.element.children[top.next++];
    if (!node) {
      stack.pop();
      if (top.element !== root) visitor.close(top.element);
    } else if (node.kind === 'text') visitor.text(node);
    else if (visitor.open(node)) stack.push({ element: node, next: 0 });
  }
}
