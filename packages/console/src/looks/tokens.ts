import { css } from 'styled-components';

/** Colours by what they mean, light and dark. Everything else in the console takes them from here. */
const light = css`
  --paper: #fbf8f0;
  --sheet: #fffdf8;
  --ink: #211d16;
  --second: #675e4e;
  --third: #978c78;
  --rule: #e5dccb;
  --strong-rule: #cfc3ac;
  --yellow: #f7bf0a;
  --on-yellow: #211d16;
  --wash: #fdf0bf;
  --bad: #b3261e;
  --field-1: #0a63a5;
  --field-2: #b8431a;
  --field-3: #0a7355;
  --field-4: #86408f;
  --field-5: #1d7583;
  --field-6: #b02e69;
  --field-7: #4c50ab;
  --field-8: #7a5b12;
  color-scheme: light;
`;

const dark = css`
  --paper: #17140f;
  --sheet: #1e1b15;
  --ink: #efe8da;
  --second: #b5aa95;
  --third: #857a66;
  --rule: #332d23;
  --strong-rule: #4a4234;
  --yellow: #f2bd1d;
  --on-yellow: #17140f;
  --wash: #3a3011;
  --bad: #ff8a7a;
  --field-1: #6cb8f5;
  --field-2: #f29168;
  --field-3: #5cc9a2;
  --field-4: #d69be0;
  --field-5: #6fcbd9;
  --field-6: #f58fbb;
  --field-7: #a9adf7;
  --field-8: #d9b45a;
  color-scheme: dark;
`;

/** Light or dark as the system says, unless the person chose. */
export const tokens = css`
  :root {
    ${light}
    --heading: 'Newsreader', Georgia, serif;
    --text: 'Schibsted Grotesk', system-ui, sans-serif;
    --mono: 'IBM Plex Mono', ui-monospace, monospace;
    --round: 3px;
  }
  @media (prefers-color-scheme: dark) {
    :root:not([data-theme='light']) {
      ${dark}
    }
  }
  :root[data-theme='dark'] {
    ${dark}
  }
`;

const fieldColours = 8;

/** The colour of the nth field; more than eight use them again. */
export const fieldColour = (index: number): string => `var(--field-${(index % fieldColours) + 1})`;
