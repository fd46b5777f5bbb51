import { type Range, toOrigin, type View } from '../reading/index.js';
import { evidenceAt } from './finding.js';
import type { Evidence, RuleRun } from './rule-kind.js';

/** Where the link leads that stands at a place: what is written there may be a mere name for it. Mail addresses are none. */
export function linkAt(
  view: View,
  { start, end }: Range,
  { scene, rule }: Pick<RuleRun, 'scene' | 'rule'>,
): { href: string; evidence: Evidence[] } | null {
  if (view.in !== 'message.text') return null;
  const ranges = toOrigin(view, start, end);
  const at = scene.form.links.findIndex((link) =>
    ranges.some((range) => link.start < range.end && link.end > range.start),
  );
  const href = scene.form.links[at]?.href;
  if (href === undefined || /^mailto:/i.test(href)) return null;
  const target = { how: 'read', in: `link:${at}`, start: 0, end: href.length, raw: href, rule } as const;
  return { href, evidence: [...evidenceAt(view, start, end, rule), target] };
}
