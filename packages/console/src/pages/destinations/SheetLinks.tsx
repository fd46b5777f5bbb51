import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { DestinationItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { MenuTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Sheet } from '../../parts/Choice';
import { Item, List } from '../../parts/MenuList';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { destinationWords } from '../../words-set-up';
import { Confirm } from '../people/Confirm';

const Links = styled.span`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
`;

type Act = 'renew' | 'withdraw';

/** The secret links of a sheet. Whoever has one can download, so it can be made anew, and taken back. */
export function SheetLinks({ item: { name, title, linked, links } }: { item: DestinationItem }) {
  const queries = useQueryClient();
  const may = useMay('author');
  const [asking, setAsking] = useState<Act | null>(null);
  const change = useMutation({
    mutationFn: (act: Act) =>
      act === 'renew'
        ? service.destinations.renewLink({ params: { name } })
        : service.destinations.withdrawLink({ params: { name } }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['destinations'] }),
  });
  if (!linked) return null;
  const { links: say } = destinationWords;
  return (
    <Links>
      {links.map((link) => (
        <a key={link} href={link} download>
          {link.slice(link.indexOf('.'))}
        </a>
      ))}
      {links.length === 0 && <Muted>{say.none}</Muted>}
      {may && (
        <MenuTrigger>
          <Button aria-label={`${say.act}: ${title}`}>{say.act}</Button>
          <Sheet placement="bottom end">
            <List onAction={(key) => setAsking(key as Act)}>
              <Item id="renew">{say.renew}</Item>
              {links.length > 0 && <Item id="withdraw">{say.withdraw}</Item>}
            </List>
          </Sheet>
        </MenuTrigger>
      )}
      {change.error && <Trouble error={change.error} />}
      <Confirm
        title={fill(asking === 'withdraw' ? say.withdrawTitle : say.renewTitle, { title })}
        help={asking === 'withdraw' ? say.withdrawHelp : say.renewHelp}
        act={asking === 'withdraw' ? say.withdraw : say.renew}
        isOpen={asking !== null}
        onClose={() => setAsking(null)}
        onConfirm={() => asking && change.mutate(asking)}
      />
    </Links>
  );
}
