import type * as z from "../z";
import type { Upcast } from "./upcast";

/** What a stream is about: one visit of an engine, the shop itself, or the parts it keeps. */
export type StreamKind = "job" | "shop" | "shelf";

/** Who may write: what commits the shop is a lead's to say; an inspector records what is there. */
export type Writer = "inspector" | "lead";

/**
 * - evidence: it says something of the engine, and moves something or is said to move nothing
 * - act: something was done, decided or set up
 * - label: it names, and nothing hangs on it
 */
export type Saying = "evidence" | "act" | "label";

/** All there is to know of a type of entry; everything else derives from it. */
export interface Declaration<
  P extends z.ZodMiniType,
  L extends string | null,
  S extends StreamKind | "any",
  Y extends Saying = Saying,
> {
  /** What it carries in its newest version. */
  readonly payload: P;
  /**
   * The steps that bring older payloads to the newest version: index 0 turns version 1 into 2. A step is never changed
   * once an entry of its version exists; a frozen fixture of each version keeps watch.
   */
  readonly upcasts: readonly Upcast[];
  /** The kind of stream it belongs to. */
  readonly stream: S;
  /** The least that a person must be to write it, and so to correct or strike it. */
  readonly writer: Writer;
  /** The list of the job that holds what entries of this type say, oldest first; null where the fold makes something else of them. */
  readonly list: L;
  /** What kind of thing it says. */
  readonly says: Y;
  /** It is said of a part wherever that is, and goes along when the part leaves. */
  readonly travels: boolean;
  /** It says something of the engine: a job in which nothing else stands is blank. */
  readonly ofEngine: boolean;
  /** It changes where readings belong or which of them stand: what is kept beside the entries is worked out anew. */
  readonly moves: boolean;
  /** Nothing strikes it or takes its place. */
  readonly standsForEver: boolean;
  /** Only the server makes it: it vouches for what others wrote elsewhere. */
  readonly byServer: boolean;
  /** Fields that hold the name of somebody outside the shop, as `by` or `word.by`: masked once that owner is erased. */
  readonly names: readonly string[];
}

/** Declares a type of entry; what is left out is the usual: of a job, in no list, of the engine, moving nothing, open to correction. */
export const declare = <
  P extends z.ZodMiniType,
  const Y extends Saying,
  const L extends string | null = null,
  const S extends StreamKind | "any" = "job",
>({
  ofEngine = true,
  upcasts = [],
  stream = "job" as S,
  list = null as L,
  moves = false,
  standsForEver = false,
  byServer = false,
  names = [],
  ...given
}: Pick<Declaration<P, L, S, Y>, "payload" | "says" | "writer" | "travels"> &
  Partial<Declaration<P, L, S, Y>>): Declaration<P, L, S, Y> => ({
  ...given,
  ofEngine,
  upcasts,
  stream,
  list,
  moves,
  standsForEver,
  byServer,
  names,
});
