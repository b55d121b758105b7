/** A failure as a shop meets it: what shows to whoever looks, and what truly began it. Common practice, no source. */
export interface Story {
  readonly name: string;
  /** Causes that any foreman would accept, as nodes; none where the network does not have it. */
  readonly began: readonly string[];
  /** The damage that brought it in. */
  readonly worst: string;
  /** What else shows, by finding, with its grade; whatever is not here shows nothing. */
  readonly shows: Readonly<Record<string, number>>;
}
