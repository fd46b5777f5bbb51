import type { ReactNode } from 'react';
import { styled } from 'styled-components';

const Group = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
`;

/** Controls that narrow a list. */
export function Filters({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Group role="group" aria-label={label}>
      {children}
    </Group>
  );
}
