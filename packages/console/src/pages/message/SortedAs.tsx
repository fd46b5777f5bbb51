import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { MessageDetail } from '@yellow-sieve/contract';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Choice } from '../../parts/Choice';
import { Muted } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { sorterWords as say } from '../../words-sorter';
import { Section } from './Section';

const Inside = styled.div`
  display: grid;
  gap: 8px;
  padding: 8px 16px 12px;
`;

const noneKey = 'none of these';

/** Which category the sorter gave a message and why, and a way to say which it is. */
export function SortedAs({ message }: { message: MessageDetail }) {
  const { key, mailbox, sorting, labelled, category } = message;
  const queries = useQueryClient();
  const may = useMay('reviewer');
  const { data } = useQuery({
    queryKey: ['mailboxes', mailbox, 'sorter'],
    enabled: may && sorting !== null,
    queryFn: () => service.sorting.get({ params: { name: mailbox } }),
  });
  const label = useMutation({
    mutationFn: (chosen: string) =>
      service.sorting.label({
        params: { key },
        body: { category: chosen === noneKey ? null : chosen, again: true },
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['message', key] }),
  });
  if (!sorting) return null;
  const { by, confidence } = sorting;
  const judged = confidence !== null && fill(say.bySorter, { percent: Math.round(confidence * 100) });
  const said = labelled ? fill(say.byPerson, { by: labelled.by }) : by === 'described' ? say.byModel : judged;
  return (
    <Section title={say.sortedAs} about={<Link to={`/mailboxes/${mailbox}/sorter`}>{say.open}</Link>}>
      <Inside>
        <span>
          <strong>{category ?? say.unsorted}</strong> {said && <Muted>· {said}</Muted>}
        </span>
        {!labelled && <Muted>{sorting.why}</Muted>}
        {label.error && <Trouble error={label.error} />}
        {may && data && (
          <Choice
            label={say.isLabel}
            inline
            value={labelled ? (labelled.category ?? noneKey) : ''}
            options={data.categories.map((one) => ({ key: one.category, text: one.category }))}
            onChange={(chosen) => label.mutate(chosen)}
            help={say.isLabelHelp}
          />
        )}
      </Inside>
    </Section>
  );
}
