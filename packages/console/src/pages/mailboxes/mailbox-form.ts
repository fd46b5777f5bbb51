import type { DestinationItem, MailboxDetail } from '@yellow-sieve/contract';
import type { RouteForm } from '../workbench/route-form';

/** A category as it is being written; `was` is its place in the file. */
export interface CategoryForm {
  was: number | null;
  category: string;
  about: string;
  owner: string;
}

const emptyCategory: CategoryForm = { was: null, category: '', about: '', owner: '' };

type Sorter = NonNullable<MailboxDetail['sorter']>;

/** The categories of a sorter, or two to begin with: with one there is nothing to choose. */
export const categoriesOf = (sorter: Sorter | null): readonly CategoryForm[] =>
  sorter
    ? sorter.categories.map(({ category, about, owner }, was) => ({
        was,
        category,
        about: about ?? '',
        owner: owner ?? '',
      }))
    : [emptyCategory, emptyCategory];

export const oneMore = (categories: readonly CategoryForm[]): readonly CategoryForm[] => [...categories, emptyCategory];

/** How sure a sorter is to be, as people write it; empty for what is usual, null where it is no share. */
export function shareOf(text: string): number | undefined | null {
  if (text.trim() === '') return undefined;
  const share = Number(text.trim().replace(',', '.'));
  return Number.isFinite(share) && share >= 0 && share <= 1 ? share : null;
}

/** The act that writes them; those without a name are left out. */
export const sorterAct = (categories: readonly CategoryForm[], threshold: number | undefined) => ({
  act: 'set sorter' as const,
  categories: categories
    .filter(({ category }) => category.trim() !== '')
    .map(({ was, category, about, owner }) => ({
      was,
      category: category.trim(),
      ...(about.trim() === '' ? {} : { about: about.trim() }),
      ...(owner.trim() === '' ? {} : { owner: owner.trim() }),
    })),
  ...(threshold === undefined ? {} : { threshold }),
});

const ofMessages = [
  'message.subject',
  'message.from.address',
  'message.from.name',
  'message.received',
  'message.recipient',
  'message.text',
] as const;
const ofSorting = ['message.category', 'message.owner'] as const;

/** Names that a mailbox’s routes are likely to ask for; those of sorting first. */
export const namesFor = ({ sorter }: Pick<MailboxDetail, 'sorter'>): readonly string[] =>
  sorter ? [...ofSorting, ...ofMessages] : ofMessages;

/** What a new route of a mailbox begins as: what its kind has of a message, and, where it needs an address, whoever looks after the category. */
export function beginsAs({ sorter }: Pick<MailboxDetail, 'sorter'>, target: DestinationItem): Partial<RouteForm> {
  const known = (text: string) => sorter !== null || !ofSorting.some((name) => text.includes(name));
  const all = Object.entries(target.of_message).map(([outside, text]) => ({ outside, text }));
  // A place whose text would always be empty is left to be filled, where it has to be.
  const mapping = all.flatMap((one) => (known(one.text) ? [one] : target.addressed ? [{ ...one, text: '' }] : []));
  const byOwner = sorter !== null && all.some(({ text }) => text.includes('message.owner'));
  return { mapping, ...(byOwner ? { when: { field: 'message.owner', test: 'present', value: '' } } : {}) };
}

/** A route’s condition as a line of text; null where it is longer than one. */
export function whenText(when: MailboxDetail['routes'][number]['when']): string | null {
  if (when === undefined) return '';
  return 'length' in when && when.every((part) => typeof part !== 'object') ? when.join(' ') : null;
}
