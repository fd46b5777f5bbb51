import type { MessageDetail, ReviewItem } from '@yellow-sieve/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../../parts/Button';
import { Empty, Muted, Page } from '../../parts/Page';
import { Said, SaidAddress } from '../../parts/Said';
import { Head, Left, Segment, Segments, Sides, View, Views } from '../../parts/Sides';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { fill, words } from '../../words';
import { reviewWords } from '../../words-review';
import { AnnotatedText } from '../message/AnnotatedText';
import { Original } from '../message/Original';
import type { MessageReading } from '../message/outcome';
import { useMessage, useReading } from '../message/use-message';
import { DeskSide } from './DeskSide';
import { UndoBar } from './UndoBar';
import { useDesk, useSelection } from './use-desk';
import { useSettling } from './use-settling';

const nothing = {};
const noLeftovers: never[] = [];

/** What waits for a person, one after the other: the proof beside editors, by keys alone where one likes. */
export default function DeskPage() {
  const say = reviewWords.desk;
  const selection = useSelection();
  const desk = useDesk(selection);
  const { item, others } = desk;
  const settling = useSettling(desk);
  return (
    <Page
      title={say.title}
      about={
        <>
          {item && item.place > 0 && <span>{fill(say.place, { place: item.place, waiting: item.waiting })}</span>}
          {others > 0 && <Muted>{fill(say.others, { count: others })}</Muted>}
          <UndoBar settling={settling} />
        </>
      }
      acts={<Link to="/review">{say.causes}</Link>}
    >
      {desk.error && <Trouble error={desk.error} onRetry={desk.afresh} />}
      {item === undefined && !desk.error && <Empty>{words.common.loading}</Empty>}
      {item === null && (
        <Empty>
          <h2>{say.over}</h2>
          {say.overHelp}
          <Button onPress={desk.afresh}>{say.afresh}</Button>
        </Empty>
      )}
      {item && <OpenMessage key={item.key} item={item} desk={desk} settling={settling} />}
    </Page>
  );
}

interface OpenMessageProps {
  item: ReviewItem;
  desk: ReturnType<typeof useDesk>;
  settling: ReturnType<typeof useSettling>;
}

function OpenMessage({ item, desk, settling }: OpenMessageProps) {
  const { data: message, error, refetch } = useMessage(item.key);
  const reading = useReading(item.key, message?.revision).data ?? null;
  const [chosen, setChosen] = useState<string | null>(null);
  // What was taken back waits again a moment later, and is counted again.
  const isBack = message?.state === 'review' && item.place === 0;
  const { renew } = desk;
  useEffect(() => {
    if (isBack) renew();
  }, [isBack, renew]);
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />;
  if (!message) return <Empty>{words.common.loading}</Empty>;
  return (
    <Sides>
      <Came message={message} reading={reading} chosen={chosen} onChoose={setChosen} />
      <DeskSide
        item={item}
        message={message}
        reading={reading}
        chosen={chosen}
        onChoose={setChosen}
        desk={desk}
        settling={settling}
      />
    </Sides>
  );
}

interface CameProps {
  message: MessageDetail;
  reading: MessageReading | null;
  chosen: string | null;
  onChoose(field: string): void;
}

function Came({ message, reading, chosen, onChoose }: CameProps) {
  const { outcome } = message;
  const fields = outcome ? [...Object.keys(outcome.fields), ...Object.keys(outcome.rows[0] ?? {})] : [];
  return (
    <Left>
      <Views>
        <Head>
          <Link to={`/messages/${message.key}`}>
            <strong>
              <Said text={message.subject || words.messages.noSubject} />
            </strong>
          </Link>
          <span>
            <SaidAddress address={message.from ?? ''} /> · <When at={message.received} />
          </span>
          <Segments aria-label={words.message.views}>
            <Segment id="proof">{words.message.proof}</Segment>
            <Segment id="original">{words.message.original}</Segment>
          </Segments>
        </Head>
        <View id="proof">
          {reading ? (
            <AnnotatedText
              reading={reading}
              evidence={outcome?.evidence ?? nothing}
              leftovers={outcome?.leftovers ?? noLeftovers}
              fields={fields}
              chosen={chosen}
              onChoose={onChoose}
            />
          ) : (
            <Empty>{words.common.loading}</Empty>
          )}
        </View>
        <View id="original">
          <Original messageKey={message.key} revision={message.revision} hasHtml={reading?.html != null} />
        </View>
      </Views>
    </Left>
  );
}
