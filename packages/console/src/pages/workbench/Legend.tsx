import type { CellState } from '@yellow-sieve/core';
import { useEffect, useRef } from 'react';
import { styled } from 'styled-components';
import { workbenchWords } from '../../words-workbench';
import { drawSquare, inkOf, meshSizes } from './grid-drawing';

const List = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin: 0 0 0 auto;
  padding: 0;
  list-style: none;
  font-size: 0.78125rem;
  li {
    display: flex;
    gap: 5px;
    align-items: center;
  }
`;

const states: readonly CellState[] = ['found', 'missing', 'problem', 'wrong', 'changed'];

/** What the squares of the mesh mean. */
export function Legend() {
  return (
    <List>
      {states.map((state) => (
        <li key={state}>
          <Square state={state} />
          {workbenchWords.states[state]}
        </li>
      ))}
    </List>
  );
}

function Square({ state }: { state: CellState }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const paint = () => {
      const context = canvas.current?.getContext('2d');
      if (!canvas.current || !context) return;
      const ratio = window.devicePixelRatio || 1;
      canvas.current.width = meshSizes.square * ratio;
      canvas.current.height = meshSizes.square * ratio;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      drawSquare(context, 0, 0, state, inkOf(canvas.current));
    };
    paint();
    const look = new MutationObserver(paint);
    look.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => look.disconnect();
  }, [state]);
  return <canvas ref={canvas} style={{ width: meshSizes.square, height: meshSizes.square }} />;
}
