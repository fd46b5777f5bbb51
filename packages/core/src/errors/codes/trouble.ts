/** One sentence (what, where, what to do), and the HTTP status it travels with. */
export interface Trouble {
  status: number;
  sentence: string;
}
