import type { MessageDetail } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Key } from '../../parts/Key';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { goesTo } from './correction';
import type { useDesk } from './use-desk';
import type { useTaught, Way } from './use-taught';

const Foot = styled.div`
  display: grid;
  gap: 6px;
  padding: 10px 16px;
  border-top: 1px solid var(--strong-rule);
  background: var(--paper);
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
`;

const AtEnd = styled.span`
  margin-left: auto;
`;

export interface DeskFootProps {
  message: MessageDetail;
  /** Where it would go with what is written. */
  routes: MessageDetail['routes'];
  /** Null where it cannot be confirmed now. */
  onConfirm: (() => void) | null;
  isConfirming: boolean;
  /** Whether the reason is being asked why it is not for us. */
  asks: boolean;
  onAsks(asks: boolean): void;
  onReason(reason: string): void;
  isAsiding: boolean;
  desk: ReturnType<typeof useDesk>;
  teaching: ReturnType<typeof useTaught>;
}

/** Where the message would go, and the acts that settle it or leave it for later. */
export function DeskFoot(props: DeskFootProps) {
  const { message, routes, asks, onAsks, onReason, isAsiding } = props;
  return (
    <Foot>
      <Muted>{goesText(routes)}</Muted>
      {asks ? (
        <Aside onCancel={() => onAsks(false)} onReason={onReason} isPending={isAsiding} />
      ) : (
        <Settle {...props} isOpen={message.state === 'review'} />
      )}
      <Muted>{reviewWords.desk.keys}</Muted>
    </Foot>
  );
}

function Settle({
  message,
  isOpen,
  onConfirm,
  isConfirming,
  onAsks,
  desk,
  teaching,
}: DeskFootProps & { isOpen: boolean }) {
  const say = reviewWords.desk;
  return (
    <Line>
      {isOpen ? (
        <>
          <InkButton onPress={() => onConfirm?.()} isDisabled={onConfirm === null} isPending={isConfirming}>
            {say.confirm} <Key>⏎</Key>
          </InkButton>
          <Button onPress={() => onAsks(true)}>
            {say.aside} <Key>X</Key>
          </Button>
        </>
      ) : (
        <Muted role="status">{fill(say.settled, { state: words.states[message.state] })}</Muted>
      )}
      <Button onPress={desk.goOn}>
        {isOpen ? say.later : say.next} <Key>L</Key>
      </Button>
      <Button onPress={() => desk.goBack?.()} isDisabled={desk.goBack === null}>
        {say.back} <Key>B</Key>
      </Button>
      {isOpen && teaching.ways.length > 1 && (
        <AtEnd>
          <Choice<Way>
            inline
            label={say.teach.label}
            value={teaching.way}
            options={teaching.ways.map((way) => ({ key: way, text: say.teach[way] }))}
            onChange={teaching.setWay}
          />
        </AtEnd>
      )}
    </Line>
  );
}

function goesText(routes: MessageDetail['routes']): string {
  const say = reviewWords.desk;
  const list = goesTo(routes);
  return list.length === 0 ? say.goesNowhere : fill(say.goes, { list: list.join(say.and) });
}

interface AsideProps {
  onReason(reason: string): void;
  onCancel(): void;
  isPending: boolean;
}

function Aside({ onReason, onCancel, isPending }: AsideProps) {
  const say = reviewWords.desk;
  const [reason, setReason] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() !== '') onReason(reason.trim());
  };
  return (
    <form onSubmit={submit} onKeyDown={(event) => event.key === 'Escape' && onCancel()}>
      <Line>
        <TextField label={say.reason} value={reason} onChange={setReason} offers={say.reasons} autoFocus />
        <InkButton type="submit" isPending={isPending} isDisabled={reason.trim() === ''}>
          {say.reasonSubmit}
        </InkButton>
        <Button onPress={onCancel}>{words.common.cancel}</Button>
      </Line>
    </form>
  );
}
