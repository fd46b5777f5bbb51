import type { MessageCounts, Overview } from '@yellow-sieve/contract';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Muted } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { When } from '../../parts/When';
import { words } from '../../words';
import { daySentence } from './day-words';

const Squares = styled.span`
  display: inline-flex;
  gap: 1px;
`;

const Square = styled.span`
  width: 9px;
  height: 9px;
  border: 1px solid var(--second);
  border-radius: 2px;
  &[data-look='fine'] {
    background: var(--second);
  }
  &[data-look='quiet'] {
    border-color: var(--strong-rule);
  }
  &[data-look='review'] {
    border-color: var(--ink);
    background: var(--yellow);
  }
  &[data-look='failed'] {
    border-color: var(--bad);
    background: linear-gradient(45deg, transparent 40%, var(--bad) 40% 60%, transparent 60%);
  }
`;

const Name = styled(Link)`
  font-weight: 600;
`;

/** Squares beyond these would not fit beside the figures. */
const maxSquares = 30;

/** A row a mailbox, with a square for each day. */
export function MailboxDays({ mailboxes, days }: { mailboxes: Overview['mailboxes']; days: readonly string[] }) {
  return (
    <RuledTable>
      <thead>
        <tr>
          <th scope="col">{words.overview.mailbox}</th>
          <th scope="col">{words.overview.squares}</th>
          <th scope="col" className="end">
            {words.overview.in}
          </th>
          <th scope="col" className="end">
            {words.overview.review}
          </th>
          <th scope="col">{words.overview.last}</th>
        </tr>
      </thead>
      <tbody>
        {mailboxes.map((mailbox) => (
          <tr key={mailbox.name}>
            <th scope="row">
              <Name to={`/messages?mailbox=${mailbox.name}`}>{mailbox.title}</Name>
              <br />
              <Muted>{mailbox.addresses[0]}</Muted>
            </th>
            <td>
              <Squares role="img" aria-label={sentences(mailbox.days, days) || words.overview.quiet}>
                {mailbox.days.slice(-maxSquares).map((counts, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a square is its day
                  <Square key={i} data-look={lookOf(counts)} />
                ))}
              </Squares>
            </td>
            <td className="end">{Object.values(mailbox.counts).reduce((sum, count) => sum + count, 0)}</td>
            <td className="end">{mailbox.counts.review}</td>
            <td>{mailbox.last ? <When at={mailbox.last} /> : words.common.never}</td>
          </tr>
        ))}
      </tbody>
    </RuledTable>
  );
}

function lookOf({ failed, review, ...rest }: MessageCounts): string {
  if (failed > 0) return 'failed';
  if (review > 0) return 'review';
  return Object.values(rest).some((count) => count > 0) ? 'fine' : 'quiet';
}

const sentences = (counts: readonly MessageCounts[], days: readonly string[]): string =>
  counts
    .flatMap((one, i) => (lookOf(one) === 'quiet' ? [] : [daySentence({ day: days[i] ?? '', counts: one })]))
    .join('. ');
