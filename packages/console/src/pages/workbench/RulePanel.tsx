import type { FileProblemItem, RuleItem, ShownRef, SieveActInput, SieveOutline } from '@yellow-sieve/contract';
import { type FormEvent, useEffect, useMemo, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Acts } from '../../parts/Dialog';
import { OneOf } from '../../parts/OneOf';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { useKinds } from '../../parts/use-kinds';
import { service } from '../../service';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { type MessageOutcome, valueText } from '../message/outcome';
import { Asking } from './Asking';
import { finished, RuleForm } from './RuleForm';
import { type AskingFor, useAsking } from './use-asking';
import {
  drawingOf,
  type RuleCount,
  type RuleDrawing,
  type RuleEntries,
  type TriedRule,
  useRuleCount,
  useTriedRule,
} from './use-tried-rule';
import { givesOf } from './wordings';

const Frame = styled(Form)`
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 16px;
`;

const Wrong = styled.p`
  color: var(--bad);
`;

const Gives = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;
  font: 400 0.8125rem/1.5 var(--mono);
  overflow-wrap: anywhere;
`;

const Narrow = styled.div`
  max-width: 260px;
`;

const newLines = 'kind: pattern\nname: \nfind: ""\n';

export interface RulePanelProps {
  sieve: string;
  source: string;
  message: ShownRef;
  /** Whose messages it is tried on; null for those of the mailboxes that name the sieve. */
  mailbox: string | null;
  /** All messages of the workbench. */
  messages: AskingFor['messages'];
  /** What is live of the sieve. */
  live: { version: number; source: string } | null;
  outline: SieveOutline;
  /** Null for a rule that is being added. */
  rule: RuleItem | null;
  /** Its place among the rules, from 0. */
  place: number | null;
  problems: readonly FileProblemItem[];
  onWrite(source: string): void;
  onAct(act: SieveActInput): void;
  /** Adds the fields that instructions speak of; gives their names. */
  onPropose(ask: string): Promise<readonly string[]>;
  /** What the rule does to the shown message is drawn in the proof while it is written. */
  onDraw(drawing: RuleDrawing | null): void;
  onClose(): void;
}

/** A rule as its kind’s form, or as its own lines of the file: every kind can be changed there. */
export function RulePanel({ rule, ...props }: RulePanelProps) {
  const say = workbenchWords;
  const { rules } = useKinds();
  const [entries, setEntries] = useState<RuleEntries>(rule?.entries ?? {});
  const hasForm = rules.some(({ kind, form }) => kind === entries.kind && form.length > 0);
  const [chosen, setChosen] = useState<'form' | 'lines' | null>(null);
  const inLines = chosen === 'lines' || (chosen === null && rule !== null && rules.length > 0 && !hasForm);
  const title = rule ? fill(say.ruleTitle, { rule: rule.name }) : say.addRule;
  return (
    <section aria-label={title}>
      <Frame as="div">
        <h2>{title}</h2>
        {(hasForm || rule === null) && (
          <div>
            <OneOf
              label={say.ruleWays}
              value={inLines ? 'lines' : 'form'}
              options={[
                { key: 'form', text: say.ruleForm },
                { key: 'lines', text: say.ruleLines },
              ]}
              onChange={(way) => setChosen(way)}
            />
          </div>
        )}
      </Frame>
      {inLines ? (
        <Lines rule={rule} {...props} />
      ) : (
        <InForm isNew={rule === null} entries={entries} onEntries={setEntries} {...props} />
      )}
    </section>
  );
}

function Lines({
  rule,
  problems,
  onWrite,
  onClose,
}: Pick<RulePanelProps, 'rule' | 'problems' | 'onWrite' | 'onClose'>) {
  const say = workbenchWords;
  const [text, setText] = useState(rule?.source ?? newLines);
  useEffect(() => setText(rule?.source ?? newLines), [rule]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onWrite(text);
  };
  return (
    <Frame onSubmit={submit}>
      <TextField label={say.ruleSource} lines={10} value={text} onChange={setText} />
      <Problems problems={problems} />
      <Acts>
        <InkButton type="submit">{say.ruleSubmit}</InkButton>
        <Button onPress={onClose}>{words.common.close}</Button>
      </Acts>
    </Frame>
  );
}

interface InFormProps extends Omit<RulePanelProps, 'rule'> {
  isNew: boolean;
  entries: RuleEntries;
  onEntries(entries: RuleEntries): void;
}

function InForm(props: InFormProps) {
  const { sieve, source, message, mailbox, outline, isNew, entries, place, problems } = props;
  const { onEntries, onWrite, onAct, onDraw, onClose } = props;
  const say = workbenchWords;
  const kinds = useKinds();
  const [typed, setTyped] = useState('');
  const kind = kinds.rules.find((one) => one.kind === entries.kind) ?? null;
  const asks = kind?.asks === true;
  const ready = useMemo(() => (kind ? finished(entries) : null), [kind, entries]);
  const tried = useTriedRule({ sieve, source, entries: ready, place, message, text: typed });
  const count = useRuleCount({ sieve, source, entries: asks ? null : ready, place, mailbox });
  const drawing = useMemo(() => (typed === '' ? drawingOf(tried) : null), [tried, typed]);
  useEffect(() => {
    if (asks) return;
    onDraw(drawing);
    return () => onDraw(null);
  }, [asks, drawing, onDraw]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // JSON is YAML, and the file gets it in its own dress.
    if (ready) onWrite(JSON.stringify(ready));
  };
  const withForm = kinds.rules.filter(({ form }) => form.length > 0);
  return (
    <Frame onSubmit={submit}>
      {isNew && (
        <Choice
          label={say.ruleKind}
          value={String(entries.kind ?? '')}
          options={[
            ...(kind ? [] : [{ key: '', text: '…' }]),
            ...withForm.map(({ kind: key, about }) => ({ key, text: `${key}: ${about}` })),
          ]}
          onChange={(next) => onEntries({ kind: next })}
        />
      )}
      {kind && (
        <>
          <Narrow>
            <TextField
              label={say.ruleName}
              value={typeof entries.name === 'string' ? entries.name : ''}
              onChange={(name) => onEntries({ ...entries, name })}
            />
          </Narrow>
          <RuleForm
            form={kind.form}
            entries={entries}
            outline={outline}
            kinds={kinds}
            cuts={cutsOf(tried)}
            onChange={onEntries}
          />
          {kind.asks ? (
            <InAsking {...props} ready={ready} />
          ) : (
            <>
              <Tried tried={tried} />
              {count && count.messages > 0 && <Counted count={count} />}
            </>
          )}
          <Missing entries={entries} outline={outline} parts={kinds.parts} onAct={onAct} />
          {!kind.asks && (
            <TextField label={say.ruleTyped} help={say.ruleTypedHelp} lines={2} value={typed} onChange={setTyped} />
          )}
        </>
      )}
      <Problems problems={tried?.problems.length ? tried.problems : problems} />
      <Acts>
        <InkButton type="submit" isDisabled={!kind}>
          {say.ruleUse}
        </InkButton>
        <Button onPress={onClose}>{words.common.close}</Button>
      </Acts>
    </Frame>
  );
}

/** A rule that asks a model: tried by asking it, and taught by examples. */
function InAsking(props: InFormProps & { ready: RuleEntries | null }) {
  const { sieve, source, message, messages, live, outline, entries, place, ready } = props;
  const { onEntries, onPropose, onDraw } = props;
  const asking = useAsking({ sieve, source, entries: ready, place, message, messages, live: live?.source ?? null });
  const { outcome } = asking;
  useEffect(() => {
    onDraw(outcome && { evidence: outcome.evidence, drawn: { kept: null, boxed: [] } });
    return () => onDraw(null);
  }, [outcome, onDraw]);
  const examples = Array.isArray(entries.examples) ? (entries.examples as unknown[]) : [];
  const fills = Array.isArray(entries.fills) ? entries.fills.map(String) : [];
  const learn = async (made: MessageOutcome) => {
    const name = 'sample' in message ? message.sample : await sampleOf(sieve, message.message);
    const others = examples.filter((one) => (one as { message?: string }).message !== name);
    onEntries({ ...entries, examples: [...others, { message: name, gives: givesOf(made, fills) }] });
  };
  const propose = async () => {
    const ask = typeof entries.ask === 'string' ? entries.ask : '';
    const names = await onPropose(ask);
    if (names.length > 0) onEntries({ ...entries, fills: [...new Set([...fills, ...names])] });
  };
  return (
    <>
      <Asking
        asking={asking}
        version={live?.version ?? null}
        names={[...outline.fields, ...outline.columns].map(({ name }) => name)}
        messages={messages}
        examples={examples.length}
        onExample={(made) => void learn(made)}
        onPropose={() => void propose()}
      />
      <Problems problems={asking.problems} />
    </>
  );
}

/** A stored message as a sample of the sieve, so that rules can name it. */
const sampleOf = async (name: string, message: string): Promise<string> =>
  (await service.samples.fromMessage({ params: { name }, body: { message } })).name;

const cutsOf = (tried: TriedRule | null): readonly { left: string[] }[] => {
  const [entry] = tried?.tried?.trace ?? [];
  return entry && 'cuts' in entry && Array.isArray(entry.cuts) ? entry.cuts : [];
};

/** What the rule gives here, by itself. */
function Tried({ tried }: { tried: TriedRule | null }) {
  const say = workbenchWords;
  if (!tried || tried.problems.length > 0) return null;
  const { tried: outcome } = tried;
  if (!outcome) return <Muted>{say.ruleUntried}</Muted>;
  const [entry] = outcome.trace;
  const guarded = entry && 'guarded' in entry && typeof entry.guarded === 'string' ? entry.guarded : null;
  const matches = entry && 'matches' in entry && Array.isArray(entry.matches) ? entry.matches.length : null;
  const values = Object.entries(outcome.fields).flatMap(([field, value]) => {
    const text = valueText(value);
    return text === null ? [] : [fill(say.ruleGives, { field, value: text })];
  });
  const rows = outcome.rows.map((row) =>
    Object.values(row)
      .map((value) => valueText(value) ?? '–')
      .join(' | '),
  );
  return (
    <div role="status">
      <Muted>{fill(say.ruleFound, { count: matches ?? Math.max(values.length, rows.length) })}</Muted>
      <Gives>
        {[...values, ...rows.slice(0, 8)].map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Gives>
      {outcome.problems.map(({ path, text }) => (
        <Wrong key={path + text}>{text}</Wrong>
      ))}
      {guarded !== null && <Muted>{fill(say.ruleGuarded, { why: guarded })}</Muted>}
    </div>
  );
}

/** How far the rule reaches, over stored messages. */
function Counted({ count }: { count: RuleCount }) {
  return <Muted role="status">{fill(workbenchWords.ruleCounted, { ...count })}</Muted>;
}

/** Named groups that are no field yet, to be made one in an act, of the type of the part they hold. */
function Missing({
  entries,
  outline,
  parts,
  onAct,
}: Pick<InFormProps, 'entries' | 'outline' | 'onAct'> & { parts: readonly { name: string; type: string }[] }) {
  const known = new Set([...outline.fields, ...outline.columns].map(({ name }) => name));
  const find = typeof entries.find === 'string' ? entries.find : '';
  const groups = [...find.matchAll(/\(\?<([A-Za-z]\w*)>(?:~([a-z][a-z0-9-]*)~)?/g)].filter(
    ([, name = '']) => !known.has(name),
  );
  return groups.map(([, field = '', part]) => {
    const type = parts.find(({ name }) => name === part)?.type ?? 'text';
    return (
      <div key={field}>
        <Button onPress={() => onAct({ act: 'set field', field, options: { type } })}>
          {fill(workbenchWords.makeField, { field })}
        </Button>
      </div>
    );
  });
}

const Problems = ({ problems }: { problems: readonly FileProblemItem[] }) =>
  problems.map(({ code, text }) => (
    <Wrong key={code + text} role="alert">
      {text}
    </Wrong>
  ));
