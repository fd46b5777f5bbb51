import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { LookupSource } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { OneOf } from '../../parts/OneOf';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { words } from '../../words';
import { lookupWords } from '../../words-set-up';
import { type Place, type PlaceForm, places, sourceFrom } from './place-form';

export interface FollowLookupProps {
  /** The table; null for a new one, which is named here. */
  name: string | null;
  source: LookupSource | null;
  onClose(): void;
}

const empty: PlaceForm = { place: 'file', file: '', url: '', connection: '', table: '', minutes: '' };

/** Says where a table is kept, and has it read there now and from then on. */
export function FollowLookup({ name: known, source, onClose }: FollowLookupProps) {
  const say = lookupWords.follow;
  const queries = useQueryClient();
  const [name, setName] = useState(known ?? '');
  const [form, setForm] = useState<PlaceForm>({ ...empty, ...placeOf(source) });
  const begin = useMutation({
    mutationFn: () => service.lookups.follow({ params: { name }, body: sourceFrom(form) }),
    onSuccess: async () => {
      onClose();
      await queries.invalidateQueries({ queryKey: ['lookups'] });
    },
  });
  const field = (key: Exclude<keyof PlaceForm, 'place'>) => (
    <TextField
      label={say[key]}
      help={say.help[key]}
      value={form[key]}
      onChange={(value) => setForm({ ...form, [key]: value })}
    />
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    begin.mutate();
  };
  return (
    <Dialog title={say.title} isOpen onClose={onClose}>
      <Form onSubmit={submit}>
        <FormStack>
          {known === null && (
            <TextField label={lookupWords.name} help={lookupWords.nameHelp} value={name} onChange={setName} />
          )}
          <div>
            <OneOf<Place>
              label={say.place}
              value={form.place}
              options={places.map((key) => ({ key, text: say.places[key] }))}
              onChange={(place) => setForm({ ...form, place })}
            />
          </div>
          {form.place === 'file' && field('file')}
          {form.place === 'url' && field('url')}
          {form.place === 'database' && field('connection')}
          {form.place === 'database' && field('table')}
          {field('minutes')}
          {begin.error && <Trouble error={begin.error} />}
          <Acts>
            <InkButton type="submit" isPending={begin.isPending} isDisabled={name === ''}>
              {say.begin}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </Acts>
        </FormStack>
      </Form>
    </Dialog>
  );
}

function placeOf(source: LookupSource | null): Partial<PlaceForm> {
  if (!source) return {};
  const minutes = source.every_minutes === undefined ? '' : String(source.every_minutes);
  if ('file' in source) return { place: 'file', file: source.file, minutes };
  if ('url' in source) return { place: 'url', url: source.url, minutes };
  return { place: 'database', connection: source.connection, table: source.table, minutes };
}
