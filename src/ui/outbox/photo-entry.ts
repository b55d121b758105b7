import { parse } from "uuid";
import { makeEntry } from "@/core/entry/make-entry";
import type { Envelope } from "@/core/entry/schema";
import type { WaitingPhoto } from "./photo-queue";
import type { TakenPhoto } from "./send-photo";

/**
 * What a job says of a photo that the server has. It is the same, id and all, from whatever page the photo was sent: two tabs
 * that send one photo write it once.
 */
export function photoEntry({ id, job, author, about }: WaitingPhoto, { photo, width, height }: TakenPhoto): Envelope {
  const madeAt = Number.parseInt(id.replaceAll("-", "").slice(0, 12), 16);
  const maker = { stream: job, author, now: () => madeAt, random: () => parse(id) };
  return makeEntry(maker, "photo-added", { photo, width, height, ...about });
}
