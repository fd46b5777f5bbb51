import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import type { ResponseOf, ShownRef, workbenchEndpoints } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { service } from '../../service';
import type { DrawnRule } from '../message/annotated-lines';

export type RuleEntries = Readonly<Record<string, unknown>>;
/** What a rule makes of a message by itself. */
export type TriedRule = ResponseOf<typeof workbenchEndpoints.rule>;

/** Milliseconds that a rule rests before it is tried: while somebody types, each letter would be a question. */
const rest = 180;

export interface ToTry {
  sieve: string;
  source: string;
  entries: RuleEntries | null;
  place: number | null;
  message: ShownRef;
  /** A typed text in the place of the message; empty for the message. */
  text: string;
}

/** Tries a rule while it is being written. */
export function useTriedRule({ sieve, source, entries, place, message, text }: ToTry): TriedRule | null {
  const [resting, setResting] = useState(entries);
  useEffect(() => {
    const timer = setTimeout(() => setResting(entries), rest);
    return () => clearTimeout(timer);
  }, [entries]);
  const { data } = useQuery({
    queryKey: ['workbench rule', sieve, source, resting, place, text === '' ? message : text],
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    queryFn: resting
      ? () =>
          service.workbench.rule({
            params: { name: sieve },
            body: { source, rule: { ...resting }, place, ...(text === '' ? { message } : { text }) },
          })
      : skipToken,
  });
  return (resting && data) ?? null;
}

/** Milliseconds that a rule rests before it is counted in many messages. */
const countRest = 700;

export type RuleCount = NonNullable<ResponseOf<typeof workbenchEndpoints.count>['count']>;

/** In how many stored messages a rule finds anything, once nobody types any more; null until it is known. */
export function useRuleCount({
  sieve,
  source,
  entries,
  place,
  mailbox,
}: Omit<ToTry, 'message' | 'text'> & { mailbox: string | null }): RuleCount | null {
  const [resting, setResting] = useState<RuleEntries | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setResting(entries), countRest);
    return () => clearTimeout(timer);
  }, [entries]);
  const { data } = useQuery({
    queryKey: ['workbench count', sieve, source, resting, place, mailbox],
    gcTime: 10_000,
    queryFn: resting
      ? () =>
          service.workbench.count({
            params: { name: sieve },
            body: { source, rule: { ...resting }, place, ...(mailbox ? { mailbox } : {}) },
          })
      : skipToken,
  });
  return (resting === entries && data?.count) || null;
}

/** What is drawn in the proof of a rule that is being written. */
export interface RuleDrawing {
  evidence: NonNullable<TriedRule['tried']>['evidence'];
  drawn: DrawnRule;
}

const inText = /^message\.(?:text|body|quoted|signature|disclaimer|own)/;

/** What a tried rule takes, finds and cuts away in the text of the message; null where nothing was tried. */
export function drawingOf(tried: TriedRule | null): RuleDrawing | null {
  const { tried: outcome } = tried ?? {};
  const [entry] = outcome?.trace ?? [];
  if (!outcome || !entry) return null;
  const looked = 'looked_at' in entry && typeof entry.looked_at === 'string' ? entry.looked_at : 'message.body';
  const isText = inText.test(looked);
  const cuts = 'cuts' in entry ? (entry.cuts as { at: { start: number; end: number }[] }[] | undefined) : undefined;
  const at = 'at' in entry && Array.isArray(entry.at) ? (entry.at as { start: number; end: number }[]) : [];
  return {
    evidence: outcome.evidence,
    // A step that finds nothing takes nothing: what the ones before it left is still to be seen.
    drawn: {
      kept: cuts && isText ? (cuts.findLast((cut) => cut.at.length > 0)?.at ?? null) : null,
      boxed: isText ? at : [],
    },
  };
}
