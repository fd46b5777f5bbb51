import type { JsonValue } from './value.js';

/** A value in its JSON form as one text: flags as yes or no, the parts of an amount beside each other. */
export function jsonText(value: JsonValue, separator = ', '): string {
  if (value === null) return '';
  if (Array.isArray(value)) return value.map((item) => jsonText(item, separator)).join(separator);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'object'
    ? Object.values(value)
        .map((part) => jsonText(part))
        .join(' ')
    : String(value);
}

/** A typed value, as cells of lines hold it, as one text: its parts, but for its kind. What has no parts stands for itself. */
export function partsText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (Array.isArray(value)) return value.map(partsText).join(', ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value !== 'object') return String(value);
  const { kind: _, ...parts } = value as Record<string, unknown>;
  if (Array.isArray(parts.items)) return partsText(parts.items);
  return Object.values(parts).map(partsText).filter(Boolean).join(' ');
}
