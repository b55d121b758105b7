/** An owner as the server lists them. */
export interface OwnerLine {
  readonly id: string;
  readonly name: string;
  readonly contact: string;
  readonly note: string;
  /** How many engines of theirs are or were here. */
  readonly jobs: number;
}
