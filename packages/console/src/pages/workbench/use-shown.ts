import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import type { ResponseOf, ShownRef, workbenchEndpoints } from '@yellow-sieve/contract';
import { service } from '../../service';
import type { Column, Selection } from './use-columns';

export const refOf = ({ name }: Column, { of }: Selection): ShownRef =>
  of === 'samples' ? { sample: name } : { message: name };

/** What a text makes of a message. */
export type Shown = ResponseOf<typeof workbenchEndpoints.shown>;

/** What rules see of the shown message. */
export function useShownReading(name: string, ref: ShownRef | null) {
  return useQuery({
    queryKey: ['workbench reading', name, ref],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ref ? () => service.workbench.reading({ params: { name }, body: { message: ref } }) : skipToken,
  });
}

/** What the text makes of the shown message; the last one stays until the next is there. */
export function useShown(name: string, ref: ShownRef | null, source: string, enabled: boolean) {
  return useQuery({
    queryKey: ['workbench shown', name, ref, source],
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    queryFn:
      enabled && ref ? () => service.workbench.shown({ params: { name }, body: { source, message: ref } }) : skipToken,
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
