import { styled } from 'styled-components';
import { Page } from '../../parts/Page';
import { words } from '../../words';
import { PeopleSection } from './PeopleSection';
import { TokensSection } from './TokensSection';

const Sections = styled.div`
  display: grid;
  gap: 30px;
  max-width: 980px;
  padding: 16px 16px 32px;
  overflow: auto;
`;

/** Who may do what here: people with their roles, and tokens for programs. */
export default function PeoplePage() {
  return (
    <Page title={words.people.title}>
      <Sections>
        <PeopleSection />
        <TokensSection />
      </Sections>
    </Page>
  );
}
