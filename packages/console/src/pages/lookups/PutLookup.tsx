import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { LookupChanges } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { FileTrigger, Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { lookupWords } from '../../words-set-up';
import { EffectOfJob } from '../effect/EffectOfJob';

const Lines = styled.div`
  max-height: 30vh;
  overflow: auto;
  font: 400 0.8125rem/1.6 var(--mono);
`;

/** A table to put: its name, where it has one, and its lines as a text to be edited; empty where a file is wanted. */
export interface ToPut {
  name: string | null;
  text: string;
}

/** Puts a table from a file or a text, after it was said what changes. */
export function PutLookup({ toPut, onClose }: { toPut: ToPut; onClose(): void }) {
  const say = lookupWords;
  const queries = useQueryClient();
  const [name, setName] = useState(toPut.name ?? '');
  const [text, setText] = useState(toPut.text);
  const [file, setFile] = useState<{ name: string; bytes: Uint8Array } | null>(null);
  const body = () => file?.bytes ?? new TextEncoder().encode(text);
  const put = (dry: 'true' | 'false') => service.lookups.put({ params: { name }, query: { dry }, body: body() });
  const look = useMutation({ mutationFn: () => put('true') });
  const effect = useMutation({
    mutationFn: () => service.lookups.effect({ params: { name }, query: {}, body: body() }),
  });
  const keep = useMutation({
    mutationFn: () => put('false'),
    onSuccess: async () => {
      onClose();
      await queries.invalidateQueries({ queryKey: ['lookups'] });
    },
  });
  const choose = async (files: FileList | null) => {
    const chosen = files?.[0];
    if (!chosen) return;
    setFile({ name: chosen.name, bytes: new Uint8Array(await chosen.arrayBuffer()) });
    if (name === '') setName(nameFrom(chosen.name));
    look.reset();
    effect.reset();
  };
  // What was said holds of what was looked at, and of nothing else.
  const anew = (set: (value: string) => void) => (value: string) => {
    look.reset();
    effect.reset();
    set(value);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (look.data) keep.mutate();
    else look.mutate();
  };
  const trouble = keep.error ?? look.error ?? effect.error;
  const isReady = name !== '' && (file !== null || text.trim() !== '');
  return (
    <Dialog title={toPut.name ? fill(say.putTitle, { name: toPut.name }) : say.newTitle} wide isOpen onClose={onClose}>
      <Form onSubmit={submit}>
        <FormStack>
          {toPut.name === null && (
            <TextField label={say.name} help={say.nameHelp} value={name} onChange={anew(setName)} />
          )}
          <Acts>
            <FileTrigger acceptedFileTypes={['.csv', '.xlsx']} onSelect={(files) => void choose(files)}>
              <Button>{say.choose}</Button>
            </FileTrigger>
            {file && <Muted>{file.name}</Muted>}
          </Acts>
          {!file && <TextField label={say.text} help={say.textHelp} lines={10} value={text} onChange={anew(setText)} />}
          {look.data && <Changes changes={look.data.changes} />}
          {effect.data && <Effects jobs={effect.data.jobs} />}
          {trouble && <Trouble error={trouble} />}
          <Acts>
            <InkButton type="submit" isPending={look.isPending || keep.isPending} isDisabled={!isReady}>
              {look.data ? say.keep : say.look}
            </InkButton>
            {look.data && toPut.name !== null && (
              <Button isPending={effect.isPending} onPress={() => effect.mutate()}>
                {say.effect}
              </Button>
            )}
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </Acts>
        </FormStack>
      </Form>
    </Dialog>
  );
}

/** What it would do to the records of each sieve that looks in it. */
function Effects({ jobs }: { jobs: readonly { sieve: string; job: string }[] }) {
  const say = lookupWords;
  if (jobs.length === 0) return <Muted>{say.effectOfNone}</Muted>;
  return jobs.map(({ sieve, job }) => (
    <section key={sieve} aria-label={fill(say.effectOf, { sieve })}>
      <EffectOfJob job={job} title={fill(say.effectOf, { sieve })} before={say.before} after={say.after} fields={[]} />
    </section>
  ));
}

/** A table's name from that of its file. */
const nameFrom = (file: string): string =>
  (file.split('.')[0] ?? '')
    .toLowerCase()
    .replace(/[^a-z0-9_-]+/g, '-')
    .slice(0, 60);

function Changes({ changes }: { changes: LookupChanges }) {
  const say = lookupWords;
  const { added, changed, removed, same, columns_added: more, columns_removed: less, examples } = changes;
  return (
    <div role="status">
      <p>{fill(say.changes, { added, changed, removed, same })}</p>
      {more.length > 0 && <p>{fill(say.columnsAdded, { list: more.join(', ') })}</p>}
      {less.length > 0 && <p>{fill(say.columnsRemoved, { list: less.join(', ') })}</p>}
      <Lines tabIndex={0} role="group" aria-label={say.examples}>
        {examples.map(({ kind, before, after }) => (
          <div key={`${kind} ${(after ?? before ?? []).join(' ')}`}>
            {say.kinds[kind]} {[before, after].flatMap((line) => (line ? [line.join(' | ')] : [])).join(' → ')}
          </div>
        ))}
      </Lines>
    </div>
  );
}
