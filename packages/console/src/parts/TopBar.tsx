import type { ReactNode } from 'react';
import { NavLink, useLocation } from 'react-router';
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

const Brand = styled(NavLink)`
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

const Place = styled(NavLink)`
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

/** The frame of every page: the places that are built, the person, and the page below. */
export function TopBar({ children }: { children: ReactNode }) {
  const { all: wants, review } = useWantsHand();
  const { pathname } = useLocation();
  return (
    <Frame>
      <Skip href="#page">{words.skip}</Skip>
      <Bar>
        <Brand to="/">
          <img src={markUrl} alt="" width={22} height={22} />
          {words.product}
        </Brand>
        <Places aria-label={words.places.label}>
          <Place to="/" end>
            {words.places.overview}
            {wants > 0 && <Count>{wants}</Count>}
          </Place>
          <Place to="/mailboxes">{words.places.mailboxes}</Place>
          <Place to="/workbench">{words.places.workbench}</Place>
          <Place to="/messages">{words.places.messages}</Place>
          <Place to="/review">
            {words.places.review}
            {review > 0 && <Count>{review}</Count>}
          </Place>
          <Place to="/records">{words.places.records}</Place>
          <Place to="/destinations">{words.places.destinations}</Place>
          <Place to="/lookups">{words.places.lookups}</Place>
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
