import type { View } from '../../reading/index.js';
import type { FieldOptions, ReadContext } from '../../values/index.js';
import { evidenceAt, findAt, problemAt } from '../finding.js';
import type { Finding, RuleRun } from '../rule-kind.js';
import type { Alignment } from './align.js';
import type { Place } from './extract.js';
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
    return [readPlace(place, field, options, view, run, besideOf(alignment, i, fields, view))];
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
  beside: NonNullable<ReadContext['beside']>,
): Finding {
  const end = Math.min(place.end, place.start + run.facts.limits.valueLength);
  const context = { ...run.contextAt(view, place.start), beside };
  const raw = view.text.slice(place.start, end);
  return findAt(view, place.start, end, field, options, context, run.rule, place.joined ? joined(raw) : raw);
}

/** One line of the sample that was wrapped here is one line again. */
const joined = (raw: string) => raw.replace(/[ \t]*\n[ \t]*/g, ' ');

/** What stands in the neighbouring slots of the same type and the same sentence. */
function besideOf(
  { places }: Alignment,
  at: number,
  fields: Fields,
  { text }: View,
): NonNullable<ReadContext['beside']> {
  const { candidate, place } = places[at] as Alignment['places'][number];
  const type = fields[place.slot.field ?? '']?.type;
  const rawOf = (step: 1 | -1) => {
    const other = places[at + step];
    const same = other?.candidate === candidate && fields[other.place.slot.field ?? '']?.type === type;
    return same && other.place.end > other.place.start ? text.slice(other.place.start, other.place.end) : null;
  };
  return { before: rawOf(-1), after: rawOf(1) };
}
