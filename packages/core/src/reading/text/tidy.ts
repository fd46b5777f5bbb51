/** LF line ends; NUL and lone surrogates become U+FFFD; nothing else is changed. */
export function tidy(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(/\0/g, '\ufffd').toWellFormed();
}
