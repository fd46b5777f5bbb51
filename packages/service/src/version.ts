/** Named in every revision, so that one can tell which code made it. */
export const codeVersion = '0.1.0';
