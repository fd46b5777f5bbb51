import type { CellState } from '@yellow-sieve/core';

/** Sizes in CSS pixels. */
export const meshSizes = { row: 29, step: 14, square: 11 } as const;

/** The colours of the mesh, as the page has them now. */
export interface GridInk {
  filled: string;
  rule: string;
  bad: string;
  yellow: string;
  ink: string;
  paper: string;
}

export function inkOf(element: Element): GridInk {
  const style = getComputedStyle(element);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    filled: of('--second'),
    rule: of('--third'),
    bad: of('--bad'),
    yellow: of('--yellow'),
    ink: of('--ink'),
    paper: of('--paper'),
  };
}

/** One square: found filled, missing hollow, problem crossed, wrong struck, changed yellow with a corner, not tried dotted. */
export function drawSquare(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  state: CellState,
  ink: GridInk,
): void {
  const size = meshSizes.square;
  context.setLineDash([]);
  context.lineWidth = 1;
  const box = (fill: string | null, stroke: string | null) => {
    context.beginPath();
    context.roundRect(x + 0.5, y + 0.5, size - 1, size - 1, 2);
    if (fill) {
      context.fillStyle = fill;
      context.fill();
    }
    if (stroke) {
      context.strokeStyle = stroke;
      context.stroke();
    }
  };
  const line = (...points: [number, number][]) => {
    context.beginPath();
    for (const [i, [dx, dy]] of points.entries()) context[i === 0 ? 'moveTo' : 'lineTo'](x + dx, y + dy);
    context.stroke();
  };
  const drawn: Record<CellState, () => void> = {
    found: () => box(ink.filled, ink.filled),
    missing: () => box(null, ink.rule),
    problem: () => {
      box(null, ink.bad);
      line([2, 2], [size - 2, size - 2]);
      line([size - 2, 2], [2, size - 2]);
    },
    wrong: () => {
      box(ink.filled, ink.bad);
      context.strokeStyle = ink.bad;
      context.lineWidth = 2.5;
      line([0, size / 2], [size, size / 2]);
    },
    changed: () => {
      box(ink.yellow, ink.ink);
      context.fillStyle = ink.ink;
      context.beginPath();
      context.moveTo(x + size - 6, y + 1);
      context.lineTo(x + size - 1, y + 1);
      context.lineTo(x + size - 1, y + 6);
      context.fill();
    },
    'not tried': () => {
      context.setLineDash([1.5, 2]);
      box(null, ink.rule);
    },
  };
  drawn[state]();
}
