import { useMemo } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Key } from '../../parts/Key';
import { useSecondsUntil } from '../../parts/use-seconds-until';
import { useShortcuts } from '../../parts/use-shortcuts';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import type { Settling } from './use-settling';

const Bar = styled.span`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  color: var(--ink);
`;

/** What was settled last, and the way back: what is confirmed leaves a little later. */
export function UndoBar({ settling: { last, undone, taught, undo } }: { settling: Settling }) {
  const say = reviewWords.desk;
  const seconds = useSecondsUntil(last?.leaves ?? null);
  const may = last !== null && (last.act === 'aside' || seconds > 0);
  const { mutate, isPending } = undo;
  useShortcuts(useMemo(() => ({ z: () => may && !isPending && mutate(last) }), [may, isPending, mutate, last]));
  const subject = last?.subject || words.messages.noSubject;
  return (
    <Bar role="status">
      {taught && <span>{taught}</span>}
      {may && last && (
        <>
          <span>
            {last.act === 'aside' ? fill(say.aside_done, { subject }) : fill(say.confirmed, { subject, seconds })}
          </span>
          <Button onPress={() => mutate(last)} isPending={isPending}>
            {say.undo} <Key>Z</Key>
          </Button>
        </>
      )}
      {!may && undone !== null && <span>{fill(say.undone, { subject: undone })}</span>}
    </Bar>
  );
}
