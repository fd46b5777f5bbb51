import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Removal } from '@yellow-sieve/contract';
import { useState } from 'react';
import { fill, words } from '../words';
import { Button, InkButton, PlainButton } from './Button';
import { Acts, Dialog } from './Dialog';
import { Muted } from './Page';
import { Trouble } from './Trouble';

export interface RemoveButtonProps {
  /** What it is called by those who see it. */
  title: string;
  /** Asks the service; `dry` changes nothing. */
  remove(dry: 'true' | 'false'): Promise<Removal>;
  /** What is listed anew when it is gone. */
  lists: readonly string[];
}

/** Removes something, after it was said what goes with it and what stays. */
export function RemoveButton({ title, remove, lists }: RemoveButtonProps) {
  const say = words.removal;
  const [asked, setAsked] = useState(false);
  return (
    <>
      <PlainButton onPress={() => setAsked(true)} aria-label={`${say.act}: ${title}`}>
        {say.act}
      </PlainButton>
      {asked && <Asked title={title} remove={remove} lists={lists} onClose={() => setAsked(false)} />}
    </>
  );
}

function Asked({ title, remove, lists, onClose }: RemoveButtonProps & { onClose(): void }) {
  const say = words.removal;
  const queries = useQueryClient();
  const would = useQuery({
    queryKey: ['removal', ...lists, title],
    queryFn: () => remove('true'),
    gcTime: 0,
    retry: false,
  });
  const removing = useMutation({
    mutationFn: () => remove('false'),
    onSuccess: async () => {
      onClose();
      await Promise.all(lists.map((list) => queries.invalidateQueries({ queryKey: [list] })));
    },
  });
  const trouble = removing.error ?? would.error;
  return (
    <Dialog alert title={fill(say.title, { title })} isOpen onClose={onClose}>
      {would.isLoading && <Muted>{words.common.loading}</Muted>}
      {would.data && <Said removal={would.data} />}
      {trouble && <Trouble error={trouble} />}
      <Acts>
        {would.data && (
          <InkButton isPending={removing.isPending} onPress={() => removing.mutate()}>
            {say[would.data.outcome].act}
          </InkButton>
        )}
        <Button autoFocus onPress={onClose}>
          {words.common.cancel}
        </Button>
      </Acts>
    </Dialog>
  );
}

function Said({ removal: { outcome, goes, stays } }: { removal: Removal }) {
  const say = words.removal;
  const list = (all: Removal['goes']) => all.map(({ what, count }) => `${what}: ${count}`).join(', ');
  return (
    <>
      <p>{say[outcome].help}</p>
      {goes.length > 0 && <p>{fill(say.goes, { list: list(goes) })}</p>}
      {stays.length > 0 && <p>{fill(say.stays, { list: list(stays) })}</p>}
    </>
  );
}
