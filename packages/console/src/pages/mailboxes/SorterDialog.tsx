import type { MailboxDetail } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { fill, words } from '../../words';
import { mailboxPageWords as say } from '../../words-mailbox';
import { type CategoryForm, categoriesOf, oneMore, shareOf, sorterAct } from './mailbox-form';
import { useMailboxEdit } from './use-mailbox-edit';

const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 5fr) minmax(0, 4fr) auto;
  gap: 8px;
  align-items: end;
  @media (max-width: 619px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

export interface SorterDialogProps {
  /** As it is when the dialog is opened. */
  mailbox: MailboxDetail;
  onClose(): void;
}

/** The categories of a mailbox: what they are called, what they are, and who looks after each. */
export function SorterDialog({ mailbox, onClose }: SorterDialogProps) {
  // Places are those of this file, whatever becomes of it meanwhile.
  const [{ name, digest: seen, sorter }] = useState(mailbox);
  const [categories, setCategories] = useState(categoriesOf(sorter));
  const [threshold, setThreshold] = useState(String(sorter?.threshold ?? ''));
  const edit = useMailboxEdit(name, onClose);
  const share = shareOf(threshold);
  const act = sorterAct(categories, share ?? undefined);
  const isReady = act.categories.length > 0 && share !== null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (isReady) edit.mutate({ seen, act });
  };
  const set = (at: number, change: Partial<CategoryForm>) =>
    setCategories(categories.map((one, i) => (i === at ? { ...one, ...change } : one)));
  return (
    <Dialog title={say.categoriesTitle} isOpen onClose={onClose} wide>
      <Form onSubmit={submit}>
        <FormStack>
          <Muted>{say.categoriesHelp}</Muted>
          {categories.map(({ was, category, about, owner }, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a line has no other name while it is written
            <Row key={at} role="group" aria-label={fill(say.categoryOf, { n: at + 1 })}>
              <TextField
                label={say.category}
                autoFocus={at === 0}
                maxLength={60}
                value={category}
                onChange={(next) => set(at, { category: next })}
              />
              <TextField label={say.about} value={about} onChange={(next) => set(at, { about: next })} />
              <TextField label={say.owner} value={owner} onChange={(next) => set(at, { owner: next })} />
              <Button
                aria-label={fill(say.leaveOutOf, { n: at + 1 })}
                onPress={() => setCategories(categories.filter((_, i) => i !== at))}
              >
                {say.leaveOut}
              </Button>
              {was !== null && sorter?.categories[was]?.by_condition && <Muted>{say.byCondition}</Muted>}
            </Row>
          ))}
          <div>
            <Button onPress={() => setCategories(oneMore(categories))}>{say.oneMore}</Button>
          </div>
          <TextField
            beside
            label={say.threshold}
            help={say.thresholdHelp}
            wrong={share === null ? say.thresholdWrong : null}
            value={threshold}
            onChange={setThreshold}
          />
          {edit.error && <Trouble error={edit.error} />}
          <FootActs>
            <InkButton type="submit" isPending={edit.isPending} isDisabled={!isReady}>
              {say.keepCategories}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </FootActs>
        </FormStack>
      </Form>
    </Dialog>
  );
}
