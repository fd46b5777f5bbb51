import { messageEndpoints } from '@yellow-sieve/contract';
import { Empty } from '../../parts/Page';
import { words } from '../../words';
import { OriginalFrame } from './OriginalFrame';

export interface OriginalProps {
  messageKey: string;
  /** Marks belong to a revision. */
  revision: number | null;
  hasHtml: boolean;
}

/** The message's own HTML, in a frame where nothing runs and from where nothing is fetched. */
export function Original({ messageKey, revision, hasHtml }: OriginalProps) {
  if (!hasHtml) return <Empty>{words.message.noOriginal}</Empty>;
  const path = messageEndpoints.original.path.replace(':key', messageKey);
  return <OriginalFrame src={`${path}?revision=${revision ?? 0}`} note={words.message.originalNote} />;
}
