import { useMutation, useQuery } from '@tanstack/react-query';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Dialog } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { words } from '../../words';
import { workbenchWords } from '../../words-workbench';

const List = styled.ul`
  display: grid;
  gap: 0;
  margin: 0;
  padding: 0;
  list-style: none;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  li > :last-child {
    margin-left: auto;
  }
`;

export interface VersionsDialogProps {
  name: string;
  live: number;
  isOpen: boolean;
  onClose(): void;
  /** What the text of an earlier version becomes: the draft, to be looked at first. */
  onTake(source: string): void;
}

/** The versions of a sieve, newest first: who published them, when and why. Going back makes it the draft. */
export function VersionsDialog({ name, live, isOpen, onClose, onTake }: VersionsDialogProps) {
  const say = workbenchWords;
  const { data, error } = useQuery({
    queryKey: ['sieves', name, 'versions', live],
    enabled: isOpen,
    queryFn: () => service.sieves.versions({ params: { name } }),
  });
  const take = useMutation({
    mutationFn: (number: number) => service.sieves.version({ params: { name, number } }),
    onSuccess: ({ source }) => {
      onTake(source);
      onClose();
    },
  });
  const trouble = error ?? take.error;
  return (
    <Dialog title={say.versions} isOpen={isOpen} onClose={onClose} wide>
      {trouble && <Trouble error={trouble} />}
      <List>
        {data?.items.map(({ number, by, why, created }) => (
          <li key={number}>
            <strong>{number}</strong>
            <span>
              {by ?? '–'}, <When at={created} />
            </span>
            <Muted>{why}</Muted>
            {number === live ? (
              <Muted>{say.live}</Muted>
            ) : (
              <Button onPress={() => take.mutate(number)}>{say.goBack}</Button>
            )}
          </li>
        ))}
      </List>
      <div>
        <Button onPress={onClose}>{words.common.close}</Button>
      </div>
    </Dialog>
  );
}
