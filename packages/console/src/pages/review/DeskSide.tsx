import type { MessageDetail, ReviewItem } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Empty } from '../../parts/Page';
import { Scroll, Side } from '../../parts/Sides';
import { Trouble } from '../../parts/Trouble';
import { fill } from '../../words';
import { reviewWords } from '../../words-review';
import type { MessageOutcome, MessageReading } from '../message/outcome';
import { DeskFoot } from './DeskFoot';
import { RowsGrid } from './RowsGrid';
import type { useDesk } from './use-desk';
import { useDeskKeys } from './use-desk-keys';
import type { Settling } from './use-settling';
import { useTaught } from './use-taught';
import { useWriting } from './use-writing';
import { ValueEditors } from './ValueEditors';

const Reasons = styled.div`
  margin: 12px 16px 6px;
  padding: 8px 12px;
  border-left: 4px solid var(--yellow);
  background: var(--sheet);
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
`;

const Pane = styled(Side)`
  outline: none;
`;

export interface DeskSideProps {
  item: ReviewItem;
  message: MessageDetail;
  reading: MessageReading | null;
  chosen: string | null;
  onChoose(field: string | null): void;
  desk: ReturnType<typeof useDesk>;
  settling: Settling;
}

/** What became of the message, to be written over; where it would go; and the acts that settle it. */
export function DeskSide({ item, message, reading, chosen, onChoose, desk, settling }: DeskSideProps) {
  const { outcome, subject } = message;
  const [asks, setAsks] = useState(false);
  const pane = useRef<HTMLDivElement>(null);
  const teaching = useTaught(message, settling);
  const writing = useWriting(item, message, (body) =>
    settling.confirm.mutate({ key: item.key, subject: subject ?? '', body }, { onSuccess: teaching.teach }),
  );
  const leave = () => pane.current?.focus();
  const isConfirming = settling.confirm.isPending || writing.isWaiting;
  const confirm = isConfirming || desk.isMoving ? null : writing.confirm;
  useEffect(() => pane.current?.focus(), []);
  useDeskKeys({
    confirm,
    edit: () => editFirst(pane.current),
    aside: message.state === 'review' && !desk.isMoving ? () => setAsks(true) : null,
    later: desk.goOn,
    back: desk.goBack,
  });
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    confirm?.();
  };
  const form = outcome && item.form;
  const error = writing.error ?? settling.error;
  return (
    <Pane ref={pane} tabIndex={-1} onKeyDown={onKeyDown}>
      <Scroll>
        {error && <Trouble error={error} />}
        <WantsEye message={message} writing={writing} />
        {form && outcome ? (
          <Editors
            form={form}
            outcome={outcome}
            writing={writing}
            reading={reading}
            chosen={chosen}
            onChoose={onChoose}
            onLeave={leave}
          />
        ) : (
          <NoRecord messageKey={message.key} />
        )}
      </Scroll>
      <DeskFoot
        message={message}
        routes={writing.tried?.routes ?? message.routes}
        onConfirm={confirm}
        isConfirming={isConfirming}
        asks={asks}
        onAsks={(now) => {
          setAsks(now);
          if (!now) leave();
        }}
        onReason={(reason) => settling.aside.mutate({ key: item.key, subject: subject ?? '', reason })}
        isAsiding={settling.aside.isPending}
        desk={desk}
        teaching={teaching}
      />
    </Pane>
  );
}

/** The first box that wants the eye, or the first of all, with its text selected. */
function editFirst(pane: HTMLElement | null): void {
  const boxes = [...(pane?.querySelectorAll<HTMLElement>('input, textarea, select') ?? [])];
  const wanted = boxes.find((box) => box.getAttribute('aria-invalid') === 'true') ?? boxes[0];
  wanted?.focus();
  if (wanted instanceof HTMLInputElement) wanted.select();
}

type Writing = ReturnType<typeof useWriting>;

/** Why it waits, and that something else became of it meanwhile. */
function WantsEye({ message, writing }: { message: MessageDetail; writing: Writing }) {
  const say = reviewWords.desk;
  const reasons = writing.tried?.outcome.reasons ?? message.reasons;
  return (
    <>
      {message.state === 'review' && reasons.length > 0 && (
        <Reasons aria-label={say.wants} role="group">
          <ul>
            {reasons.map(({ code, text }) => (
              <li key={code + text}>{reasonText(text)}</li>
            ))}
          </ul>
        </Reasons>
      )}
      {writing.isNewer && (
        <Reasons role="alert">
          {fill(say.newer, { revision: message.revision ?? '' })}{' '}
          <Button onPress={writing.look}>{say.newerLook}</Button>
        </Reasons>
      )}
    </>
  );
}

interface EditorsProps {
  form: NonNullable<ReviewItem['form']>;
  outcome: MessageOutcome;
  writing: Writing;
  reading: MessageReading | null;
  chosen: string | null;
  onChoose(field: string | null): void;
  onLeave(): void;
}

function Editors({ form: { fields, columns }, writing, ...shared }: EditorsProps) {
  const { draft, setDraft: onDraft, refused } = writing;
  const common = { ...shared, draft, onDraft, refused, tried: writing.tried?.outcome ?? null };
  return (
    <>
      <ValueEditors fields={fields} {...common} />
      {columns.length > 0 && <RowsGrid columns={columns} fieldCount={fields.length} {...common} />}
    </>
  );
}

function NoRecord({ messageKey }: { messageKey: string }) {
  const say = reviewWords.desk;
  return (
    <Empty>
      <h2>{say.noRecord}</h2>
      {say.noRecordHelp}
      <Link to={`/messages/${messageKey}`}>{say.open}</Link>
    </Empty>
  );
}
