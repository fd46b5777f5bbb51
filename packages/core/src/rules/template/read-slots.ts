import { toOrigin, type View } from '../../reading/index.js';
import type { FieldOptions } from '../../values/index.js';
import { evidenceAt, findAt, problemAt, readRaw } from '../finding.js';
import type { Evidence, Finding, RuleRun } from '../rule-kind.js';
import type { Alignment } from './align.js';
import type { Place } from './place.js';
import type { Candidate } from './search.js';
import { rivalOf } from './ties.js';

type Fields = Readonly<Record<string, FieldOptions>>;

/** What an alignment’s places give the fields: values with their evidence, closed fields, and problems. */
export function readSlots(alignment: Alignment | null, view: View | null, run: RuleRun, fields: Fields): Finding[] {
  if (!alignment || !view) return [];
  return alignment.places.flatMap(({ place, candidate }, i): Finding[] => {
    const { field } = place.slot;
    const options = field === null ? undefined : fields[field];
    if (field === null || !options) return [];
    const doubt = doubtOf(candidate, alignment, view);
    if (doubt) {
      const evidence = evidenceAt(view, place.start, place.end, run.rule);
      return [{ field, state: 'problem', evidence, problem: problemAt(doubt, field, { field }, evidence[0]) }];
    }
    return [readPlace(place, field, options, view, run, neighboursOf(alignment, i, fields))];
  });
}

function doubtOf(candidate: Candidate, alignment: Alignment, { text }: View) {
  if (candidate.doubtful) return 'YS-TEMPLATE-CUT';
  return rivalOf(candidate, alignment, text) ? 'YS-TEMPLATE-TWO-PLACES' : null;
}

function readPlace(
  place: Place,
  field: string,
  options: FieldOptions,
  view: View,
  run: RuleRun,
  neighbours: Neighbours,
): Finding {
  const end = Math.min(place.end, place.start + run.facts.limits.valueLength);
  const raw = view.text.slice(place.start, end);
  const textOf = (other: Place | null) => other && view.text.slice(other.start, other.end);
  const evidenceOf = (other: Place | null) => (other ? evidenceAt(view, other.start, other.end, run.rule) : []);
  const beside = { before: textOf(neighbours.before), after: textOf(neighbours.after) };
  const lenders = { before: evidenceOf(neighbours.before), after: evidenceOf(neighbours.after) };
  const context = { ...run.contextAt(view, place.start), beside };
  if (options.type === 'url') {
    const target = targetAt(view, place, run);
    if (target) return readRaw(target.href, field, options, context, [...evidenceOf(place), target.evidence]);
  }
  return findAt(view, place.start, end, field, options, context, run.rule, {
    raw: place.joined ? joined(raw) : raw,
    lenders,
  });
}

/** The target of the link that stands in a place: what is written there may be a mere name for it. */
function targetAt(
  view: View,
  { start, end }: Place,
  { scene, rule }: RuleRun,
): { href: string; evidence: Evidence } | null {
  if (view.in !== 'message.text') return null;
  const ranges = toOrigin(view, start, end);
  const at = scene.form.links.findIndex((link) =>
    ranges.some((range) => link.start < range.end && link.end > range.start),
  );
  const href = scene.form.links[at]?.href;
  if (href === undefined || /^mailto:/i.test(href)) return null;
  const evidence = { how: 'read', in: `link:${at}`, start: 0, end: href.length, raw: href, rule } as const;
  return { href, evidence };
}

/** One line of the sample that was wrapped here is one line again. */
const joined = (raw: string) => raw.replace(/[ \t]*\n[ \t]*/g, ' ');

type Neighbours = { before: Place | null; after: Place | null };

/** The filled slots of the same type beside one, in the same sentence. */
function neighboursOf({ places }: Alignment, at: number, fields: Fields): Neighbours {
  const { candidate, place } = places[at] as Alignment['places'][number];
  const type = fields[place.slot.field ?? '']?.type;
  const beside = (step: 1 | -1) => {
    const other = places[at + step];
    const alike = other?.candidate === candidate && fields[other.place.slot.field ?? '']?.type === type;
    return alike && other.place.end > other.place.start ? other.place : null;
  };
  return { before: beside(-1), after: beside(1) };
}
