import { useState } from 'react';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Muted } from '../../parts/Page';
import { words } from '../../words';

const Box = styled.div`
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding: 9px 12px;
  border-left: 3px solid var(--ink);
  background: var(--sheet);
  code {
    font: 400 0.8125rem var(--mono);
    overflow-wrap: anywhere;
  }
`;

/** Something that is never shown again, with a way to take it along. */
export function ShownOnce({ label, text, help }: { label: string; text: string; help?: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <Box role="status">
      <span>{label}:</span>
      <code>{text}</code>
      <Button onPress={() => void navigator.clipboard?.writeText(text).then(() => setCopied(true))}>
        {copied ? words.common.copied : words.common.copy}
      </Button>
      {help && <Muted>{help}</Muted>}
    </Box>
  );
}
