import { type Piece, piecesOf, piecesOfAddress } from '@yellow-sieve/core/shapes';
import { styled } from 'styled-components';

const Mark = styled.span`
  padding: 0 3px;
  border: 1px solid var(--bad);
  border-radius: 2px;
  color: var(--bad);
  font: 400 0.75em/1.2 var(--mono);
  unicode-bidi: isolate;
`;

/** Words of a sender in a line of ours: what would turn, hide or disguise them is shown as what it is, and not obeyed. */
export const Said = ({ text }: { text: string }) => <Pieces pieces={piecesOf(text)} />;

/** The same of an address, where letters that look like others are shown as well. */
export const SaidAddress = ({ address }: { address: string }) => <Pieces pieces={piecesOfAddress(address)} />;

function Pieces({ pieces }: { pieces: readonly Piece[] }) {
  return (
    <bdi>
      {pieces.map(({ text, hidden }, i) =>
        hidden ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces never change their order
          <Mark key={i} title={hidden.name}>
            {hidden.short}
          </Mark>
        ) : (
          text
        ),
      )}
    </bdi>
  );
}
