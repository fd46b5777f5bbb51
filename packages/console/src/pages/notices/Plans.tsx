import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type NoticeKind, type NoticePlan, noticeKinds } from '@yellow-sieve/contract';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Acts } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { Head } from '../../parts/Sides';
import { TextField } from '../../parts/TextField';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { service } from '../../service';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { noticeWords as say } from '../../words-notices';

const queryKey = ['notice-plans'];

const Row = styled.div`
  padding: 10px 16px;
  border-bottom: 1px solid var(--rule);
`;

const Pad = styled.div`
  padding: 14px 16px 24px;
  h3 {
    margin: 0 0 8px;
  }
`;

/** Who is told of which notices; authors have others told. */
export function Plans() {
  const may = useMay('author');
  const { data, error } = useQuery({ queryKey, queryFn: () => service.notices.plans() });
  return (
    <>
      <Head>
        <h2>{say.plans}</h2>
      </Head>
      {error && <Trouble error={error} />}
      {data?.items.length === 0 && (
        <Row>
          <Muted>{say.noPlans}</Muted>
        </Row>
      )}
      {data?.items.map((plan) => (
        <OnePlan key={plan.name} plan={plan} may={may} />
      ))}
      {may && <MakePlan />}
    </>
  );
}

function OnePlan({ plan, may }: { plan: NoticePlan; may: boolean }) {
  const { name, destination, to, kinds, hour, sent, trouble } = plan;
  const queries = useQueryClient();
  const params = { name };
  const attempt = useMutation({ mutationFn: () => service.notices.tryPlan({ params }) });
  const remove = useMutation({
    mutationFn: () => service.notices.removePlan({ params }),
    onSuccess: () => queries.invalidateQueries({ queryKey }),
  });
  const of = kinds.length === noticeKinds.length ? say.everything : kinds.map((kind) => say.kinds[kind]).join('; ');
  return (
    <Row>
      <strong>{name}</strong> {to ? `${to}, ${destination}` : destination}
      <br />
      <Muted>
        {of} · {hour === undefined ? say.asTheyCome : fill(say.daily, { hour })} ·{' '}
        {sent === null ? (
          say.never
        ) : (
          <>
            {say.last} <When at={sent} />
          </>
        )}
      </Muted>
      {trouble !== null && <Trouble error={new Error(trouble)} />}
      {attempt.data && <div role="status">{attempt.data.detail}</div>}
      {(attempt.error ?? remove.error) && <Trouble error={attempt.error ?? remove.error} />}
      {may && (
        <Acts style={{ marginTop: 8 }}>
          <Button isPending={attempt.isPending} onPress={() => attempt.mutate()} aria-label={`${say.try}: ${name}`}>
            {say.try}
          </Button>
          <Button isPending={remove.isPending} onPress={() => remove.mutate()} aria-label={`${say.remove}: ${name}`}>
            {say.remove}
          </Button>
        </Acts>
      )}
    </Row>
  );
}

const fresh = {
  name: '',
  destination: '',
  to: '',
  when: 'come' as 'come' | 'daily',
  hour: '7',
  kinds: [...noticeKinds],
};

function MakePlan() {
  const queries = useQueryClient();
  const [plan, setPlan] = useState<Omit<typeof fresh, 'kinds'> & { kinds: NoticeKind[] }>(fresh);
  const set = (some: Partial<typeof plan>) => setPlan((before) => ({ ...before, ...some }));
  const { data } = useQuery({ queryKey: ['destinations'], queryFn: () => service.destinations.list() });
  const read = data?.items.filter(({ tells }) => tells) ?? [];
  const chosen = plan.destination || (read[0]?.name ?? '');
  const isMail = read.find(({ name }) => name === chosen)?.addressed === true;
  const make = useMutation({
    mutationFn: () =>
      service.notices.putPlan({
        params: { name: plan.name.trim() },
        body: {
          destination: chosen,
          kinds: plan.kinds,
          ...(isMail ? { to: plan.to.trim() } : {}),
          ...(plan.when === 'daily' ? { hour: Number(plan.hour) } : {}),
        },
      }),
    onSuccess: () => {
      setPlan(fresh);
      return queries.invalidateQueries({ queryKey });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate();
  };
  const toggle = (kind: NoticeKind, isOn: boolean) =>
    set({ kinds: noticeKinds.filter((one) => (one === kind ? isOn : plan.kinds.includes(one))) });
  if (data && read.length === 0)
    return (
      <Pad>
        <Muted>{say.noDestinations}</Muted>
      </Pad>
    );
  return (
    <Pad>
      <h3>{say.make}</h3>
      <Form onSubmit={submit}>
        <FormStack>
          <TextField
            label={say.name}
            help={say.nameHelp}
            value={plan.name}
            onChange={(name) => set({ name: name.toLowerCase().replace(/[^a-z0-9-]+/g, '-') })}
            isRequired
          />
          <Choice
            label={say.by}
            value={chosen}
            options={read.map(({ name, title }) => ({ key: name, text: title }))}
            onChange={(destination) => set({ destination })}
          />
          {isMail && (
            <TextField label={say.to} help={say.toHelp} value={plan.to} onChange={(to) => set({ to })} isRequired />
          )}
          <section aria-label={say.of}>
            {noticeKinds.map((kind) => (
              <Tick key={kind} isSelected={plan.kinds.includes(kind)} onChange={(isOn) => toggle(kind, isOn)}>
                {say.kinds[kind]}
              </Tick>
            ))}
          </section>
          <Choice
            label={say.when}
            value={plan.when}
            options={(['come', 'daily'] as const).map((key) => ({ key, text: say.whens[key] }))}
            onChange={(when) => set({ when: when as 'come' | 'daily' })}
          />
          {plan.when === 'daily' && <TextField label={say.hour} value={plan.hour} onChange={(hour) => set({ hour })} />}
          {make.error && <Trouble error={make.error} />}
          <Acts>
            <InkButton type="submit" isPending={make.isPending} isDisabled={plan.kinds.length === 0}>
              {say.submit}
            </InkButton>
          </Acts>
        </FormStack>
      </Form>
    </Pad>
  );
}
