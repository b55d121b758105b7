/** What a sentence can ask of its problem. */
export interface Figures {
  readonly text: (name: string) => string;
  readonly number: (name: string) => number;
  /** A length in the unit shown. */
  readonly length: (name: string) => string;
  readonly plusMinus: (name: string) => string;
  readonly bare: (name: string) => string;
  readonly source: () => string;
}

/** “1 reading”, “2 readings”. */
export const many = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`;

export type Sentence = (say: Figures) => string;
