/** The name of a column for the row of a number, from 1: `product_2` beside `product`, `Product 2` beside `Product`. */
export const numberedName = (name: string, number: number): string =>
  /^[a-z0-9_]+$/.test(name) ? `${name}_${number}` : `${name} ${number}`;
