import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { TextField } from '../../parts/TextField';
import { Tick } from '../../parts/Tick';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { newStep, type StepForm, type StepWay, stepActs, stepEdges, waysOf } from './rule-steps';

const List = styled.ol`
  display: grid;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
`;

const Step = styled.li`
  display: grid;
  gap: 4px;
  padding: 6px 0 8px 10px;
  border-left: 2px solid var(--strong-rule);
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
`;

const Left = styled.div`
  color: var(--second);
  font: 400 0.75rem/1.5 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 4.6em;
  overflow: hidden;
`;

const Nothing = styled(Left)`
  color: var(--bad);
  font-family: var(--text);
`;

export interface StepsEditorProps {
  steps: readonly StepForm[];
  /** What each step leaves of the shown message; shorter where a step found nothing. */
  left: readonly { left: readonly string[] }[];
  /** Lines of the file by the numbers of steps that have no controls. */
  onChange(steps: StepForm[]): void;
}

/** Steps of a cut, one under the other, each with what is left after it. */
export function StepsEditor({ steps, left, onChange }: StepsEditorProps) {
  const say = workbenchWords.steps;
  const set = (at: number, step: StepForm) => onChange(steps.map((one, i) => (i === at ? step : one)));
  const move = (at: number, by: number) => {
    const next = steps.filter((_, i) => i !== at);
    const step = steps[at];
    if (step) onChange([...next.slice(0, at + by), step, ...next.slice(at + by)]);
  };
  return (
    <section aria-label={say.title}>
      <List>
        {steps.map((step, i) => (
          // A step has no other name than its place.
          // biome-ignore lint/suspicious/noArrayIndexKey: steps are told by their places
          <Step key={i} aria-label={fill(say.step, { number: i + 1 })}>
            <Line>
              {step.kind === 'step' ? (
                <Controls step={step} onChange={(next) => set(i, next)} />
              ) : (
                <code>{JSON.stringify(step.source)}</code>
              )}
              <Button aria-label={fill(say.up, { number: i + 1 })} isDisabled={i === 0} onPress={() => move(i, -1)}>
                ↑
              </Button>
              <Button
                aria-label={fill(say.remove, { number: i + 1 })}
                onPress={() => onChange(steps.filter((_, k) => k !== i))}
              >
                ×
              </Button>
            </Line>
            <LeftOf left={left[i]?.left ?? null} />
          </Step>
        ))}
      </List>
      <Button onPress={() => onChange([...steps, newStep])}>{say.add}</Button>
    </section>
  );
}

function LeftOf({ left }: { left: readonly string[] | null }) {
  const say = workbenchWords.steps;
  if (left === null) return null;
  if (left.length === 0) return <Nothing role="status">{say.nothing}</Nothing>;
  return <Left>{left.length === 1 ? left[0] || say.empty : left.map((one) => `• ${one.trim()}`).join('\n')}</Left>;
}

type Own = Extract<StepForm, { kind: 'step' }>;

function Controls({ step, onChange }: { step: Own; onChange(step: Own): void }) {
  const say = workbenchWords.steps;
  const { act, way, value, second, take, anyCase } = step;
  const ways = waysOf(act);
  const setAct = (next: Own['act']) => {
    const known = waysOf(next).includes(way);
    onChange({ ...step, act: next, ...(known || next === 'tidy' ? {} : { way: 'text' as const, value: '' }) });
  };
  const setWay = (next: StepWay) => onChange({ ...step, way: next, value: next === 'edge' ? 'line end' : '' });
  return (
    <>
      <Choice
        label={say.act}
        value={act}
        options={stepActs.map((key) => ({ key, text: say.acts[key] }))}
        onChange={setAct}
      />
      {ways.length > 0 && act !== 'between' && (
        <Choice
          label={say.way}
          value={way}
          options={ways.map((key) => ({ key, text: say.ways[key] }))}
          onChange={setWay}
        />
      )}
      {ways.length > 0 && way === 'edge' && (
        <Choice
          label={say.edge}
          value={value}
          options={stepEdges.map((key) => ({ key, text: key }))}
          onChange={(next) => onChange({ ...step, value: next })}
        />
      )}
      {ways.length > 0 && way !== 'edge' && (
        <TextField label={say.ways[way]} value={value} onChange={(next) => onChange({ ...step, value: next })} />
      )}
      {(act === 'between' || act === 'replace') && (
        <TextField
          label={act === 'between' ? say.and : say.by}
          value={second}
          onChange={(next) => onChange({ ...step, second: next })}
        />
      )}
      {['after', 'before', 'line', 'keep'].includes(act) && way !== 'number' && (
        <Choice
          label={say.take}
          value={take}
          options={[...new Set(['first', 'last', '2', '3', take])].map((key) => ({ key, text: key }))}
          onChange={(next) => onChange({ ...step, take: next })}
        />
      )}
      {ways.length > 0 && way === 'text' && act !== 'between' && (
        <Tick isSelected={anyCase} onChange={(next) => onChange({ ...step, anyCase: next })}>
          {say.anyCase}
        </Tick>
      )}
    </>
  );
}
