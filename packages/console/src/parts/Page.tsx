import { unmasked } from '@yellow-sieve/core/shapes';
import { type ReactNode, useEffect } from 'react';
import { styled } from 'styled-components';
import { fill, words } from '../words';

/** The line under the top bar: the page's title, what is said of it, and its acts. */
const Line = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  min-height: 46px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--strong-rule);
  h1 {
    min-width: 0;
    overflow-wrap: anywhere;
  }
`;

const About = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  color: var(--second);
`;

const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-left: auto;
`;

const Work = styled.div`
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
`;

export interface PageProps {
  title: string;
  /** The title as it is drawn, where it is words of a sender. */
  heading?: ReactNode;
  about?: ReactNode;
  acts?: ReactNode;
  children: ReactNode;
}

export function Page({ title, heading, about, acts, children }: PageProps) {
  useEffect(() => {
    document.title = fill(words.common.pageTitle, { page: unmasked(title) });
  }, [title]);
  return (
    <>
      <Line>
        <h1>{heading ?? title}</h1>
        {about && <About>{about}</About>}
        {acts && <Acts>{acts}</Acts>}
      </Line>
      <Work>{children}</Work>
    </>
  );
}

/** Words where there is nothing to show, and what to do about it. */
export const Empty = styled.div`
  display: grid;
  justify-items: start;
  gap: 10px;
  max-width: 46ch;
  padding: 40px 16px;
  color: var(--second);
  h2 {
    color: var(--ink);
  }
`;

export const Muted = styled.span`
  color: var(--second);
`;
