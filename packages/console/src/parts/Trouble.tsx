import { ClientError } from '@yellow-sieve/client';
import { styled } from 'styled-components';
import { words } from '../words';
import { Button } from './Button';

const Box = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  padding: 9px 12px;
  border-left: 3px solid var(--bad);
  background: var(--sheet);
`;

const Code = styled.code`
  color: var(--second);
  font: 400 0.75rem var(--mono);
`;

/** What went wrong, in the service's own sentence and with its stable code. */
export function Trouble({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const problem = error instanceof ClientError ? error.problem : null;
  const sentence = problem && problem.code !== 'YS-CLI-UNREACHABLE' ? problem.title : words.common.unreachable;
  return (
    <Box role="alert">
      <span>{sentence}</span>
      {problem && <Code>{problem.code}</Code>}
      {onRetry && <Button onPress={onRetry}>{words.common.again}</Button>}
    </Box>
  );
}
