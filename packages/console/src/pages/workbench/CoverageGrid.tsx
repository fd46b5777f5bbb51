import type { CellState } from '@yellow-sieve/core';
import { type KeyboardEvent, type MouseEvent, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { styled } from 'styled-components';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { drawSquare, inkOf, meshSizes } from './grid-drawing';
import type { Column } from './use-columns';

const Scroll = styled.div`
  position: relative;
  overflow-x: auto;
  overflow-y: hidden;
`;

const Canvas = styled.canvas`
  position: sticky;
  left: 0;
  display: block;
  outline: none;
  cursor: pointer;
  &:focus-visible {
    box-shadow: inset 0 0 0 2px var(--ink);
  }
`;

const Spoken = styled.span`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
`;

const edge = 4;

/** Where the first column begins: few columns stand at the right, beside the end of the values. */
const leftEdge = (width: number, columns: number): number => Math.max(edge, width - columns * meshSizes.step - edge);

export interface CoverageGridProps {
  fields: readonly string[];
  columns: readonly Column[];
  cell(message: string, field: string): CellState;
  /** The column of the message on screen. */
  shown: number;
  chosen: string | null;
  onShow(column: number, field: string): void;
  onJudge(column: number, field: string, right: boolean): void;
}

interface Cell {
  row: number;
  column: number;
}

/** One square a field and message: a canvas, since a table of thousands of columns would be slow; one cell has the focus. */
export function CoverageGrid({ fields, columns, cell, shown, chosen, onShow, onJudge }: CoverageGridProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<Cell | null>(null);
  const [focused, setFocused] = useState(false);
  const draw = useDrawing({ canvas, scroll, fields, columns, cell, shown, at: focused ? at : null });
  useEffect(() => intoSight(scroll.current, shown), [shown]);
  const go = (next: Cell) => {
    const row = Math.max(0, Math.min(fields.length - 1, next.row));
    const column = Math.max(0, Math.min(columns.length - 1, next.column));
    setAt({ row, column });
    intoSight(scroll.current, column);
  };
  const now = at ?? { row: Math.max(0, fields.indexOf(chosen ?? '')), column: shown };
  const pressed = (event: KeyboardEvent) => {
    const step = moves[event.key];
    const field = fields[now.row];
    if (step) go({ row: now.row + step[0], column: now.column + step[1] });
    else if (event.key === 'Home') go({ ...now, column: 0 });
    else if (event.key === 'End') go({ ...now, column: columns.length - 1 });
    else if (event.key === 'Enter' && field) onShow(now.column, field);
    else if ((event.key === 'r' || event.key === 'w') && field) onJudge(now.column, field, event.key === 'r');
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const clicked = (event: MouseEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const left = event.clientX - box.left + (scroll.current?.scrollLeft ?? 0);
    const column = Math.floor((left - leftEdge(box.width, columns.length)) / meshSizes.step);
    const row = Math.floor((event.clientY - box.top) / meshSizes.row);
    const field = fields[row];
    if (!field || !columns[column]) return;
    setAt({ row, column });
    onShow(column, field);
  };
  const field = fields[now.row] ?? '';
  const message = columns[now.column];
  const spoken =
    message &&
    fill(workbenchWords.mesh.cell, {
      field,
      message: message.subject || message.name,
      state: workbenchWords.states[cell(message.name, field)],
      value: '',
    });
  return (
    <Scroll ref={scroll} onScroll={draw}>
      <Canvas
        ref={canvas}
        role="application"
        aria-label={`${workbenchWords.mesh.label}. ${workbenchWords.mesh.help}`}
        tabIndex={0}
        onKeyDown={pressed}
        onClick={clicked}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
      />
      <div style={{ width: columns.length * meshSizes.step + 2 * edge, height: 1 }} />
      <Spoken role="status">{focused ? spoken : ''}</Spoken>
    </Scroll>
  );
}

const moves: Readonly<Record<string, [number, number]>> = {
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  PageDown: [0, 20],
  PageUp: [0, -20],
};

function intoSight(scroll: HTMLElement | null, column: number): void {
  if (!scroll) return;
  const left = edge + column * meshSizes.step;
  if (left < scroll.scrollLeft) scroll.scrollLeft = left - edge;
  else if (left + meshSizes.step > scroll.scrollLeft + scroll.clientWidth)
    scroll.scrollLeft = left + meshSizes.step + edge - scroll.clientWidth;
}

interface Drawing extends Pick<CoverageGridProps, 'fields' | 'columns' | 'cell' | 'shown'> {
  canvas: { readonly current: HTMLCanvasElement | null };
  scroll: { readonly current: HTMLDivElement | null };
  at: Cell | null;
}

/** Draws what is in sight, once a frame, whenever something changes. */
function useDrawing({ canvas, scroll, fields, columns, cell, shown, at }: Drawing): () => void {
  const waiting = useRef(0);
  const paint = useCallback(() => {
    waiting.current = 0;
    const [sheet, frame] = [canvas.current, scroll.current];
    const context = sheet?.getContext('2d');
    if (!sheet || !frame || !context) return;
    const [width, height] = [frame.clientWidth, fields.length * meshSizes.row];
    const ratio = window.devicePixelRatio || 1;
    sheet.width = width * ratio;
    sheet.height = height * ratio;
    sheet.style.width = `${width}px`;
    sheet.style.height = `${height}px`;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, width, height);
    const ink = inkOf(sheet);
    const { row: high, step, square } = meshSizes;
    const first = Math.max(0, Math.floor((frame.scrollLeft - edge) / step));
    const last = Math.min(columns.length - 1, Math.ceil((frame.scrollLeft + width) / step));
    const top = (high - square) / 2;
    for (let column = first; column <= last; column++) {
      const x = leftEdge(width, columns.length) + column * step - frame.scrollLeft;
      const { name } = columns[column] as Column;
      for (const [row, field] of fields.entries()) {
        drawSquare(context, x, row * high + top, cell(name, field), ink);
        const focus = at?.row === row && at.column === column;
        if (column !== shown && !focus) continue;
        context.setLineDash([]);
        context.strokeStyle = ink.ink;
        context.lineWidth = focus ? 3 : 1.5;
        context.beginPath();
        context.roundRect(x - 2.5, row * high + top - 2.5, square + 5, square + 5, 4);
        context.stroke();
      }
    }
  }, [canvas, scroll, fields, columns, cell, shown, at]);
  const draw = useCallback(() => {
    if (waiting.current === 0) waiting.current = requestAnimationFrame(paint);
  }, [paint]);
  useLayoutEffect(() => {
    cancelAnimationFrame(waiting.current);
    paint();
  }, [paint]);
  useEffect(() => {
    const seen = new ResizeObserver(draw);
    if (scroll.current) seen.observe(scroll.current);
    // The colours change with the look.
    const dark = window.matchMedia('(prefers-color-scheme: dark)');
    dark.addEventListener('change', draw);
    const look = new MutationObserver(draw);
    look.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => {
      seen.disconnect();
      look.disconnect();
      dark.removeEventListener('change', draw);
    };
  }, [draw, scroll]);
  return draw;
}
