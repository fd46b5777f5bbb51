import { styled } from 'styled-components';
import { words } from '../words';

type State = keyof typeof words.states;

/** How each state looks: filled when all is well, hollow when nothing is wanted, yellow when a hand is, red when it broke. */
const looks: Record<State, 'filled' | 'hollow' | 'yellow' | 'bad' | 'dotted'> = {
  waiting: 'dotted',
  done: 'filled',
  review: 'yellow',
  skipped: 'hollow',
  failed: 'bad',
  sound: 'filled',
  delivered: 'filled',
  retrying: 'dotted',
  uncertain: 'dotted',
  stopped: 'bad',
  'kept back': 'yellow',
  dropped: 'hollow',
};

const Mark = styled.span`
  white-space: nowrap;
  &::before {
    content: '';
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 7px;
    border: 1px solid var(--second);
    border-radius: 2px;
    vertical-align: -1px;
  }
  &[data-look='filled']::before {
    background: var(--second);
  }
  &[data-look='dotted']::before {
    border-style: dotted;
  }
  &[data-look='yellow']::before {
    border-color: var(--ink);
    background: var(--yellow);
  }
  &[data-look='bad'] {
    color: var(--bad);
  }
  &[data-look='bad']::before {
    border-color: var(--bad);
    background: linear-gradient(45deg, transparent 43%, var(--bad) 43% 57%, transparent 57%);
  }
`;

/** A state in a word, with a square that can be told apart without colour. */
export function StateMark({ state }: { state: string }) {
  const known = state in looks ? (state as State) : null;
  return <Mark data-look={known ? looks[known] : 'hollow'}>{known ? words.states[known] : state}</Mark>;
}
