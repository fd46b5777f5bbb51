import { skipToken, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { AskedItem, ShownRef } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { service } from '../../service';
import type { MessageOutcome } from '../message/outcome';
import type { RuleEntries } from './use-tried-rule';
import { cellCount, type Wording, wordingsOf } from './wordings';

/** Milliseconds that instructions rest before their price is looked up. */
const rest = 400;
/** Milliseconds between two looks whether the answers are there, and how long they are waited for. */
const pollMs = 300;
const patienceMs = 90_000;

export interface AskingFor {
  sieve: string;
  source: string;
  /** The rule as it is being written; null while it cannot be. */
  entries: RuleEntries | null;
  /** Its place among the rules; null for a new one. */
  place: number | null;
  message: ShownRef;
  /** All messages of the workbench. */
  messages: readonly { ref: ShownRef; name: string; subject: string | null }[];
  /** The text of the live version; null where nothing is live. */
  live: string | null;
}

/** What both wordings make of one message. */
export interface WordedMessage {
  name: string;
  subject: string | null;
  lines: Wording[];
  cells: number;
}

/** A rule that asks a model, tried: what it would take, what came back, and what differs from the live version. */
export function useAsking({ sieve, source, entries, place, message, messages, live }: AskingFor) {
  const queries = useQueryClient();
  const resting = useResting(entries);
  const written = useQuery({
    queryKey: ['workbench written', sieve, source, resting, place],
    gcTime: 10_000,
    queryFn: resting
      ? () =>
          service.workbench.edit({
            params: { name: sieve },
            body: { source, act: { act: 'write rule', rule: place, source: JSON.stringify(resting) } },
          })
      : skipToken,
  });
  // While somebody types, nothing of what was written before is asked.
  const text = resting === entries && !written.isFetching ? (written.data?.source ?? null) : null;
  const all = messages.map(({ ref }) => ref);
  const here = usePrice(sieve, text, [message], false);
  const everywhere = usePrice(sieve, text, all, live !== null);
  const isAnswered = here.data !== undefined && here.data.answered === here.data.questions;
  const shown = useQuery({
    queryKey: ['workbench shown', sieve, message, text],
    gcTime: 60_000,
    queryFn:
      text === null || !isAnswered
        ? skipToken
        : () => service.workbench.shown({ params: { name: sieve }, body: { source: text, message } }),
  });
  const again = () => queries.invalidateQueries({ queryKey: ['workbench asks', sieve] });
  const tryHere = useMutation({
    mutationFn: () => untilAnswered(sieve, text ?? '', [message], false),
    onSettled: again,
  });
  const tryAll = useMutation({
    mutationFn: async (): Promise<WordedMessage[]> => {
      await untilAnswered(sieve, text ?? '', all, live !== null);
      return Promise.all(messages.map((one) => worded(sieve, one, live, text ?? '')));
    },
    onSettled: again,
  });
  return {
    text,
    problems: written.data?.problems ?? [],
    here: here.data ?? null,
    everywhere: everywhere.data ?? null,
    outcome: (isAnswered && shown.data?.outcome) || null,
    tryHere,
    tryAll,
  };
}

/** What the open questions of a text about some messages would take. */
const usePrice = (sieve: string, text: string | null, refs: readonly ShownRef[], live: boolean) =>
  useQuery({
    queryKey: ['workbench asks', sieve, text, live, refs],
    gcTime: 10_000,
    queryFn: text === null || refs.length === 0 ? skipToken : () => asks(sieve, text, refs, { live, dry: true }),
  });

function useResting<T>(value: T): T {
  const [resting, setResting] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setResting(value), rest);
    return () => clearTimeout(timer);
  }, [value]);
  return resting;
}

const asks = (sieve: string, source: string, messages: readonly ShownRef[], how: { live: boolean; dry: boolean }) =>
  service.model.ask({ params: { name: sieve }, body: { source, messages: [...messages], ...how } });

/** Has all open questions asked, and waits until they are answered, or nothing more is being asked. */
async function untilAnswered(
  sieve: string,
  source: string,
  refs: readonly ShownRef[],
  live: boolean,
): Promise<AskedItem> {
  let asked = await asks(sieve, source, refs, { live, dry: false });
  for (const until = Date.now() + patienceMs; asked.answered < asked.questions && Date.now() < until; ) {
    await new Promise((resolve) => setTimeout(resolve, pollMs));
    asked = await asks(sieve, source, refs, { live, dry: true });
    // An answer may lead to the next question; one that was given up leads nowhere.
    if (asked.waiting === 0 && asked.answered < asked.questions) {
      if (asked.detail !== null) break;
      asked = await asks(sieve, source, refs, { live, dry: false });
    }
  }
  return asked;
}

async function worded(
  sieve: string,
  { ref, name, subject }: AskingFor['messages'][number],
  live: string | null,
  text: string,
): Promise<WordedMessage> {
  const outcomeBy = async (source: string): Promise<MessageOutcome | null> =>
    (await service.workbench.shown({ params: { name: sieve }, body: { source, message: ref } })).outcome;
  const [before, after] = [live === null ? null : await outcomeBy(live), await outcomeBy(text)];
  return { name, subject, lines: wordingsOf(before, after), cells: cellCount(before, after) };
}
