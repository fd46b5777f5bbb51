import type { FileProblemItem } from '@yellow-sieve/contract';
import { useRef } from 'react';
import { styled } from 'styled-components';
import { Button, PlainButton } from '../../parts/Button';
import { Acts, Dialog } from '../../parts/Dialog';
import { boxLook } from '../../parts/TextField';
import { fill, words } from '../../words';
import { workbenchWords } from '../../words-workbench';

const Text = styled.textarea`
  ${boxLook}
  min-height: 54vh;
  font: 400 0.8125rem/1.5 var(--mono);
  white-space: pre;
  resize: vertical;
`;

const Problems = styled.ul`
  margin: 0;
  padding: 0 0 0 18px;
  color: var(--bad);
`;

export interface SourceDialogProps {
  sieve: string;
  source: string;
  problems: readonly FileProblemItem[];
  isOpen: boolean;
  onChange(text: string): void;
  onClose(): void;
}

/** The sieve’s source text, kept in step with the page; what is wrong stands at its line. */
export function SourceDialog({ sieve, source, problems, isOpen, onChange, onClose }: SourceDialogProps) {
  const say = workbenchWords;
  const box = useRef<HTMLTextAreaElement>(null);
  const goTo = ({ line, column }: FileProblemItem) => {
    const at =
      source
        .split('\n')
        .slice(0, line - 1)
        .reduce((sum, one) => sum + one.length + 1, 0) +
      column -
      1;
    box.current?.focus();
    box.current?.setSelectionRange(at, at);
  };
  const download = () => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([source], { type: 'application/yaml' }));
    link.download = `${sieve}.sieve.yaml`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <Dialog title={fill(say.sourceTitle, { sieve })} isOpen={isOpen} onClose={onClose} wide>
      <p>{say.sourceHelp}</p>
      <Text
        ref={box}
        aria-label={fill(say.sourceTitle, { sieve })}
        spellCheck={false}
        value={source}
        onChange={(event) => onChange(event.target.value)}
      />
      {problems.length > 0 && (
        <Problems>
          {problems.map((problem) => (
            <li key={`${problem.line} ${problem.text}`}>
              <PlainButton onPress={() => goTo(problem)}>
                {fill(say.sourceProblem, { line: problem.line, text: problem.text })}
              </PlainButton>
            </li>
          ))}
        </Problems>
      )}
      <Acts>
        <Button onPress={onClose}>{words.common.close}</Button>
        <Button onPress={download}>{say.download}</Button>
      </Acts>
    </Dialog>
  );
}
