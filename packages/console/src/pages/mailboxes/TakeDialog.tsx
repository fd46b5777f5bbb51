import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { FolderItem, FolderLook } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { fill, words } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';
import { selectionOf, type Which } from './folder-selection';

export interface TakeDialogProps {
  mailbox: string;
  item: FolderItem;
  onClose(): void;
}

/** Takes what lies in a folder: first what there is and where it could go, then the job. */
export function TakeDialog({ mailbox, item: { connection, folder }, onClose }: TakeDialogProps) {
  const queries = useQueryClient();
  const params = { name: mailbox };
  const [which, setWhich] = useState<Which>('all');
  const [since, setSince] = useState('');
  const [newest, setNewest] = useState('200');
  const [tells, setTells] = useState<readonly string[]>([]);
  const body = { connection, folder, ...selectionOf({ which, since, newest }) };
  const look = useQuery({
    queryKey: ['mailboxes', mailbox, 'look', body],
    queryFn: () => service.folders.look({ params, body }),
    retry: false,
  });
  const take = useMutation({
    mutationFn: () => service.folders.backfill({ params, body: { ...body, tells: [...tells] } }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['mailboxes', mailbox, 'folders'] });
      onClose();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    take.mutate();
  };
  const count = look.data ? look.data.selected - look.data.known : 0;
  return (
    <Dialog title={fill(say.takeTitle, { folder })} isOpen onClose={onClose} wide>
      <Form onSubmit={submit}>
        <FormStack>
          <Choice
            beside
            label={say.which}
            value={which}
            options={(Object.entries(say.whiches) as [Which, string][]).map(([key, text]) => ({ key, text }))}
            onChange={(key) => setWhich(key)}
          />
          {which === 'since' && (
            <TextField beside label={say.since} type="date" value={since} onChange={setSince} isRequired />
          )}
          {which === 'newest' && (
            <TextField beside label={say.newest} type="number" value={newest} onChange={setNewest} isRequired />
          )}
          {look.isPending && <Muted role="status">{say.looking}</Muted>}
          {look.data && <Looked look={look.data} count={count} tells={tells} onTells={setTells} />}
          {(take.error ?? look.error) && <Trouble error={take.error ?? look.error} />}
          <FootActs>
            <InkButton type="submit" isPending={take.isPending} isDisabled={count === 0}>
              {fill(say.submit, { count })}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </FootActs>
        </FormStack>
      </Form>
    </Dialog>
  );
}

interface LookedProps {
  look: FolderLook;
  count: number;
  tells: readonly string[];
  onTells(tells: readonly string[]): void;
}

function Looked({ look, count, tells, onTells }: LookedProps) {
  const { messages, unread, newest, selected, known, routes, tried, unasked } = look;
  const toggle = (name: string, isOn: boolean) =>
    onTells(isOn ? [...tells, name] : tells.filter((one) => one !== name));
  return (
    <>
      <p role="status">
        {fill(say.holds, { messages, unread })}
        {newest && (
          <>
            , {say.holdsNewest} <When at={newest} />
          </>
        )}
        . {fill(say.meant, { selected, known })}
      </p>
      {routes.length === 0 ? (
        <Muted>{say.noRoutes}</Muted>
      ) : (
        <div>
          <Muted>{tried > unasked ? fill(say.tried, { tried: tried - unasked }) : fill(say.fires, { count })}</Muted>
          {routes.map((route) => {
            const { destination, tells: isRead } = route;
            const told = <RouteTold route={route} tried={tried - unasked} />;
            return (
              <div key={route.route}>
                {isRead ? (
                  <Tick isSelected={tells.includes(destination)} onChange={(isOn) => toggle(destination, isOn)}>
                    {told}
                  </Tick>
                ) : (
                  told
                )}
              </div>
            );
          })}
          {unasked > 0 && <Muted>{fill(say.unasked, { unasked })}</Muted>}
        </div>
      )}
    </>
  );
}

/** A route, with how many of those that were tried would fire it. */
function RouteTold({ route, tried }: { route: FolderLook['routes'][number]; tried: number }) {
  const { destination, kind, tells, would } = route;
  const said = [kind ?? '', route.route, ...(tells ? [say.kept] : [])].join(' · ');
  return (
    <span>
      {destination} {tried > 0 && <b>{fill(say.would, { would, tried })}</b>} <Muted>{said}</Muted>
    </span>
  );
}
