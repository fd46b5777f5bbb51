import type { JsonValue, MessageEffect } from '@yellow-sieve/core';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { valueText } from '../message/outcome';

type ChangeName = 'lost' | 'altered' | 'moved' | 'unclear' | 'gained';

/** A line of the effect: one change, or an example of many alike. */
export interface EffectLine {
  field: string;
  kind: ChangeName;
  before: string | null;
  after: string | null;
  /** Where the new value differs from the old one: what stands before and behind that is the same. */
  same: { start: number; end: number };
  message: string;
  subject: string | null;
  /** Whether it breaks what people expect. */
  breaks: boolean;
  /** Further ones like it. */
  more: number;
}

/** Losses first: what breaks is worse than what changes, and that than what is new. */
const order: readonly ChangeName[] = ['lost', 'altered', 'moved', 'unclear', 'gained'];
/** Examples shown of each field and kind; a person sees by three what the others are. */
const maxExamples = 3;

type Found = MessageEffect & { subject?: string | null };

/** The changes as lines, of values, categories and routes: losses first, then alterations, then gains; many alike are one line. */
export function effectLines(found: readonly Found[]): EffectLine[] {
  const lines = found.flatMap((effect) =>
    changesOf(effect).map(
      ({ was, is, breaks = false, ...change }): EffectLine => ({
        ...change,
        before: was,
        after: is,
        same: sameEnds(was ?? '', is ?? ''),
        message: effect.message,
        subject: effect.subject ?? null,
        breaks,
        more: 0,
      }),
    ),
  );
  const groups = new Map<string, EffectLine[]>();
  for (const line of lines) {
    // What breaks is told one by one.
    const key = line.breaks ? `${line.field} ${line.message}` : `${line.field} ${line.kind}`;
    groups.set(key, [...(groups.get(key) ?? []), line]);
  }
  return [...groups.values()]
    .flatMap((group) => {
      const examples = group.slice(0, maxExamples);
      const last = examples.at(-1);
      return last ? [...examples.slice(0, -1), { ...last, more: group.length - examples.length }] : [];
    })
    .sort((a, b) => Number(b.breaks) - Number(a.breaks) || order.indexOf(a.kind) - order.indexOf(b.kind));
}

interface Change {
  field: string;
  kind: ChangeName;
  was: string | null;
  is: string | null;
  breaks?: boolean;
}

function changesOf({ changes, category, routes }: Found): Change[] {
  const said = workbenchWords.effectOther;
  return [
    ...changes.map(({ field, kind, before, after, judged }) => {
      const [was, is] = [text(before.value), text(after.value)];
      return { field, kind, was, is, breaks: judged === 'breaks' };
    }),
    ...(category
      ? [{ field: said.category, kind: turnOf(category), was: category.before, is: category.after } as const]
      : []),
    // What is written otherwise shows in the values, unless it was delivered already.
    ...routes
      .filter(({ kind, left }) => kind !== 'alters' || left)
      .map(({ route, to, kind, left }) => {
        const was = kind === 'fires' ? null : fill(left ? said.went : said.goes, { to });
        const is = kind === 'stops' ? null : fill(kind === 'fires' ? said.goes : said.anew, { to });
        return { field: route, kind: routeKinds[kind], was, is };
      }),
  ];
}

const turnOf = ({ before, after }: { before: unknown; after: unknown }): ChangeName =>
  before === null ? 'gained' : after === null ? 'lost' : 'altered';
const routeKinds = { fires: 'gained', stops: 'lost', alters: 'altered' } as const;

const text = (value: JsonValue): string | null => valueText(value);

/** How much two texts have in common at their beginning and at their end. */
export function sameEnds(before: string, after: string): { start: number; end: number } {
  const most = Math.min(before.length, after.length);
  let start = 0;
  while (start < most && before[start] === after[start]) start++;
  let end = 0;
  while (end < most - start && before.at(-1 - end) === after.at(-1 - end)) end++;
  return { start, end };
}
