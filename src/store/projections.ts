import type { Envelope } from "@/core/entry/schema";
import type { Connection } from "./connection";
import { projectWithin } from "./readings";
import { projectShelf } from "./shelf";
import type { StreamKind } from "@/core/entry/declare";

/** Takes up entries that a stream was just given, in the transaction that keeps them. */
export type Projection = (connection: Connection, stream: string, fresh: readonly Envelope[]) => Promise<void>;

/** What is kept about each kind of stream besides its entries. Folded facts, never verdicts; each can be rebuilt. */
export const projections: Readonly<Record<StreamKind, readonly Projection[]>> = {
  job: [projectWithin],
  shop: [],
  shelf: [projectShelf],
};
