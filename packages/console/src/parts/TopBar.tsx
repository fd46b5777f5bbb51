import type { ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { styled } from 'styled-components';
import markUrl from '../looks/mark.svg';
import { words } from '../words';
import { FindBox } from './FindBox';
import { PersonMenu } from './PersonMenu';
import { useWantsHand } from './use-wants-hand';

const Frame = styled.div`
  display: flex;
  flex-direction: column;
  min-height: 100%;
  @media (min-height: 560px) and (min-width: 760px) {
    height: 100%;
  }
`;

const Skip = styled.a`
  position: absolute;
  left: -999px;
  &:focus {
    left: 8px;
    top: 8px;
    z-index: 30;
    padding: 6px 12px;
    background: var(--ink);
    color: var(--sheet);
  }
`;

const Bar = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: stretch;
  gap: 0 20px;
  min-height: 44px;
  padding: 0 16px;
  border-bottom: 1px solid var(--strong-rule);
  background: var(--sheet);
`;

const Brand = styled(Link)`
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 43px;
  font: 600 1.0625rem/1 var(--heading);
  text-decoration: none;
`;

const Places = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 0 4px;
`;

const Place = styled(Link)`
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 43px;
  padding: 3px 9px 0;
  border-bottom: 3px solid transparent;
  color: var(--second);
  text-decoration: none;
  &:hover {
    color: var(--ink);
  }
  &[aria-current='page'] {
    border-bottom-color: var(--ink);
    color: var(--ink);
  }
  &:focus-visible {
    outline-offset: -3px;
  }
`;

const Count = styled.span`
  min-width: 18px;
  padding: 0 6px;
  border-radius: 9px;
  background: var(--yellow);
  color: var(--on-yellow);
  font-size: 0.75rem;
  font-weight: 600;
  text-align: center;
`;

const Main = styled.main`
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  outline: none;
`;

/** Whether a page is a place, or lies below it; all lie below the first one. */
const isAt = (pathname: string, place: string): boolean =>
  pathname === place || (place !== '/' && pathname.startsWith(`${place}/`));

/** The frame of every page: the places that are built, the person, and the page below. */
export function TopBar({ children }: { children: ReactNode }) {
  const { all: wants, review } = useWantsHand();
  const { pathname } = useLocation();
  const place = (to: string, text: string, also: string = to, count = 0) => (
    <Place to={to} aria-current={isAt(pathname, to) || isAt(pathname, also) ? 'page' : undefined}>
      {text}
      {count > 0 && <Count>{count}</Count>}
    </Place>
  );
  return (
    <Frame>
      <Skip href="#page">{words.skip}</Skip>
      <Bar>
        <Brand to="/">
          <img src={markUrl} alt="" width={22} height={22} />
          {words.product}
        </Brand>
        <Places aria-label={words.places.label}>
          {place('/', words.places.overview, '/', wants)}
          {place('/mailboxes', words.places.mailboxes)}
          {place('/workbench', words.places.workbench)}
          {place('/messages', words.places.messages, '/views')}
          {place('/review', words.places.review, '/review', review)}
          {place('/records', words.places.records, '/exports')}
          {place('/destinations', words.places.destinations)}
          {place('/lookups', words.places.lookups)}
        </Places>
        <FindBox />
        <PersonMenu />
      </Bar>
      <Main id="page" tabIndex={-1} key={pathname.split('/')[1]}>
        {children}
      </Main>
    </Frame>
  );
}
