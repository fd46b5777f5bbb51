import { useQuery } from '@tanstack/react-query';
import type { DestinationColumn, DestinationItem, RouteItem } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Dialog, FootActs } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { service } from '../../service';
import { fill, words } from '../../words';
import { destinationWords } from '../../words-set-up';
import { workbenchWords } from '../../words-workbench';
import { columnsQuery } from '../destinations/destinations-query';
import { MakeDestination } from '../destinations/MakeDestination';
import {
  eachWays,
  formOf,
  needsValue,
  type RouteForm,
  routeOf,
  routeTests,
  suggestedMapping,
  withColumns,
} from './route-form';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
`;

const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr) auto;
  gap: 8px;
  align-items: end;
`;

const Wrong = styled.p`
  color: var(--bad);
`;

export interface RouteDialogProps {
  /** Null for one that is being added. */
  route: RouteItem | null;
  fields: readonly string[];
  columns: readonly string[];
  problems: readonly { text: string }[];
  /** What a new route to a destination begins as, where it does not pass all fields on. */
  begins?: (target: DestinationItem) => Partial<RouteForm>;
  /** Values that conditions on a name are likely to ask for. */
  values?: Readonly<Record<string, readonly string[]>> | undefined;
  isOpen: boolean;
  onClose(): void;
  onKeep(route: RouteItem): void;
}

/** Where a route goes, when, and what it writes there. */
export function RouteDialog(props: RouteDialogProps) {
  const { route, fields, columns, problems, begins, values, isOpen, onClose, onKeep } = props;
  const say = workbenchWords.route;
  const targets = useQuery({ queryKey: ['destinations'], queryFn: () => service.destinations.list(), enabled: isOpen });
  const items = targets.data?.items ?? [];
  const { form, setForm, to } = useRouteForm(props, items);
  const [making, setMaking] = useState(false);
  const target = useQuery({ ...columnsQuery(to), enabled: isOpen && to !== '' });
  const places = target.data?.columns ?? [];
  const mayWrite = [...fields, ...(form.each === 'record' ? [] : columns)];
  const mapping =
    form.mapping === null
      ? route === null && places.length > 0
        ? suggestedMapping(places, mayWrite)
        : null
      : withColumns(form.mapping, places);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (to) onKeep(routeOf({ ...form, to, mapping }, route));
  };
  return (
    <Dialog title={route ? fill(say.title, { to: route.to }) : say.addTitle} isOpen={isOpen} onClose={onClose} wide>
      <Form onSubmit={submit}>
        <FormStack>
          <Line>
            <Choice
              label={say.to}
              value={to}
              options={items.map(({ name, title }) => ({ key: name, text: title }))}
              onChange={(next) => setForm({ ...form, to: next, mapping: route === null ? null : form.mapping })}
            />
            <Button autoFocus={items.length === 0} onPress={() => setMaking(true)}>
              {destinationWords.make.act}
            </Button>
            {columns.length > 0 && (
              <Choice
                label={say.each}
                value={form.each}
                options={eachWays.map((key) => ({ key, text: say.eachOf[key] }))}
                onChange={(each) => setForm({ ...form, each })}
              />
            )}
          </Line>
          <When form={form} fields={fields} values={values} onChange={setForm} />
          <Mapping
            form={{ ...form, mapping }}
            fields={mayWrite}
            places={places}
            named={begins !== undefined}
            onChange={setForm}
          />
          {problems.map(({ text }) => (
            <Wrong key={text} role="alert">
              {text}
            </Wrong>
          ))}
          <FootActs>
            <InkButton type="submit" isDisabled={!to}>
              {say.submit}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </FootActs>
        </FormStack>
      </Form>
      <MakeDestination
        isOpen={making}
        onClose={() => setMaking(false)}
        onMade={(made) => {
          setMaking(false);
          setForm({ ...form, to: made, mapping: null });
        }}
      />
    </Dialog>
  );
}

/** A form begins when it is opened, a new one anew with each destination that is chosen; what is written meanwhile stays. */
function useRouteForm({ route, begins, isOpen }: RouteDialogProps, items: readonly DestinationItem[]) {
  const [form, setForm] = useState<RouteForm>(formOf(route ?? { to: '' }));
  const to = form.to || items[0]?.name || '';
  const chosen = items.find(({ name }) => name === to);
  const [begun, setBegun] = useState<string | null>(null);
  const beginning = !isOpen ? null : route === null && begins ? (chosen?.name ?? '') : 'as it is';
  if (beginning !== begun) {
    setBegun(beginning);
    const own = route === null && chosen ? begins?.(chosen) : undefined;
    if (beginning !== null) setForm({ ...formOf(route ?? { to: own ? to : '' }), ...own });
  }
  return { form, setForm, to };
}

interface PartProps {
  form: RouteForm;
  fields: readonly string[];
  onChange(form: RouteForm): void;
}

/** One test, put together by controls. */
function When({ form, fields, values, onChange }: PartProps & Pick<RouteDialogProps, 'values'>) {
  const say = workbenchWords.route;
  const { when } = form;
  if (when === null) return <Muted>{say.whenElse}</Muted>;
  const set = (change: Partial<NonNullable<RouteForm['when']>>) => onChange({ ...form, when: { ...when, ...change } });
  return (
    <Line>
      <Choice
        label={say.when}
        value={when.field}
        options={[{ key: '', text: say.always }, ...fields.map((key) => ({ key, text: key }))]}
        onChange={(field) => set({ field })}
      />
      {when.field !== '' && (
        <Choice
          label={say.test}
          value={when.test}
          options={routeTests.map((key) => ({ key, text: key }))}
          onChange={(test) => set({ test })}
        />
      )}
      {when.field !== '' && needsValue(when.test) && (
        <TextField
          label={say.value}
          offers={values?.[when.field]}
          value={when.value}
          onChange={(value) => set({ value })}
        />
      )}
    </Line>
  );
}

/** What is written there: pairs of a name there and a text of fields. `named`: there is nothing that goes out by itself. */
function Mapping({
  form,
  fields,
  places,
  named,
  onChange,
}: PartProps & { places: readonly DestinationColumn[]; named: boolean }) {
  const say = workbenchWords.route;
  const { mapping } = form;
  if (mapping === null)
    return (
      <Line>
        <Muted>{say.allFields}</Muted>
        <Button
          onPress={() =>
            onChange({ ...form, mapping: fields.map((field) => ({ outside: field, text: `{{ ${field} }}` })) })
          }
        >
          {workbenchWords.changeRoute}
        </Button>
      </Line>
    );
  const byName = new Map(places.map((place) => [place.name, place]));
  const offers = fields.map((field) => `{{ ${field} }}`);
  const set = (at: number, change: Partial<(typeof mapping)[number]>) =>
    onChange({ ...form, mapping: mapping.map((one, i) => (i === at ? { ...one, ...change } : one)) });
  return (
    <FormStack>
      <Muted>
        {say.mapping}. {say.textHelp}
      </Muted>
      {mapping.map(({ outside, text }, at) =>
        byName.has(outside) ? (
          <TextField
            key={outside}
            beside
            label={byName.get(outside)?.required ? fill(say.requiredThere, { name: outside }) : outside}
            help={byName.get(outside)?.help}
            offers={offers}
            value={text}
            onChange={(next) => set(at, { text: next })}
          />
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line has no other name while it is written
          <Pair key={at}>
            <TextField
              aria-label={say.outside}
              label=""
              value={outside}
              onChange={(next) => set(at, { outside: next })}
            />
            <TextField
              aria-label={say.text}
              label=""
              offers={offers}
              value={text}
              onChange={(next) => set(at, { text: next })}
            />
            <Button onPress={() => onChange({ ...form, mapping: mapping.filter((_, i) => i !== at) })}>
              {say.removeLine}
            </Button>
          </Pair>
        ),
      )}
      <Line>
        <Button onPress={() => onChange({ ...form, mapping: [...mapping, { outside: '', text: '' }] })}>
          {say.addLine}
        </Button>
        {places.length === 0 && !named && (
          <Button onPress={() => onChange({ ...form, mapping: null })}>{say.allFields}</Button>
        )}
      </Line>
    </FormStack>
  );
}
