import { useMutation, useQuery } from '@tanstack/react-query';
import { ClientError } from '@yellow-sieve/client';
import type { MailboxItem } from '@yellow-sieve/contract';
import type { FieldOptions } from '@yellow-sieve/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts } from '../../parts/Dialog';
import { Muted } from '../../parts/Page';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { mailboxWords } from '../../words-set-up';
import { workbenchWords } from '../../words-workbench';

const Box = styled.article`
  display: grid;
  gap: 8px;
  margin-top: 8px;
  padding: 10px 0 14px;
  border-top: 1px solid var(--strong-rule);
`;

const Found = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 2px 20px;
  margin: 0;
  padding: 0;
  list-style: none;
`;

const Name = styled.span`
  font: 400 0.8125rem/1.4 var(--mono);
`;

/** Messages a sieve is suggested from: a kind of mail shows its shape in far fewer. */
const maxLooked = 20;

interface Suggested {
  name: string;
  about: string;
}

/** What a sieve could take out of a mailbox’s first messages, to be taken as a whole, in part, or not at all. */
export function NewSieve({ mailbox: { name, title, messages } }: { mailbox: MailboxItem }) {
  const say = workbenchWords;
  const may = useMay('author');
  const navigate = useNavigate();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const suggestion = useQuery({
    queryKey: ['suggestion', name, Math.min(messages, maxLooked)],
    enabled: may,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => suggestedFor(name, messages),
  });
  const begin = useMutation({
    mutationFn: async (some: boolean) => {
      const source = some
        ? (await service.sieves.suggest({ body: { ...(await asked(name)), without: [...left] } })).source
        : `sieve: ${name}\nfields: {}\nrules: []\n`;
      await service.sieves.putDraft({ params: { name }, body: new TextEncoder().encode(source) });
    },
    onSuccess: () => navigate(`/workbench/${name}?mailbox=${name}&of=stored`),
  });
  const { found, rest } = suggestion.data ?? { found: [], rest: [] };
  const toggle = (field: string, on: boolean) => {
    const next = new Set(left);
    if (on) next.delete(field);
    else next.add(field);
    setLeft(next);
  };
  return (
    <Box aria-label={title || name}>
      <h3>
        {title || name} <Muted>{fill(mailboxWords.messages, { count: messages })}</Muted>
      </h3>
      {suggestion.isLoading && <Muted>{say.suggesting}</Muted>}
      {suggestion.data && found.length === 0 && <Muted role="status">{say.nothingFound}</Muted>}
      {found.length > 0 && (
        <Found aria-label={say.suggested}>
          {found.map((one) => (
            <li key={one.name}>
              <Tick isSelected={!left.has(one.name)} onChange={(on) => toggle(one.name, on)}>
                <Name>{one.name}</Name> <Muted>{one.about}</Muted>
              </Tick>
            </li>
          ))}
        </Found>
      )}
      {rest.length > 0 && <Muted>{fill(say.leftOut, { list: rest.join(', ') })}</Muted>}
      {(begin.error ?? suggestion.error) && <Trouble error={begin.error ?? suggestion.error} />}
      {may && (
        <Acts>
          {found.length > 0 && (
            <InkButton
              isPending={begin.isPending}
              isDisabled={left.size === found.length}
              onPress={() => begin.mutate(true)}
            >
              {left.size === 0 ? say.takeAll : fill(say.takeSome, { count: found.length - left.size })}
            </InkButton>
          )}
          <Button isPending={begin.isPending} onPress={() => begin.mutate(false)}>
            {say.beginEmpty}
          </Button>
        </Acts>
      )}
    </Box>
  );
}

async function asked(mailbox: string) {
  const listed = await service.messages.list({ query: { mailbox, limit: String(maxLooked) } });
  return { messages: listed.items.map(({ key }) => key), sieve: mailbox, samples: false };
}

/** Fields and columns that were found; none where nothing looks like labels and values. */
async function suggestedFor(mailbox: string, messages: number): Promise<{ found: Suggested[]; rest: string[] }> {
  const say = workbenchWords;
  try {
    const { fields, columns, left_out } = await service.sieves.suggest({ body: await asked(mailbox) });
    const typeOf = ({ type }: FieldOptions) => type;
    const all = Math.min(messages, maxLooked);
    // The title, or whatever makes an item, stands in each of them.
    const rows = Math.max(0, ...columns.map((one) => one.found));
    const found = [
      ...fields.map((one) => ({
        name: one.name,
        about: fill(say.foundIn, { type: typeOf(one.options), found: one.found, all }),
      })),
      ...columns.map((one) => ({
        name: one.name,
        about: fill(say.foundColumn, { type: typeOf(one.options), found: one.found, all: rows }),
      })),
    ];
    return { found, rest: left_out.map(({ label, why }) => `“${label}” (${say.leftOutFor[why]})`) };
  } catch (error) {
    if (error instanceof ClientError && error.code === 'YS-SUGGEST-NOTHING') return { found: [], rest: [] };
    throw error;
  }
}
