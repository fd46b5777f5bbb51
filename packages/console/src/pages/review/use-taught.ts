import { useMutation } from '@tanstack/react-query';
import type { MessageDetail } from '@yellow-sieve/contract';
import { useState } from 'react';
import { useKinds } from '../../parts/use-kinds';
import { service } from '../../service';
import { fill } from '../../words';
import { reviewWords } from '../../words-review';
import type { Settling } from './use-settling';

/** What a sieve can learn of a message, by the rules that were at work in it. */
export type Way = 'none' | 'example' | 'layout' | 'sample';

/** Teaches the sieve by what is confirmed, in the way the person chose. */
export function useTaught({ key, outcome }: MessageDetail, { setTaught }: Settling) {
  const { rules } = useKinds();
  const [way, setWay] = useState<Way>('none');
  const kinds = new Set(outcome?.trace.map(({ kind }) => kind as string));
  const has = (test: 'asks' | 'layouts') => rules.some((rule) => rule[test] && kinds.has(rule.kind));
  const ways: Way[] = outcome
    ? [
        'none',
        ...(has('asks') ? (['example'] as const) : []),
        ...(has('layouts') ? (['layout'] as const) : []),
        'sample',
      ]
    : [];
  const { mutate } = useMutation({
    mutationFn: (as: Exclude<Way, 'none'>) => service.review.teach({ params: { key }, body: { as } }),
    onSuccess: ({ sieve }) => setTaught(fill(reviewWords.desk.taught, { sieve })),
    onError: (error) => setTaught(fill(reviewWords.desk.taughtNot, { why: error.message })),
  });
  return { ways, way, setWay, teach: () => (way === 'none' ? undefined : mutate(way)) };
}
