import type { ElementHandle, Locator, Page } from 'playwright-core';

/** How a person works a page, by mouse or by keys. Each call is one act of theirs. */
export interface Hands {
  readonly acts: number;
  /** Presses a button, link or option of a few. */
  press(target: Locator): Promise<void>;
  write(field: Locator, text: string): Promise<void>;
  /** Chooses one of a list that opens: two acts. */
  choose(choice: Locator, option: string): Promise<void>;
  /** Gives files to the button that asks for them. */
  files(button: Locator, paths: string[]): Promise<void>;
  /** Selects words in a text that can be marked. */
  select(text: Locator, words: string): Promise<void>;
}

/** With the mouse; texts are typed. */
export class MouseHands implements Hands {
  acts = 0;
  constructor(private readonly page: Page) {}

  async press(target: Locator) {
    this.acts++;
    await target.click();
  }

  async write(field: Locator, text: string) {
    this.acts++;
    await field.fill(text);
  }

  async choose(choice: Locator, option: string) {
    this.acts += 2;
    await choice.click();
    await this.page.getByRole('option', { name: option, exact: true }).click();
  }

  async files(button: Locator, paths: string[]) {
    this.acts++;
    const chooser = this.page.waitForEvent('filechooser');
    await button.click();
    await (await chooser).setFiles(paths);
  }

  /** Presses the button before the first letter, and lets go behind the last; again, where the page moved meanwhile. */
  async select(text: Locator, words: string) {
    this.acts++;
    // What was asked for may still be on its way to the page.
    await text.filter({ hasText: words }).waitFor();
    let got = '';
    for (let tries = 0; tries < 40; tries++) {
      const { from, to } = await this.atRest(text, words);
      await this.page.mouse.move(from.x, from.y);
      await this.page.mouse.down();
      await this.page.mouse.move(to.x, to.y, { steps: 4 });
      await this.page.mouse.up();
      got = (await this.page.evaluate(() => getSelection()?.toString().trim())) ?? '';
      if (got === words) return;
      // Where other words were hit, what opened for them may stand in the way; and a busy machine draws late.
      await this.page.keyboard.press('Escape');
      // What is selected would be dragged away by the next try.
      await this.page.evaluate(() => getSelection()?.removeAllRanges());
      await this.page.waitForTimeout(200);
    }
    throw new Error(`“${words}” cannot be selected: “${got}” is, by ${await this.page.evaluate(topmost)}`);
  }

  /** Where some words begin and end, once that is the same twice. */
  private async atRest(text: Locator, words: string): Promise<Stretched> {
    for (let before = await placeOf(text, words); ; ) {
      await this.page.waitForTimeout(80);
      const now = await placeOf(text, words);
      if (JSON.stringify(now) === JSON.stringify(before)) return now;
      before = now;
    }
  }
}

/** What has the focus, and what is drawn over all. */
const topmost = () =>
  [document.activeElement, document.elementFromPoint(innerWidth / 2, innerHeight / 2)]
    .map((one) => one?.outerHTML.slice(0, 200))
    .join(' and ');

interface Stretched {
  from: { x: number; y: number };
  to: { x: number; y: number };
}

/** Where some words begin and end on the screen. Words that are wrapped or marked in part have several boxes. */
const placeOf = (text: Locator, words: string): Promise<Stretched> =>
  text.evaluate((root, wanted) => {
    const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
    const nodes: Node[] = [];
    while (walker.nextNode()) nodes.push(walker.currentNode);
    const start = nodes
      .map((node) => node.textContent)
      .join('')
      .indexOf(wanted);
    if (start < 0) throw new Error(`“${wanted}” is not in the text`);
    const range = document.createRange();
    let passed = 0;
    for (const node of nodes) {
      const length = node.textContent?.length ?? 0;
      const end = start + wanted.length - passed;
      if (start >= passed && start < passed + length) range.setStart(node, start - passed);
      if (end > 0 && end <= length) range.setEnd(node, end);
      passed += length;
    }
    range.startContainer.parentElement?.scrollIntoView({ block: 'center' });
    const boxes = [...range.getClientRects()];
    const [first, last] = [boxes[0] as DOMRect, boxes.at(-1) as DOMRect];
    const middle = ({ top, bottom }: DOMRect) => (top + bottom) / 2;
    return { from: { x: first.left + 0.5, y: middle(first) }, to: { x: last.right - 0.5, y: middle(last) } };
  }, words);

/** Tabs that are tried before something counts as out of reach. */
const farthest = 250;

/** With keys alone: everything is walked to from where the focus stands. */
export class KeyHands implements Hands {
  acts = 0;
  constructor(private readonly page: Page) {}

  async press(target: Locator) {
    this.acts++;
    await this.reach(target);
    await this.page.keyboard.press('Enter');
  }

  async write(field: Locator, text: string) {
    this.acts++;
    await this.reach(field);
    await this.page.keyboard.press('Control+a');
    // A line break typed into a form would send it.
    await this.page.keyboard.insertText(text);
  }

  async choose(choice: Locator, option: string) {
    this.acts += 2;
    await this.reach(choice);
    await this.page.keyboard.press('Enter');
    const wanted = this.page.getByRole('option', { name: option, exact: true });
    await wanted.waitFor();
    await this.page.keyboard.press('Home');
    const element = await attached(wanted);
    for (let i = 0; (await element.evaluate(standOf, groups)) !== 'focused'; i++) {
      if (i > farthest) throw new Error(`“${option}” is out of reach`);
      await this.page.keyboard.press('ArrowDown');
    }
    await this.page.keyboard.press('Enter');
  }

  async files(button: Locator, paths: string[]) {
    this.acts++;
    // A page that is drawn anew between the focus and the key has the key for nothing: then it is pressed again.
    for (let tries = 1; ; tries++) {
      await this.reach(button);
      const chooser = this.page.waitForEvent('filechooser', { timeout: 5000 }).catch(() => null);
      await this.page.keyboard.press('Enter');
      const opened = await chooser;
      if (opened) return opened.setFiles(paths);
      if (tries === 4) throw new Error(`no file is asked for: ${button}`);
    }
  }

  /** Goes word by word to the first one, and extends to the last. */
  async select(text: Locator, words: string) {
    this.acts++;
    await this.reach(text);
    const { keyboard } = this.page;
    const selected = () => this.page.evaluate(() => getSelection()?.toString() ?? '');
    await keyboard.press('Home');
    for (let i = 0; !startsLike(words, await selected()); i++) {
      if (i > farthest) throw new Error(`“${words}” is out of reach`);
      await keyboard.press('ArrowRight');
    }
    for (let i = 0; (await selected()) !== words; i++) {
      if (i > farthest) throw new Error(`“${words}” cannot be selected: “${await selected()}”`);
      await keyboard.press('Shift+ArrowRight');
    }
    await keyboard.press('Enter');
  }

  /** Walks with Tab until something has the focus; among a few, with the arrows. */
  private async reach(target: Locator) {
    // Looked for once, since looking by role goes through the whole page; and again where the page is drawn anew.
    let element = await attached(target);
    for (let i = 0; i < farthest; i++) {
      const stand = await element.evaluate(standOf, groups);
      if (stand === 'focused') return;
      if (stand === 'gone') element = await attached(target);
      else await this.page.keyboard.press(stand.key);
    }
    throw new Error(`out of reach of the keyboard: ${target}`);
  }
}

const startsLike = (words: string, selected: string) => selected !== '' && words.startsWith(selected);

type Wanted = ElementHandle<HTMLElement | SVGElement>;

async function attached(target: Locator): Promise<Wanted> {
  await target.waitFor();
  return (await target.elementHandle()) as Wanted;
}

/** What is entered once with Tab, and walked through with arrows. */
const groups = '[role=radiogroup], [role=grid]';

/** Whether an element has the focus; if not, the key that leads towards it, back where it stands before. */
function standOf(element: Element, within: string): 'focused' | 'gone' | { key: string } {
  const at = document.activeElement;
  if (!element.isConnected) return 'gone';
  if (element === at) return 'focused';
  if (!at) return { key: 'Tab' };
  const isBefore = (at.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_PRECEDING) !== 0;
  const group = at.closest(within);
  if (!group?.contains(element)) return { key: isBefore && at !== document.body ? 'Shift+Tab' : 'Tab' };
  if (group.getAttribute('role') === 'radiogroup') return { key: isBefore ? 'ArrowLeft' : 'ArrowRight' };
  return { key: isBefore ? 'ArrowUp' : 'ArrowDown' };
}
