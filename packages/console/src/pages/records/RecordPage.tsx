import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { JournalEntry, MessageDetail, RecordRevision } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Link, useParams } from 'react-router';
import { styled } from 'styled-components';
import { fieldColour } from '../../looks/tokens';
import { Button } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { Said } from '../../parts/Said';
import { StateMark } from '../../parts/StateMark';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { recordWords } from '../../words-review';
import { FieldName } from '../message/FieldName';
import { Section } from '../message/Section';
import { useMessage } from '../message/use-message';
import { madeBy, placesOf, shownAt } from './revisions';

const Body = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
`;

const Wide = styled.div`
  overflow-x: auto;
  padding: 0 16px 10px;
  th,
  td {
    min-width: 130px;
    max-width: 300px;
    vertical-align: top;
    overflow-wrap: anywhere;
  }
  tbody td {
    font: 400 0.8125rem/1.45 var(--mono);
  }
  td[data-changed='true'] {
    background: var(--wash);
  }
`;

const List = styled.ul`
  margin: 0;
  padding: 0 16px 8px;
  list-style: none;
  li {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
`;

const Cells = styled.dl`
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 1px 12px;
  margin: 4px 0 0;
  font-size: 0.8125rem;
  dt {
    color: var(--second);
  }
  dd {
    margin: 0;
    font-family: var(--mono);
    overflow-wrap: anywhere;
  }
`;

const NoteForm = styled.form`
  display: flex;
  gap: 10px;
  align-items: end;
  padding: 4px 16px 14px;
  > :first-child {
    flex: 1;
    max-width: 560px;
  }
`;

/** A record: its revisions side by side, what of it went where and stands there now, and what people did and noted. */
export default function RecordPage() {
  const say = recordWords;
  const { key = '' } = useParams();
  const history = useQuery({
    queryKey: ['records', key, 'history'],
    queryFn: () => service.records.history({ params: { key } }),
  });
  const message = useMessage(history.data?.message ?? '').data;
  const subject = message?.subject || words.messages.noSubject;
  return (
    <Page
      title={fill(say.title, { subject })}
      heading={<Said text={subject} />}
      about={message && <StateMark state={message.state} />}
      acts={history.data && <Link to={`/messages/${history.data.message}`}>{say.message}</Link>}
    >
      {history.error && <Trouble error={history.error} onRetry={() => void history.refetch()} />}
      {!history.data && !history.error && <Empty>{words.common.loading}</Empty>}
      {history.data && (
        <Body>
          <Section title={say.revisions}>
            <Revisions revisions={history.data.revisions} />
          </Section>
          <Section title={words.message.deliveries}>
            {message && <Deliveries deliveries={message.deliveries} />}
          </Section>
          <Section title={say.journal}>
            <Journal entries={history.data.journal} message={history.data.message} record={key} />
          </Section>
        </Body>
      )}
    </Page>
  );
}

/** Revisions shown beside each other; earlier ones are a press away. */
const maxShown = 4;

function Revisions({ revisions }: { revisions: readonly RecordRevision[] }) {
  const say = recordWords;
  const [all, setAll] = useState(false);
  const shown = all ? revisions : revisions.slice(-maxShown);
  const before = revisions.length > shown.length ? revisions[revisions.length - shown.length - 1] : undefined;
  return (
    <Wide tabIndex={0} role="group" aria-label={say.revisions}>
      {before && <Button onPress={() => setAll(true)}>{fill(say.allRevisions, { count: revisions.length })}</Button>}
      <RuledTable aria-label={say.revisions}>
        <thead>
          <tr>
            <th scope="col">{words.message.field}</th>
            {shown.map((revision) => (
              <th key={revision.number} scope="col">
                {fill(say.revision, { number: revision.number })}&ensp;
                <StateMark state={revision.verdict} />
                <br />
                <Muted>
                  {madeBy(revision)} · <When at={revision.made} />
                </Muted>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {placesOf(shown).map((place, at) => (
            <tr key={place}>
              <th scope="row">
                <FieldName $colour={fieldColour(at)}>{place}</FieldName>
              </th>
              {shown.map((revision, i) => {
                const was = shown[i - 1] ?? before;
                const [text, earlier] = [shownAt(revision, place), was && shownAt(was, place)];
                return (
                  <td key={revision.number} data-changed={earlier !== undefined && earlier !== text}>
                    {text || <Muted>{words.common.noValue}</Muted>}
                    {revision.entered.includes(place) && <Muted> {say.entered}</Muted>}
                  </td>
                );
              })}
            </tr>
          ))}
          <tr>
            <th scope="row">{words.message.reasons}</th>
            {shown.map(({ number, reasons }) => (
              <td key={number} style={{ fontFamily: 'var(--text)' }}>
                {reasons.map(({ text }) => text).join(' ') || words.common.none}
              </td>
            ))}
          </tr>
        </tbody>
      </RuledTable>
    </Wide>
  );
}

function Deliveries({ deliveries }: { deliveries: MessageDetail['deliveries'] }) {
  return (
    <List>
      {deliveries.length === 0 && <li>{words.message.noDeliveries}</li>}
      {deliveries.map((delivery) => (
        <li key={delivery.key}>
          <strong>{delivery.destination}</strong>&ensp;
          <StateMark state={delivery.state} />{' '}
          <Muted>
            {fill(recordWords.ofRevision, { number: delivery.revision })} · {delivery.answer} ·{' '}
            <When at={delivery.updated} />
          </Muted>
          <Standing delivery={delivery} />
        </li>
      ))}
    </List>
  );
}

/** What stands there now, where the target can say. */
function Standing({ delivery: { key, state, updated } }: { delivery: MessageDetail['deliveries'][number] }) {
  const say = recordWords;
  const { data, error } = useQuery({
    queryKey: ['standing', key, updated],
    enabled: state === 'delivered' || state === 'uncertain',
    queryFn: () => service.deliveries.standing({ params: { key } }),
  });
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  if (data.detail !== null) return <Muted> {data.detail}</Muted>;
  if (data.cells === null) return <Muted> {say.nothingThere}</Muted>;
  return (
    <Cells aria-label={say.standing}>
      <dt>{say.standing}</dt>
      <dd />
      {data.cells.map(([name, text]) => (
        <div key={name} style={{ display: 'contents' }}>
          <dt>{name}</dt>
          <dd>{text || words.common.noValue}</dd>
        </div>
      ))}
    </Cells>
  );
}

function Journal({ entries, message, record }: { entries: readonly JournalEntry[]; message: string; record: string }) {
  const say = recordWords;
  const queries = useQueryClient();
  const may = useMay('reviewer');
  const [text, setText] = useState('');
  const note = useMutation({
    mutationFn: () => service.review.note({ params: { key: message }, body: { text } }),
    onSuccess: () => {
      setText('');
      void queries.invalidateQueries({ queryKey: ['records', record, 'history'] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() !== '') note.mutate();
  };
  return (
    <>
      <List>
        {entries.length === 0 && <li>{say.noJournal}</li>}
        {entries.map(({ at, by, act, words: said }) => (
          <li key={at + act + said}>
            <strong>{by}</strong> {say.acts[act as keyof typeof say.acts] ?? act}
            {said && <>: {said}</>}{' '}
            <Muted>
              <When at={at} />
            </Muted>
          </li>
        ))}
      </List>
      {may && (
        <NoteForm onSubmit={submit}>
          <TextField label={say.note} value={text} onChange={setText} maxLength={2000} />
          <Button type="submit" isPending={note.isPending} isDisabled={text.trim() === ''}>
            {say.noteSubmit}
          </Button>
        </NoteForm>
      )}
      {note.error && <Trouble error={note.error} />}
    </>
  );
}
