import type { CheckPoint, TrialItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { OneOf } from '../../parts/OneOf';
import { Muted } from '../../parts/Page';
import { Tick } from '../../parts/Tick';
import { Trouble } from '../../parts/Trouble';
import { When } from '../../parts/When';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { type Kept, useTrial, useTrialActs } from './use-trial';

const List = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid var(--strong-rule);
  li {
    display: grid;
    grid-template-columns: 4.5rem minmax(0, 1fr) auto;
    gap: 4px 12px;
    align-items: center;
    min-height: 40px;
    padding: 5px 0;
    border-bottom: 1px solid var(--rule);
  }
`;

const Mark = styled.span<{ $ok: boolean }>`
  font-weight: 600;
  &::before {
    content: '';
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 7px;
    border: 1.5px solid ${({ $ok }) => ($ok ? 'var(--ink)' : 'var(--yellow)')};
    border-radius: 50%;
    background: ${({ $ok }) => ($ok ? 'var(--ink)' : 'var(--yellow)')};
  }
`;

export interface TrialDialogProps {
  name: string;
  isOpen: boolean;
  onClose(): void;
}

/** What is kept back of a sieve on trial, what to look at before it is turned on, and turning it on. */
export function TrialDialog({ name, isOpen, onClose }: TrialDialogProps) {
  const trial = useTrial(name, isOpen);
  return (
    <Dialog title={fill(workbenchWords.trial.title, { sieve: name })} isOpen={isOpen} onClose={onClose} wide>
      {trial.error && <Trouble error={trial.error} onRetry={() => void trial.refetch()} />}
      {trial.data ? <Trial name={name} item={trial.data} onClose={onClose} /> : <Muted>{words.common.loading}</Muted>}
    </Dialog>
  );
}

function Trial({ name, item, onClose }: { name: string; item: TrialItem; onClose(): void }) {
  const say = workbenchWords.trial;
  const [kept, setKept] = useState<Kept>('release');
  const [anyway, setAnyway] = useState(false);
  const acts = useTrialActs(name, onClose);
  const sum = item.kept.reduce((all, { count }) => all + count, 0);
  const open = item.checklist.filter(({ ok }) => !ok).length;
  const error = acts.turnOn.error ?? acts.test.error ?? acts.settle.error;
  return (
    <FormStack>
      {item.trial && (
        <p>
          {fill(say.since, { by: item.trial.by })} <When at={item.trial.since} />. {say.help}
        </p>
      )}
      <h3>{open === 0 ? say.ready : fill(open === 1 ? say.openOne : say.open, { count: open })}</h3>
      <List>
        {item.checklist.map((point) => (
          <Point
            key={point.text}
            point={point}
            testing={acts.test.isPending}
            onTest={(destination) => acts.test.mutate(destination)}
          />
        ))}
      </List>
      <p>
        {sum === 0
          ? say.nothingKept
          : fill(say.kept, { list: item.kept.map((one) => `${one.count} to ${one.destination}`).join(', ') })}
      </p>
      {sum > 0 && (
        <Acts>
          <OneOf<Kept>
            label={say.becomes}
            value={kept}
            options={[
              { key: 'release', text: say.release },
              { key: 'drop', text: say.drop },
            ]}
            onChange={setKept}
          />
        </Acts>
      )}
      {open > 0 && (
        <Tick isSelected={anyway} onChange={setAnyway}>
          {say.anyway}
        </Tick>
      )}
      {error && <Trouble error={error} />}
      <Acts>
        <InkButton
          isPending={acts.turnOn.isPending}
          isDisabled={open > 0 && !anyway}
          onPress={() => acts.turnOn.mutate({ kept: sum > 0 ? kept : 'drop', anyway })}
        >
          {say.submit}
        </InkButton>
        {sum > 0 && kept === 'drop' && (
          <Button isPending={acts.settle.isPending} onPress={() => acts.settle.mutate('drop')}>
            {say.dropNow}
          </Button>
        )}
        <Button onPress={onClose}>{say.stay}</Button>
      </Acts>
    </FormStack>
  );
}

interface PointProps {
  point: CheckPoint;
  testing: boolean;
  onTest(destination: string): void;
}

function Point({ point: { point, ok, text, destination }, testing, onTest }: PointProps) {
  const say = workbenchWords.trial;
  return (
    <li>
      <Mark $ok={ok}>{ok ? say.fine : say.toDo}</Mark>
      <span>{text}</span>
      {point === 'destinations' && destination !== null && !ok ? (
        <Button isPending={testing} aria-label={fill(say.testOne, { destination })} onPress={() => onTest(destination)}>
          {workbenchWords.testRoute}
        </Button>
      ) : (
        <span />
      )}
    </li>
  );
}
