import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ExportItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { Empty, Muted, Page } from '../../parts/Page';
import { RuledTable } from '../../parts/RuledTable';
import { boxLook } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill, words } from '../../words';
import { exportWords as say } from '../../words-exports';

const Body = styled.div`
  overflow: auto;
  padding: 8px 16px 24px;
`;

const Text = styled.textarea`
  ${boxLook}
  min-height: 40vh;
  font: 400 0.8125rem/1.5 var(--mono);
  white-space: pre;
`;

const queryKey = ['exports'];

/** Choices of records with a name. */
export default function ExportsPage() {
  const may = useMay('author');
  const { data, error, refetch } = useQuery({ queryKey, queryFn: () => service.exports.list() });
  return (
    <Page title={say.title} about={<Link to="/records">{say.all}</Link>}>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data?.items.length === 0 && (
        <Empty>
          <h2>{say.none}</h2>
          <p>{say.noneHelp}</p>
        </Empty>
      )}
      {data && data.items.length > 0 && (
        <Body>
          <RuledTable aria-label={say.title}>
            <thead>
              <tr>
                {[say.name, say.of, say.period, say.mailed, say.last].map((head) => (
                  <th key={head} scope="col">
                    {head}
                  </th>
                ))}
                <td />
              </tr>
            </thead>
            <tbody>
              {data.items.map((item) => (
                <OneExport key={item.name} item={item} may={may} />
              ))}
            </tbody>
          </RuledTable>
        </Body>
      )}
    </Page>
  );
}

function OneExport({ item, may }: { item: ExportItem; may: boolean }) {
  const { name, title, sieve, period, format, link, mail, sent, trouble } = item;
  const queries = useQueryClient();
  const [copied, setCopied] = useState(false);
  const [changing, setChanging] = useState(false);
  const params = { name };
  const onSuccess = () => queries.invalidateQueries({ queryKey });
  const mailing = useMutation({ mutationFn: () => service.exports.mail({ params }), onSuccess });
  const renew = useMutation({ mutationFn: () => service.exports.renew({ params }), onSuccess });
  const remove = useMutation({ mutationFn: () => service.exports.remove({ params }), onSuccess });
  const copy = () => void navigator.clipboard?.writeText(`${location.origin}${link}`).then(() => setCopied(true));
  const error = mailing.error ?? renew.error ?? remove.error;
  return (
    <tr>
      <th scope="row">
        {title} <Muted>{words.records.formats[format]}</Muted>
        {error && <Trouble error={error} />}
        {mailing.data && <div role="status">{mailing.data.detail}</div>}
        {trouble !== null && <Trouble error={new Error(trouble)} />}
      </th>
      <td>
        <Link to={`/workbench/${sieve}`}>{sieve}</Link>
      </td>
      <td>{period}</td>
      <td>
        {mail ? (
          <>
            {fill(say.to, { to: mail.to.join(', ') })} <When at={mail.next} />
          </>
        ) : (
          <Muted>{say.notMailed}</Muted>
        )}
      </td>
      <td>{sent && <When at={sent} />}</td>
      <td className="end">
        <Acts>
          <a
            href={`/api/v1/exports/${name}/file`}
            download={`${name}.${format}`}
            aria-label={`${say.download}: ${title}`}
          >
            {say.download}
          </a>
          <Button onPress={copy} aria-label={`${say.copy}: ${title}`}>
            {copied ? say.copied : say.copy}
          </Button>
          {may && mail && (
            <Button isPending={mailing.isPending} onPress={() => mailing.mutate()} aria-label={`${say.mail}: ${title}`}>
              {say.mail}
            </Button>
          )}
          {may && (
            <>
              <Button onPress={() => setChanging(true)} aria-label={`${say.change}: ${title}`}>
                {say.change}
              </Button>
              <Button isPending={renew.isPending} onPress={() => renew.mutate()} aria-label={`${say.renew}: ${title}`}>
                {say.renew}
              </Button>
              <Button
                isPending={remove.isPending}
                onPress={() => remove.mutate()}
                aria-label={`${say.remove}: ${title}`}
              >
                {say.remove}
              </Button>
            </>
          )}
        </Acts>
        {changing && <ChangeExport name={name} onClose={() => setChanging(false)} />}
      </td>
    </tr>
  );
}

/** The file of a saved export, to be changed as it is written. */
function ChangeExport({ name, onClose }: { name: string; onClose(): void }) {
  const queries = useQueryClient();
  const params = { name };
  const [text, setText] = useState<string | null>(null);
  const { data } = useQuery({ queryKey: [...queryKey, name], queryFn: () => service.exports.get({ params }) });
  const shown = text ?? data?.source ?? '';
  const put = useMutation({
    mutationFn: () => service.exports.put({ params, body: new TextEncoder().encode(shown) }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey });
      onClose();
    },
  });
  const title = fill(say.sourceTitle, { name });
  return (
    <Dialog title={title} isOpen onClose={onClose} wide>
      <Muted>{say.sourceHelp}</Muted>
      <Text aria-label={title} spellCheck={false} value={shown} onChange={(event) => setText(event.target.value)} />
      {put.error && <Trouble error={put.error} />}
      <Acts>
        <InkButton isPending={put.isPending} isDisabled={!data} onPress={() => put.mutate()}>
          {say.save}
        </InkButton>
        <Button onPress={onClose}>{words.common.cancel}</Button>
      </Acts>
    </Dialog>
  );
}
