import type { ReactNode } from 'react';
import { styled } from 'styled-components';

const Frame = styled.section`
  border-bottom: 1px solid var(--strong-rule);
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding: 10px 16px 6px;
  border-bottom: 1px solid var(--rule);
  color: var(--second);
  h2 {
    color: var(--ink);
  }
`;

const List = styled.ul`
  margin: 0;
  padding: 6px 16px 8px 32px;
  overflow-wrap: anywhere;
`;

export interface SectionProps {
  title: string;
  about?: ReactNode;
  /** Plain sentences, one a line. */
  items?: readonly string[];
  children?: ReactNode;
}

export function Section({ title, about, items, children }: SectionProps) {
  return (
    <Frame aria-label={title}>
      <Head>
        <h2>{title}</h2>
        {about}
      </Head>
      {items && (
        <List>
          {items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </List>
      )}
      {children}
    </Frame>
  );
}
