/** Styles that leave a gap beside words, though nothing is written there. */
const besideWords = /(?:^|[;\s])display\s*:\s*inline-(?:block|flex|grid|table)\b/i;
const spacing = /(?:^|[;\s])(?:padding|margin)(-left|-right|-inline[\w-]*)?\s*:\s*([^;!]+)/gi;

/** What is set at the other side of its line. */
export const floats = /(?:^|[;\s])float\s*:\s*(?:left|right)/i;

/** Of a longer style the end says nothing here. */
const longestStyle = 2000;

/** Whether a style leaves a gap at the sides of an element within a line. */
export function hasGap(written: string): boolean {
  const style = written.slice(0, longestStyle);
  if (besideWords.test(style)) return true;
  return [...style.matchAll(spacing)].some(([, side, sizes = '']) => {
    const all = sizes.trim().split(/\s+/);
    // Of several sizes the second and the fourth are those at the sides.
    const beside = side || all.length === 1 ? all : [all[1], all[3]];
    return beside.some((size) => /^[\d.]*[1-9]/.test(size ?? ''));
  });
}
