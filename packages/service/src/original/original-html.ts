import { randomBytes } from 'node:crypto';
import type { SourceRun } from '@yellow-sieve/core';
import { type Mark, markSource } from './mark-source.js';
import { sanitise } from './sanitise.js';

/** Characters of HTML that are shown; what is longer is cut off with a word, and can be downloaded. */
const maxShown = 2_000_000;

/**
 * The policy of a message's own page: nothing is fetched and nothing runs, whatever got through. `sandbox` holds when
 * somebody opens the page by its address, too.
 */
export const originalPolicy =
  "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'self'; form-action 'none'; base-uri 'none'; sandbox allow-same-origin";

/** The page of a message's HTML: sanitised, its evidence marked in the colours of the fields. */
export function originalHtml(html: string, runs: readonly SourceRun[], marks: readonly Mark[]): string {
  // A sender cannot know this name, so a mark of theirs cannot pass for one of ours.
  const attribute = `data-${randomBytes(8).toString('hex')}`;
  // Of the field only its number is written, so that its name cannot become markup.
  const numbered = marks.map((mark) => ({ ...mark, field: String(mark.place) }));
  const places = [...new Set(marks.map(({ place }) => place))];
  const shown = markSource(html.slice(0, maxShown), runs, numbered, attribute);
  const body = sanitise(shown, attribute);
  const cut = html.length > maxShown ? '<p>… The rest is not shown; download the message to see it.</p>' : '';
  return `<!doctype html><html><head><meta charset="utf-8"><title>Original</title><style>${pageStyle(attribute, places)}</style></head><body>${body}${cut}</body></html>`;
}

const colours = ['#0a63a5', '#b8431a', '#0a7355', '#86408f', '#1d7583', '#b02e69', '#4c50ab', '#7a5b12'];

function pageStyle(attribute: string, places: readonly number[]): string {
  const marks = places.map((place) => {
    const colour = colours[place % colours.length];
    return `mark[${attribute}="${place}"]{border-bottom-color:${colour}}`;
  });
  return `html{background:#fff;color:#211d16}body{margin:16px;font:14px/1.45 sans-serif;overflow-wrap:anywhere}table{max-width:100%}mark{background:none;color:inherit}mark[${attribute}]{border-bottom:2px solid}${marks.join('')}`;
}
