import { checkShape, closed, parseFile, Report } from '../files/index.js';
import { compileParts, partsSchema } from '../patterns/index.js';
import { checked, type Edited } from './edited.js';
import { setEntry } from './set-entry.js';

const fileSchema = closed({ parts: partsSchema });

/** A file of parts (`*.parts.yaml`) that is fine by itself, or what is wrong with it: each part has to keep its examples. */
function partsOf(file: string) {
  const { data, problems, locate } = parseFile(file);
  if (problems.length > 0) return { ok: false as const, problems };
  const report = new Report(locate);
  const read = checkShape(fileSchema, data, report);
  if (read) compileParts(read.parts, report);
  return read && report.problems.length === 0
    ? { ok: true as const, parts: read.parts }
    : { ok: false as const, problems: report.problems };
}

/** The names of the parts in a file, or what is wrong with it. */
export const checkParts = (file: string) => {
  const read = partsOf(file);
  return read.ok ? { ok: true as const, names: Object.keys(read.parts) } : read;
};

/**
 * Copies the parts of a file into a sieve's source text, with their examples; those of the same name become as they are in the file. A sieve
 * so stays whole by itself, and each of its versions says what it was made with.
 */
export function takeParts(source: string, file: string): Edited {
  const read = partsOf(file);
  if (!read.ok) return read;
  return checked(
    Object.entries(read.parts).reduce((text, [name, part]) => setEntry(text, ['parts'], name, part), source),
  );
}
