import type { FileProblemItem, RuleItem } from '@yellow-sieve/contract';
import { type FormEvent, useEffect, useState } from 'react';
import { Form } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { Acts } from '../../parts/Dialog';
import { TextField } from '../../parts/TextField';
import { fill, words } from '../../words';

const Frame = styled(Form)`
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 16px;
`;

const Wrong = styled.p`
  color: var(--bad);
`;

const template = 'kind: pattern\nname: \nfind: ""\n';

export interface RulePanelProps {
  /** Null for a rule that is being added. */
  rule: RuleItem | null;
  problems: readonly FileProblemItem[];
  onWrite(source: string): void;
  onClose(): void;
}

/** A rule’s own lines of the file: every kind of rule can be changed here. */
export function RulePanel({ rule, problems, onWrite, onClose }: RulePanelProps) {
  const say = words.workbench;
  const [text, setText] = useState(rule?.source ?? template);
  useEffect(() => setText(rule?.source ?? template), [rule]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onWrite(text);
  };
  return (
    <Frame onSubmit={submit}>
      <h2>{rule ? fill(say.ruleTitle, { rule: rule.name }) : say.addRule}</h2>
      <TextField label={say.ruleSource} lines={10} value={text} onChange={setText} />
      {problems.map(({ code, text: said }) => (
        <Wrong key={code + said} role="alert">
          {said}
        </Wrong>
      ))}
      <Acts>
        <InkButton type="submit">{say.ruleSubmit}</InkButton>
        <Button onPress={onClose}>{words.common.close}</Button>
      </Acts>
    </Frame>
  );
}
