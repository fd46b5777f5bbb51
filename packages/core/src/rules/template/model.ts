import type { ItemList, Range, View } from '../../reading/index.js';
import type { FieldOptions } from '../../values/index.js';
import type { Finding, RuleRun } from '../rule-kind.js';

// The text.

/** A word or a single mark, in the form in which templates and messages are compared. */
export interface Token {
  norm: string;
  start: number;
  end: number;
  word: boolean;
  /** Blank characters right before it on its line. */
  gap: number;
  /** Whether it is written in capitals throughout. */
  capitals: boolean;
}

export interface Line {
  index: number;
  start: number;
  end: number;
  /** How many quotation marks were taken off its beginning. */
  depth: number;
  tokens: Token[];
  /** What it looks like, judged by itself and the line below. */
  kind: LineKind;
}

export type LineKind =
  | 'blank'
  | 'ruling'
  | 'label only'
  | 'label and value'
  | 'bullet'
  | 'question'
  | 'heading'
  | 'text';

/** How a layout's labels are told from their values; a strange line of the same make is a label too. */
export type LabelStyle = 'dash' | 'gap' | 'capitals';

// The layout.

/** A place for a value; `field` is null for text to ignore. */
export interface Slot {
  field: string | null;
  /** Further fields from the same place, as in `[[title, link]]`: one of type url takes the target of the link there. */
  also?: string[];
  /** Set where it stands alone on its line behind a bullet, which is none of the value. */
  bullet?: true;
  /** Set where it stands alone on its line between marks, none of which is the value's. */
  dressed?: true;
  /** Set where it stands alone on its line in quotes, which are none of the value. */
  quoted?: true;
  /** Signs around it, where it stands alone on its line below its label: `•••• [[card]]`. They are none of the value. */
  signs?: { before: readonly string[]; after: readonly string[] };
  /** Set where the value runs on to the next words of the layout, over blank lines too: `[[remarks...]]`. */
  runsOn?: true;
  /** Set on the first of several slots of a line below a label or a value, with marks or blanks between: `[[begins]] – [[ends]]`. */
  parts?: Parts;
}

/** A stretch of a template line: a slot, or constants. */
export interface Piece {
  constant: Token[];
  /** The constant as written, without the blanks around it. */
  text: string;
  slot: Slot | null;
  /** Blanks between the constant and the slot behind it; a wide gap is what separates columns. */
  gap: number;
}

/** How a label is closed: by a mark, by a wide gap, or by nothing but a space. */
export type Closing = 'mark' | 'gap' | 'none';

/** A slot of a landmark, with the words behind it. */
interface LandmarkSlot {
  slot: Slot;
  after: Token[];
  afterText: string;
  /** Set where nothing but a blank parts it from the next one. */
  blank: boolean;
  /** Set where the next one stands on the line below it in the same cell, if there is one. */
  above: boolean;
}

/** A line of several slots without words, below a label: the marks before the first one, and the slots. */
export interface Parts {
  opens: Token[];
  slots: LandmarkSlot[];
}

/** The constants of one template line and the slots between them: `before slot after slot after …`. */
export interface Landmark {
  index: number;
  /** Constant tokens before the first slot, or all of a line without slots. */
  before: Token[];
  /** What separates the label from its value in the sample. */
  closing: Closing;
  /** Slots of the line, each with the constants that follow it. */
  slots: LandmarkSlot[];
  /** A slot that stands alone on the line above this one, with nothing constant above it. */
  over: Slot | null;
  /** A slot that stands alone on the line below this one. */
  below: Slot | null;
  /** Whether that slot stands in the same cell of the next row, as where a row of labels stands above one of values. */
  column: boolean;
  /** Slots alone on the lines below its value, whatever that is: each takes the next line. */
  under: Slot[];
  /** Whether the value below, or the last one beside, may run over several lines. */
  block: boolean;
  /** Whether a blank line ends such a value: it does where the template has another line right behind. */
  endsAtBlank: boolean;
  /** The mark that separates it from other labelled values on its line in the sample; null when it stands alone. */
  edge: string | null;
  /** Whether it is a sentence: it may be wrapped anywhere, and begin behind another on its line. */
  prose: boolean;
  /** Whether its words touch a value, as in `[[seconds]]s` and `A[[room]]`: then letters and figures are told apart within a word. */
  glued: boolean;
  /** Whether another sentence stands behind it on its line in the sample. */
  followed: boolean;
  /** What the sample's line, or its label, looks like. */
  kind: LineKind;
  capitals: boolean;
  /** A line of values between delimiters, with nothing else; null for all other lines. */
  delimited: Delimited | null;
  /** The label as written, for explanations. */
  label: string;
  weight: number;
}

/** A line of values between delimiters: `HEARTBEAT|[[buoy]]|[[volts]]|END`. */
export interface Delimited {
  mark: string;
  /** What stands between the delimiters, in turn: a slot, with words of its cell around it if it has any, or constant words. */
  cells: ({ slot: Slot; before: Token[]; after: Token[] } | { constant: Token[] })[];
  slots: Slot[];
}

export interface CompiledLayout {
  name: string;
  landmarks: Landmark[];
  fields: string[];
}

/** A layout that is ready to be tried. */
export interface Layout {
  name: string;
  text: CompiledLayout | null;
  subject: CompiledLayout | null;
  block: PlacedBlock | null;
}

/** A repeated block, and how many of the text's landmarks stand before it. */
export interface PlacedBlock {
  block: CompiledBlock;
  before: number;
}

/** The item of a repeated block: known by its words; or, where it has none, by the shape of its line, or of its lines. */
export type CompiledBlock =
  | ({ kind: 'words'; fields: string[] } & WordedItem)
  | { kind: 'shape'; shape: LineShape; fields: string[] }
  | { kind: 'bare'; lines: BareLine[]; fields: string[] };

/** An item that is known by its words. */
export interface WordedItem {
  /** Lines without words, above its first words. */
  above: BareLine[];
  /** Lines without words that stand below one of its landmarks, by its index. */
  below: ReadonlyMap<number, readonly BareLine[]>;
  layout: CompiledLayout;
  /** For each landmark, whether a required column stands there. */
  required: boolean[];
  /** For an item of one line with a bullet: the line without its last part, for items that lack it; null for others. */
  short: LineShape | null;
  /** Marks that stand alone on a line of it. */
  signs: ReadonlySet<string>;
}

/** A line of an item that has no words of its own. */
export interface BareLine {
  shape: LineShape;
  /** Whether a column that is required stands on it. */
  required: boolean;
}

/** One line of an item that has no words of its own: a bullet or none, and slots with marks or gaps between. */
export interface LineShape {
  bullet: boolean;
  /** Marks right before its first value, such as a bracket. */
  opens: string;
  /** Marks right behind its last value, such as the other bracket. */
  closes: string;
  slots: Slot[];
  /** What stands between the slots, in turn: a mark such as `,`, a wide gap, or a blank. */
  between: string[];
  /** Those of the marks that touch the values on both sides, as in `[[begins]]-[[ends]]`. */
  tight: string[];
}

// Where it fits.

/** Constants found in a row: tokens `[from, to)`, and how much of their weight was matched. */
export interface ConstantsMatch {
  from: number;
  to: number;
  weight: number;
  /** Whether a letter of a word was wrong. */
  almost: boolean;
  /** Whether the label is closed as in the template; null when the template closes it with nothing. */
  sameSeparator: boolean | null;
}

/** The tokens of one line, or of several that are one sentence. */
export interface Run {
  tokens: readonly Token[];
  /** Index behind the last token of each line. */
  ends: readonly number[];
}

/** How words stand on their line: labels begin a line or a cell, sentences may begin behind another; decoys are in the middle. */
export type Standing = 'start' | 'cell' | 'label' | 'sentence' | 'middle';

/** A value's place: character offsets of the view. */
export interface SlotSpan {
  slot: Slot;
  start: number;
  end: number;
}

/** A place where a landmark may stand. */
export interface Candidate {
  landmark: Landmark;
  line: Line;
  score: number;
  spans: SlotSpan[];
  /** Offsets of the first and behind the last matched constant. */
  from: number;
  end: number;
  /** Whether a letter of its words is wrong, or its words are put otherwise. */
  almost: boolean;
  /** Set where the values could be cut in several ways, so that none is taken. */
  doubtful?: boolean;
  /** Why the score is what it is, for the trace. */
  notes: string[];
}

/** What has been claimed, for the values between. */
export interface Claims {
  /** First line of each claim. */
  lines: ReadonlySet<number>;
  /** The line of each landmark that is claimed. */
  lineOf: ReadonlyMap<number, number>;
  /** Offsets at which claims begin, sorted. */
  starts: readonly number[];
  /** Whether labels stand above their values here, though beside them in the sample. */
  stacked: boolean;
  /** How labels look in this layout: what looks like them ends a block. */
  styles: ReadonlySet<string>;
  /** Whether its labels are plain titles above their values. */
  titles: boolean;
  /** The make of its labels. */
  labels: ReadonlySet<LabelStyle>;
}

/** A value's final place, and whether its lines are one line that was wrapped. */
export interface ValuePlace extends SlotSpan {
  /** One line in the sample: where it was wrapped here, its lines are joined. */
  joined: boolean;
  /** A line inside it that looks like a label, so that its end is not sure. */
  uncertain: number | null;
}

/** What one layout makes of a text. */
export interface Alignment {
  layout: CompiledLayout;
  /** 0 to 1. */
  score: number;
  places: { place: ValuePlace; candidate: Candidate }[];
  claimed: ReadonlyMap<number, Candidate>;
  missing: Landmark[];
  candidates: Candidate[][];
  steps: number;
  /** True when the limit of places was reached. */
  stopped: boolean;
}

// What is read.

/** Fields, or columns of a row, by name. */
export type Fields = Readonly<Record<string, FieldOptions>>;

/** What values are read from, and as what: fields of the message, or columns of an item. */
export interface Source {
  view: View;
  run: RuleRun;
  fields: Fields;
}

// The items.

/** A place where one of an item's lines stands. Offsets are those of the view. */
export interface ItemMark {
  /** Which line of the item: the index of its landmark. */
  landmark: number;
  from: number;
  end: number;
  line: Range;
  /** Its score beside the best place of its landmark: 0 to 1. */
  share: number;
}

/** A line of the message as an item: where the value of each slot stands, or nothing for one that is not there. */
export interface ShapedLine {
  spans: (Range | null)[];
  /** Set where the values could be cut in several ways that fit equally well. */
  doubtful: boolean;
}

/** A line cut by a shape, and how well the values read as their types. */
export type CutLine = ShapedLine & { points: number };

/** A wanted line found: which of them, where, and how it is cut. */
export interface Laid<L extends Range = Range> {
  /** Its number among the wanted ones. */
  at: number;
  bare: BareLine;
  line: L;
  cut: CutLine;
}

/** What a block made of a stretch of a message. */
export interface BlockRows {
  rows: Finding[][];
  /** Ranges of the view whose words are the block's own. */
  known: Range[];
  /** Lines between items that are none, and why. */
  passedOver: { text: string; why: string }[];
  /** What told where the items begin, where the structure of the message did. */
  list?: ItemList['made_of'];
}
