import { messageEndpoints } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Empty, Muted } from '../../parts/Page';
import { words } from '../../words';

const Frame = styled.iframe`
  display: block;
  flex: 1;
  width: 100%;
  border: 0;
  background: #fff;
`;

const Fit = styled.div`
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 50vh;
`;

const Note = styled(Muted)`
  padding: 7px 16px;
  border-bottom: 1px solid var(--rule);
`;

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
  return (
    <Fit>
      <Note>{words.message.originalNote}</Note>
      <Frame
        title={words.message.originalTitle}
        sandbox="allow-same-origin"
        src={`${path}?revision=${revision ?? 0}`}
      />
    </Fit>
  );
}
