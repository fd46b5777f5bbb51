import { styled } from 'styled-components';
import { words } from '../words';
import { Button } from './Button';

const Foot = styled.nav`
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
`;

export interface PagerProps {
  label: string;
  /** Cursor of this page, or null on the newest. */
  cursor: string | null;
  next: string | null;
  onOlder(cursor: string): void;
  onNewest(): void;
}

/** Older and newest: a page is found by where the one before ended, so it costs the same at any depth. */
export function Pager({ label, cursor, next, onOlder, onNewest }: PagerProps) {
  if (cursor === null && next === null) return null;
  return (
    <Foot aria-label={label}>
      <Button isDisabled={cursor === null} onPress={onNewest}>
        {words.common.newest}
      </Button>
      <Button isDisabled={next === null} onPress={() => next && onOlder(next)}>
        {words.common.older}
      </Button>
    </Foot>
  );
}
