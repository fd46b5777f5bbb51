/**
 * Exponential and logarithm by sums, products and quotients alone, which IEEE 754 rounds in one way only: a sorter that is trained
 * here and there from the same labels is the same to the last bit. Relative error below 1e-13.
 */

const ln2 = Math.LN2;

/** e to the power of x, for any finite x; 0 below −700, and the value at 700 above it. */
export function exp(x: number): number {
  if (x < -700) return 0;
  const bounded = Math.min(x, 700);
  const halvings = Math.round(bounded / ln2);
  const rest = bounded - halvings * ln2;
  let term = 1;
  let sum = 1;
  for (let n = 1; n <= 16; n++) {
    term = (term * rest) / n;
    sum += term;
  }
  return scaled(sum, halvings);
}

/** Natural logarithm of x > 0. */
export function ln(x: number): number {
  let mantissa = x;
  let doublings = 0;
  for (; mantissa > 1.5; mantissa /= 2) doublings++;
  for (; mantissa < 0.75; mantissa *= 2) doublings--;
  // ln m = 2 artanh((m − 1) / (m + 1)), whose series is short near 1.
  const ratio = (mantissa - 1) / (mantissa + 1);
  const square = ratio * ratio;
  let power = ratio;
  let sum = 0;
  for (let n = 1; n <= 25; n += 2) {
    sum += power / n;
    power *= square;
  }
  return doublings * ln2 + 2 * sum;
}

function scaled(value: number, halvings: number): number {
  let by = 1;
  const factor = halvings < 0 ? 0.5 : 2;
  for (let i = Math.abs(halvings); i > 0; i--) by *= factor;
  return value * by;
}
