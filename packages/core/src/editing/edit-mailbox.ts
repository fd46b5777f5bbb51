import { canonicalJson } from '../canonical-json.js';
import { type MailboxSource, parseMailbox } from '../mailbox/index.js';
import type { RouteSource } from '../routing/index.js';
import { addItem, removeItem, setEntry } from './set-entry.js';
import { withRoute } from './with-route.js';

/** A category as a form has it; `was` is its place among those of the file, null for a new one. */
export interface CategoryEdit {
  was: number | null;
  category: string;
  about?: string | undefined;
  owner?: string | undefined;
}

/** What a person changes of a mailbox by a form. */
export type MailboxAct =
  | { act: 'set route'; route: number | null; value: RouteSource }
  | { act: 'remove route'; route: number }
  | { act: 'set sorter'; categories: readonly CategoryEdit[]; threshold?: number | undefined }
  | { act: 'set otherwise'; otherwise: string };

/** A mailbox’s source text after an act: what it is not about stays as it is. Whether it compiles is not looked at. */
export function editMailbox(source: string, act: MailboxAct): string {
  switch (act.act) {
    case 'set route':
      return withRoute(source, act.route, act.value);
    case 'remove route':
      return removeItem(source, ['routes'], act.route);
    case 'set otherwise':
      return setEntry(source, [], 'otherwise', act.otherwise);
    case 'set sorter':
      return withSorter(source, act);
  }
}

type Category = NonNullable<MailboxSource['sorter']>['categories'][number];

const path = ['sorter', 'categories'] as const;
const entries = ['category', 'about', 'owner'] as const;

function withSorter(source: string, { categories, threshold }: Extract<MailboxAct, { act: 'set sorter' }>): string {
  const known = parseMailbox(source).data?.sorter;
  const plain = categories.map(({ was: _, ...one }) => filled(one));
  if (!known) {
    const sorter = { ...(threshold === undefined ? {} : { threshold }), categories: plain };
    return setEntry(source, [], 'sorter', sorter);
  }
  // Their order says which condition is asked first: another order is another list.
  const kept = categories.flatMap(({ was }) => (was === null ? [] : [was]));
  const inOrder = kept.every((was, i) => i === 0 || was > (kept[i - 1] as number));
  const firstNew = categories.findIndex(({ was }) => was === null);
  const newLast = firstNew < 0 || categories.slice(firstNew).every(({ was }) => was === null);
  const text =
    inOrder && newLast
      ? changed(source, known.categories, categories)
      : setEntry(
          source,
          ['sorter'],
          'categories',
          categories.map((one) => merged(known.categories, one)),
        );
  return known.threshold === threshold ? text : setEntry(text, ['sorter'], 'threshold', threshold);
}

/** Each where it stands, then those that go are taken out, then the new ones. */
function changed(source: string, known: readonly Category[], categories: readonly CategoryEdit[]): string {
  let text = source;
  for (const one of categories) {
    if (one.was === null) continue;
    const before = known[one.was];
    for (const key of entries) {
      const now = one[key] || undefined;
      if (canonicalJson(before?.[key] ?? null) !== canonicalJson(now ?? null))
        text = setEntry(text, [...path, one.was], key, now);
    }
  }
  const stay = new Set(categories.map(({ was }) => was));
  for (let at = known.length - 1; at >= 0; at--) if (!stay.has(at)) text = removeItem(text, path, at);
  for (const { was, ...one } of categories) if (was === null) text = addItem(text, path, filled(one));
  return text;
}

const merged = (known: readonly Category[], { was, ...one }: CategoryEdit) => {
  const when = was === null ? undefined : known[was]?.when;
  return { ...filled(one), ...(when === undefined ? {} : { when }) };
};

const filled = (one: Omit<CategoryEdit, 'was'>) =>
  Object.fromEntries(entries.flatMap((key) => (one[key] ? [[key, one[key]]] : [])));
