import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { MessageDetail } from '@yellow-sieve/contract';
import { type FormEvent, useMemo, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { useSecondsUntil } from '../../parts/use-seconds-until';
import { useShortcuts } from '../../parts/use-shortcuts';
import { service } from '../../service';
import { fill, words } from '../../words';

/** What a person does with a record in review: confirm it as it stands, take that back, or lay the message aside. Also by C, Z and X. */
export function ReviewActs({ message }: { message: MessageDetail }) {
  const say = words.message.review;
  const { key, state, revision, confirmed } = message;
  const queries = useQueryClient();
  const [aside, setAside] = useState(false);
  const onSuccess = () => queries.invalidateQueries({ queryKey: ['message', key] });
  const params = { key };
  const confirm = useMutation({
    mutationFn: () => service.review.confirm({ params, body: { revision: revision ?? 0 } }),
    // A newer revision may have come: it is shown, not confirmed unseen.
    onSettled: onSuccess,
  });
  const undo = useMutation({ mutationFn: () => service.review.undo({ params }), onSettled: onSuccess });
  const left = useSecondsUntil(confirmed?.leaves ?? null);
  const mayConfirm = state === 'review' && revision !== null;
  const mayUndo = confirmed !== null && left > 0;
  useShortcuts(
    useMemo(
      () => ({
        c: () => mayConfirm && !confirm.isPending && confirm.mutate(),
        x: () => mayConfirm && setAside(true),
        z: () => mayUndo && !undo.isPending && undo.mutate(),
      }),
      [mayConfirm, mayUndo, confirm.isPending, confirm.mutate, undo.isPending, undo.mutate],
    ),
  );
  const error = confirm.error ?? undo.error;
  return (
    <>
      {error && <Trouble error={error} />}
      {mayUndo && (
        <>
          <Muted role="status">{fill(say.leaves, { by: confirmed?.by ?? '', seconds: left })}</Muted>
          <Button onPress={() => undo.mutate()} isPending={undo.isPending}>
            {say.undo}
          </Button>
        </>
      )}
      {!mayUndo && confirmed && state !== 'review' && <Muted>{fill(say.confirmedBy, { by: confirmed.by })}</Muted>}
      {state === 'review' && (
        <>
          <Button onPress={() => setAside(true)}>{say.aside}</Button>
          {mayConfirm && (
            <InkButton onPress={() => confirm.mutate()} isPending={confirm.isPending}>
              {say.confirm}
            </InkButton>
          )}
        </>
      )}
      <AsideDialog messageKey={key} isOpen={aside} onClose={() => setAside(false)} onDone={onSuccess} />
    </>
  );
}

interface AsideProps {
  messageKey: string;
  isOpen: boolean;
  onClose(): void;
  onDone(): void;
}

function AsideDialog({ messageKey, isOpen, onClose, onDone }: AsideProps) {
  const say = words.message.review;
  const [reason, setReason] = useState('');
  const aside = useMutation({
    mutationFn: () => service.review.notForUs({ params: { key: messageKey }, body: { reason } }),
    onSuccess: () => {
      onClose();
      onDone();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    aside.mutate();
  };
  return (
    <Dialog title={say.asideTitle} isOpen={isOpen} onClose={onClose}>
      <Form onSubmit={submit}>
        <TextField label={say.reason} help={say.asideHelp} value={reason} onChange={setReason} isRequired autoFocus />
        {aside.error && <Trouble error={aside.error} />}
        <br />
        <Acts>
          <InkButton type="submit" isPending={aside.isPending}>
            {say.asideSubmit}
          </InkButton>
          <Button onPress={onClose}>{words.common.cancel}</Button>
        </Acts>
      </Form>
    </Dialog>
  );
}
