import { Button, Header, MenuSection, MenuTrigger, Separator } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { service } from '../service';
import { useSession, useSetSession } from '../session/use-session';
import { fill, words } from '../words';
import { Sheet } from './Choice';
import { Item, List } from './MenuList';
import { type Look, usePreferences } from './use-preferences';

const Who = styled(Button)`
  padding: 0 4px;
  border: 0;
  background: none;
  color: var(--second);
  cursor: pointer;
  &[data-hovered] {
    color: var(--ink);
  }
`;

const looks: Look[] = ['system', 'light', 'dark'];

/** Behind the person's name: settings of this browser, people, and log-out. */
export function PersonMenu() {
  const { data: caller } = useSession();
  const [{ look, shortcuts }, prefer] = usePreferences();
  const setSession = useSetSession();
  const navigate = useNavigate();
  if (!caller) return null;
  const logOut = async () => {
    await service.session.close();
    setSession(null);
    navigate('/');
  };
  return (
    <MenuTrigger>
      <Who aria-label={fill(words.person.menu, { name: caller.name })}>{shortName(caller.name)}</Who>
      <Sheet placement="bottom end">
        <List>
          <MenuSection
            selectionMode="single"
            selectedKeys={[look]}
            disallowEmptySelection
            onSelectionChange={(keys) => prefer({ look: [...(keys as Set<Look>)][0] ?? 'system' })}
          >
            <Header>{words.person.look}</Header>
            {looks.map((one) => (
              <Item key={one} id={one} shouldCloseOnSelect={false}>
                {words.person[one]}
              </Item>
            ))}
          </MenuSection>
          <MenuSection
            aria-label={words.person.shortcuts}
            selectionMode="multiple"
            selectedKeys={shortcuts ? ['shortcuts'] : []}
            onSelectionChange={(keys) => prefer({ shortcuts: (keys as Set<string>).has('shortcuts') })}
          >
            <Item id="shortcuts" shouldCloseOnSelect={false}>
              {words.person.shortcuts}
            </Item>
          </MenuSection>
          <Separator />
          <Item id="notices" href="/notices">
            {words.person.notices}
          </Item>
          <Item id="account" href="/account">
            {words.person.account}
          </Item>
          {caller.role === 'owner' && (
            <Item id="people" href="/people">
              {words.person.people}
            </Item>
          )}
          <Item id="out" onAction={() => void logOut()}>
            {words.person.logOut}
          </Item>
        </List>
      </Sheet>
    </MenuTrigger>
  );
}

/** “Nils A.” of “Nils Aldous”. */
function shortName(name: string): string {
  const [first = '', ...rest] = name.split(/\s+/);
  const last = rest.at(-1);
  return last ? `${first} ${last.charAt(0)}.` : first;
}
