import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useShortcuts } from '../../parts/use-shortcuts';
import { type MessageFilter, searchOf } from '../messages/messages-query';
import { useNeighbours } from './use-message';

/** Ways to the neighbours in the list, by buttons and by single keys. */
export function useGo(key: string, filter: MessageFilter) {
  const navigate = useNavigate();
  const { newer, older } = useNeighbours(key, filter);
  const search = searchOf(filter);
  const go = useMemo(
    () => ({
      newer: newer === null ? null : () => void navigate(`/messages/${newer}${search}`),
      older: older === null ? null : () => void navigate(`/messages/${older}${search}`),
      back: `/messages${search}`,
    }),
    [navigate, newer, older, search],
  );
  const keys = useMemo(
    () => ({ j: () => go.older?.(), k: () => go.newer?.(), u: () => void navigate(go.back) }),
    [go, navigate],
  );
  useShortcuts(keys);
  return go;
}

export type Go = ReturnType<typeof useGo>;
