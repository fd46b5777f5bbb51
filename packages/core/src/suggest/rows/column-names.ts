import { isFree, ownTypes, valueTypes } from '../../values/index.js';

/** Names for values that have no label of their own: the type's, and for words the title, then any text. */
export class ColumnNames {
  /** `first`: what the first words without a name are called. */
  constructor(private readonly first: 'title' | 'item' = 'title') {}

  private readonly counts = new Map<string, number>();

  /** A label of its own, with a number where another has the same. */
  own(label: string): string {
    const count = (this.counts.get(label) ?? 0) + 1;
    this.counts.set(label, count);
    return count === 1 ? label : `${label} ${count}`;
  }

  next(type: string): string {
    const plain =
      isFree({ type }) && !this.counts.has(this.first)
        ? this.first
        : isFree({ type })
          ? 'text'
          : // What is called a number is mostly a code.
            type === ownTypes.number
            ? 'quantity'
            : (valueTypes[type]?.called ?? type.replace('-', ' '));
    const count = (this.counts.get(plain) ?? 0) + 1;
    this.counts.set(plain, count);
    return count === 1 ? plain : `${plain} ${count}`;
  }
}
