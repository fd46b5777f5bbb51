const widthless = '\\u00ad\\u034f\\u061c\\u180e\\u200b-\\u200f\\u2060-\\u2064\\ufeff';
const spaces = '\\s\\u00a0\\u115f\\u1160\\u17b4\\u17b5\\u2000-\\u200a\\u202f\\u205f\\u3164';
// In one class each: what two alternatives both match can be tried in twice as many ways a character.

/** Characters that take no room or only room: hard spaces, joiners, soft hyphens and the marks that pad a preview line. */
export const fillers = new RegExp(`[${spaces}${widthless}]+`, 'gu');

const onlyFillers = new RegExp(`^[${spaces}${widthless}]+$`, 'u');
const anyWidthless = new RegExp(`[${widthless}]`, 'u');

/** Whether a text is nothing but fillers with a character of no width among them: padding that nobody sees. */
export const isPadding = (text: string): boolean => onlyFillers.test(text) && anyWidthless.test(text);
