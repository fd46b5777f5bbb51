import { styled } from 'styled-components';
import { Muted } from '../../parts/Page';
import { words } from '../../words';

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

const Frame = styled.iframe`
  display: block;
  flex: 1;
  width: 100%;
  border: 0;
  background: #fff;
`;

export interface OriginalFrameProps {
  src: string;
  note: string;
  /** Called with the page inside once it is there; scripts do not run in it. */
  onInside?(inside: Document): void;
}

/** A message's own HTML, in a frame where nothing runs and from where nothing is fetched. */
export function OriginalFrame({ src, note, onInside }: OriginalFrameProps) {
  return (
    <Fit>
      <Note>{note}</Note>
      <Frame
        title={words.message.originalTitle}
        sandbox="allow-same-origin"
        src={src}
        onLoad={({ currentTarget: { contentDocument } }) => contentDocument && onInside?.(contentDocument)}
      />
    </Fit>
  );
}
