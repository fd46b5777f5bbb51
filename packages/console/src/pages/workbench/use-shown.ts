import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { ShownRef } from '@yellow-sieve/contract';
import type { RouteHit } from '@yellow-sieve/core';
import { service } from '../../service';
import type { MessageOutcome, MessageReading } from '../message/outcome';
import type { Column, Selection } from './use-columns';

export const refOf = ({ name }: Column, { of }: Selection): ShownRef =>
  of === 'samples' ? { sample: name } : { message: name };

export interface Shown {
  verdict: string | null;
  reasons: { code: string; text: string }[];
  outcome: MessageOutcome | null;
  hits: RouteHit[];
  tried: boolean;
}

/** What rules see of the shown message. */
export function useShownReading(name: string, ref: ShownRef | null) {
  return useQuery({
    queryKey: ['workbench reading', name, ref],
    enabled: ref !== null,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () =>
      (await service.workbench.reading({ params: { name }, body: { message: ref as ShownRef } })) as MessageReading,
  });
}

/** What the text makes of the shown message; the last one stays until the next is there. */
export function useShown(name: string, ref: ShownRef | null, source: string, enabled: boolean) {
  return useQuery({
    queryKey: ['workbench shown', name, ref, source],
    enabled: enabled && ref !== null,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    queryFn: async () =>
      (await service.workbench.shown({ params: { name }, body: { source, message: ref as ShownRef } })) as Shown,
  });
}

/** Fields, columns and rules of the text, or why it does not compile; the last good ones stay while it does not. */
export function useOutline(source: string) {
  return useQuery({
    queryKey: ['workbench outline', source],
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    placeholderData: keepPreviousData,
    queryFn: () => service.workbench.outline({ body: { source } }),
  });
}
