import type { Range, View } from '../../../reading/index.js';
import { typeOfField } from '../../../values/index.js';
import { evidenceAt, findAt, problemAt, readRaw } from '../../finding.js';
import { linkAt } from '../../link-at.js';
import type { Finding } from '../../rule-kind.js';
import { rivalOf } from '../align/claims.js';
import { namesOf } from '../layout/pieces.js';
import type { Alignment, Candidate, Fields, Slot, Source } from '../model.js';

/** Where a slot's value stands; `joined`: its lines were one line in the sample. */
export type ReadPlace = Range & { slot: Slot; joined: boolean };

/** The filled slots of the same type beside one, in the same sentence: they may lend it a month or a year. */
interface Neighbours {
  before: Range | null;
  after: Range | null;
}

const alone: Neighbours = { before: null, after: null };

/** What an alignment’s places give the fields: values with their evidence, closed fields, and problems. */
export function readSlots(alignment: Alignment, source: Source): Finding[] {
  return alignment.places.flatMap(({ place, candidate }, i) => {
    const doubt = doubtOf(candidate, alignment, source.view);
    return doubt ? inDoubt(place, doubt, source) : readSlot(place, source, neighboursOf(alignment, i, source.fields));
  });
}

/** The values of the fields of one slot. Of a value that is longer than the limit, the beginning is read. */
export function readSlot(place: ReadPlace, { view, run, fields }: Source, beside = alone): Finding[] {
  const { slot, start } = place;
  const end = Math.min(place.end, start + run.facts.limits.valueLength);
  const text = view.text.slice(start, end);
  const around = { before: textOf(beside.before, view), after: textOf(beside.after, view) };
  const context = { ...run.contextAt(view, start), beside: around };
  const lend = (other: Range | null) => (other ? evidenceAt(view, other.start, other.end, run.rule) : []);
  const lenders = { before: lend(beside.before), after: lend(beside.after) };
  return namesOf(slot).flatMap((field): Finding[] => {
    const options = fields[field];
    if (!options) return [];
    const target = typeOfField(options)?.link === true;
    const link = target ? linkAt(view, place, run) : null;
    if (link) return [readRaw(link.href, field, options, context, link.evidence)];
    if (target && isMereName(slot, text)) return [];
    const raw = place.joined ? onOneLine(text) : text;
    return [findAt(view, start, end, field, options, context, run.rule, { raw, lenders })];
  });
}

/** Whether a place two fields share has no target: its words are then the other field's alone. */
const isMereName = ({ also }: Slot, text: string) => also !== undefined && !/:\/\/|\bwww\./i.test(text);

function inDoubt(
  { slot, start, end }: ReadPlace,
  doubt: 'YS-TEMPLATE-CUT' | 'YS-TEMPLATE-TWO-PLACES',
  { view, run, fields }: Source,
): Finding[] {
  const evidence = evidenceAt(view, start, end, run.rule);
  return namesOf(slot)
    .filter((field) => field in fields)
    .map((field) => ({
      field,
      state: 'problem',
      evidence,
      problem: problemAt(doubt, field, { field }, evidence[0]),
    }));
}

function doubtOf(candidate: Candidate, alignment: Alignment, { text }: View) {
  if (candidate.doubtful) return 'YS-TEMPLATE-CUT';
  return rivalOf(candidate, alignment, text) ? 'YS-TEMPLATE-TWO-PLACES' : null;
}

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

const textOf = (range: Range | null, { text }: View) => range && text.slice(range.start, range.end);

/** Lines joined by single spaces; what stands before the first and behind the last stays. Linear, whatever the blanks. */
function onOneLine(text: string): string {
  const lines = text.split('\n');
  if (lines.length === 1) return text;
  return lines
    .map((line, i) => {
      const begun = i === 0 ? line : line.replace(/^[ \t]+/, '');
      return i === lines.length - 1 ? begun : begun.slice(0, begun.length - blanksAtEnd(begun));
    })
    .join(' ');
}

function blanksAtEnd(text: string): number {
  let end = text.length;
  while (text[end - 1] === ' ' || text[end - 1] === '\t') end--;
  return text.length - end;
}
