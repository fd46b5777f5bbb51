import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import markUrl from '../../looks/mark.svg';
import { words } from '../../words';

const Outside = styled.main`
  display: grid;
  justify-items: center;
  align-content: start;
  min-height: 100%;
  padding: 12vh 16px 40px;
`;

const Sheet = styled.div`
  display: grid;
  gap: 16px;
  width: 100%;
  max-width: 360px;
  padding: 22px 24px 24px;
  border: 1px solid var(--strong-rule);
  border-top: 3px solid var(--ink);
  border-radius: var(--round);
  background: var(--sheet);
  form {
    display: grid;
    justify-items: start;
    gap: 14px;
  }
  form > :not(button) {
    width: 100%;
  }
`;

const Brand = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 18px;
  font: 600 1.375rem/1 var(--heading);
`;

/** The frame of what stands before the log-in. */
export function Door({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Outside>
      <Brand>
        <img src={markUrl} alt="" width={28} height={28} />
        {words.product}
      </Brand>
      <Sheet>
        <h1>{title}</h1>
        {children}
      </Sheet>
    </Outside>
  );
}
