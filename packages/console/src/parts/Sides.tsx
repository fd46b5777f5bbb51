import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import { styled } from 'styled-components';

/** Two sides: a message on the left, and what is made of it on the right. On a narrow page one below the other. */
export const Sides = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 46fr) minmax(0, 54fr);
  flex: 1;
  min-height: 0;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

export const Side = styled.div`
  display: flex;
  flex-direction: column;
  min-height: 0;
`;

/** The left side: the sheet the message lies on. */
export const Left = styled(Side)`
  border-right: 1px solid var(--strong-rule);
  background: var(--sheet);
  @media (max-width: 900px) {
    border-right: 0;
    border-bottom: 1px solid var(--strong-rule);
  }
`;

/** The line over a side. */
export const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  min-height: 40px;
  padding: 5px 16px;
  border-bottom: 1px solid var(--rule);
  color: var(--second);
`;

/** Several views of one thing, chosen by segments. */
export const Views = styled(Tabs)`
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
`;

export const Segments = styled(TabList)`
  display: flex;
  margin-left: auto;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
`;

export const Segment = styled(Tab)`
  padding: 2px 10px;
  color: var(--ink);
  cursor: pointer;
  outline: none;
  &[data-selected] {
    background: var(--ink);
    color: var(--sheet);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
`;

export const View = styled(TabPanel)`
  flex: 1;
  min-height: 0;
  overflow: auto;
  outline: none;
  &[data-focus-visible] {
    box-shadow: inset 0 0 0 2px var(--ink);
  }
  @media (max-width: 900px) {
    min-height: 50vh;
  }
`;

export const Scroll = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
`;
