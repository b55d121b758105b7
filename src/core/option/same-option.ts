import type { Disposition } from "../entry/schema";

/** What tells one way to go from another: what becomes of the part, and what is done to it. */
export interface WayToGo {
  readonly disposition: Disposition;
  readonly ways: readonly { readonly feature: string; readonly step: string }[];
}

/**
 * A name for a way to go that is the same whenever it is.
 *
 * @example optionKey({ disposition: "rework", ways: [{ feature: "big-end", step: "u-25" }] }) // "rework big-end:u-25"
 */
export const optionKey = ({ disposition, ways }: WayToGo): string =>
  [disposition, ...ways.map(({ feature, step }) => `${feature}:${step}`).sort()].join(" ");

export const sameOption = (a: WayToGo, b: WayToGo): boolean => optionKey(a) === optionKey(b);

/** Whether the part that is there leaves its place, and another comes. */
export const goes = (disposition: Disposition): boolean =>
  disposition === "replace" || disposition === "upgrade" || disposition === "keep";
