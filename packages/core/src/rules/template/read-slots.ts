import type { View } from '../../reading/index.js';
import type { FieldOptions } from '../../values/index.js';
import { evidenceAt, findAt, problemAt, readRaw } from '../finding.js';
import { linkAt } from '../link-at.js';
import type { Finding, RuleRun } from '../rule-kind.js';
import type { Alignment } from './align.js';
import { namesOf } from './parse-layout.js';
import type { Place } from './place.js';
import { isMereName } from './read-slot-at.js';
import type { Candidate } from './search.js';
import { rivalOf } from './ties.js';

type Fields = Readonly<Record<string, FieldOptions>>;

/** What an alignment’s places give the fields: values with their evidence, closed fields, and problems. */
export function readSlots(alignment: Alignment | null, view: View | null, run: RuleRun, fields: Fields): Finding[] {
  if (!alignment || !view) return [];
  return alignment.places.flatMap(({ place, candidate }, i): Finding[] => {
    const doubt = doubtOf(candidate, alignment, view);
    return namesOf(place.slot).flatMap((field): Finding[] => {
      const options = fields[field];
      if (!options) return [];
      if (doubt) {
        const evidence = evidenceAt(view, place.start, place.end, run.rule);
        return [{ field, state: 'problem', evidence, problem: problemAt(doubt, field, { field }, evidence[0]) }];
      }
      if (isMereName(place.slot, options, view.text.slice(place.start, place.end)) && !linkAt(view, place, run))
        return [];
      return [readPlace(place, field, options, view, run, neighboursOf(alignment, i, fields))];
    });
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
    const link = linkAt(view, place, run);
    if (link) return readRaw(link.href, field, options, context, link.evidence);
  }
  return findAt(view, place.start, end, field, options, context, run.rule, {
    raw: place.joined ? joined(raw) : raw,
    lenders,
  });
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
