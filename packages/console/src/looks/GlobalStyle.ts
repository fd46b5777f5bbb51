import { createGlobalStyle } from 'styled-components';
import { tokens } from './tokens';

/** What holds for every page. */
export const GlobalStyle = createGlobalStyle`
  ${tokens}
  *, *::before, *::after { box-sizing: border-box; }
  html, body, #root { height: 100%; }
  body {
    margin: 0;
    background: var(--paper);
    color: var(--ink);
    font: 400 0.84375rem/1.4 var(--text);
    -webkit-font-smoothing: antialiased;
  }
  h1, h2, h3 { font-family: var(--heading); font-weight: 600; margin: 0; line-height: 1.2; }
  h1 { font-size: 1.3125rem; }
  h2 { font-size: 1.0625rem; }
  p { margin: 0; }
  a { color: inherit; text-decoration-color: var(--strong-rule); text-underline-offset: 3px; }
  a:hover { text-decoration-color: currentColor; }
  button, input, select, textarea { font: inherit; color: inherit; }
  :focus-visible, [data-focus-visible] { outline: 2px solid var(--ink); outline-offset: 2px; }
  mark { background: none; color: inherit; }
  @media (prefers-reduced-motion: no-preference) {
    @keyframes arrived { from { background: var(--wash); } }
  }
`;
