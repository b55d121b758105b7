import type { Envelope } from "@/core/entry/schema";
import { measuredKinds, type MeasuredKind } from "@/core/pack/measured-kinds";
import { listStreams, readEntries } from "@/store/streams";
import { database } from "./environment";
import { packsOnOffer } from "./open-job";

/** The record of the shop's measuring equipment, and all that the packs here ask to be measured. */
export async function openGauges(): Promise<{
  readonly stream: string;
  readonly entries: readonly Envelope[];
  readonly measured: readonly MeasuredKind[];
}> {
  // `ember prepare` has begun it.
  const [stream] = await listStreams(database(), "shop");
  const [entries, packs] = await Promise.all([readEntries(database(), stream!), packsOnOffer()]);
  return { stream: stream!, entries, measured: measuredKinds(packs.map(({ pack }) => pack)) };
}
