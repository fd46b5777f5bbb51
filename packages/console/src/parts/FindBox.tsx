import { type FormEvent, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { words } from '../words';
import { spokenFilters } from './spoken-filters';
import { boxLook } from './TextField';
import { useShortcuts } from './use-shortcuts';

const Frame = styled.form`
  display: flex;
  align-items: center;
  margin-left: auto;
  position: relative;
  input {
    ${boxLook}
    width: 150px;
    padding: 3px 26px 3px 9px;
    font-size: 0.8125rem;
    &:focus {
      width: 240px;
      border-color: var(--ink);
    }
  }
  kbd {
    position: absolute;
    right: 8px;
    color: var(--second);
    font: 400 0.75rem/1 var(--mono);
    pointer-events: none;
  }
`;

/** Looks for messages from any page; `/` leads to it. */
export function FindBox() {
  const [typed, setTyped] = useState('');
  const box = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useShortcuts(useMemo(() => ({ '/': () => box.current?.focus() }), []));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim() === '') return;
    void navigate(`/messages?${new URLSearchParams(spokenFilters(typed))}`);
    setTyped('');
    box.current?.blur();
  };
  return (
    <Frame role="search" onSubmit={submit}>
      <input
        ref={box}
        type="search"
        aria-label={words.findBox.label}
        placeholder={words.findBox.placeholder}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
      />
      <kbd>/</kbd>
    </Frame>
  );
}
