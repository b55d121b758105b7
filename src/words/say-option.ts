import type { Limit, Pack, Ref } from "@/core/pack/schema";
import type { Option } from "@/core/option/option";
import type { Decided } from "@/core/plan/standing";
import { formatNumber } from "@/core/quantity/format-quantity";
import { unitById, type Unit } from "@/core/quantity/units";
import { capital } from "./capital";
import { dispositionWords } from "./words-for";

type Said = Pick<Option, "disposition"> & { readonly ways?: Option["ways"] };

/** A way to go in a few words: “Grind to −0.50”, “Main journals: grind to −0.25, big ends: grind to −0.50”. */
export const sayOption = ({ disposition, ways = [] }: Said): string =>
  ways.length === 0
    ? dispositionWords[disposition]
    : capital(ways.map(({ name, of }) => (of === null ? name : `${name} (${of})`)).join(", "));

/** What was decided, in a few words; one that is no longer on offer is said to be. */
export const sayDecided = ({ wanted, option }: Pick<Decided, "wanted" | "option">): string =>
  option ? sayOption(option) : `${dispositionWords[wanted.disposition]}, no longer on offer`;

/** How a limit stands in its source, where that is not in core units; empty where it is. */
export function sayPrinted({ printed }: Pick<Limit, "printed">): string {
  if (!printed) return "";
  if ("zone" in printed) return `printed as ${printed.size} ${printed.zone}`;
  const { min, max, unit } = printed;
  const figures = min !== undefined && max !== undefined ? `${min}–${max}` : max !== undefined ? `at most ${max}` : `at least ${min}`; // prettier-ignore
  return `printed as ${figures} ${unitById(unit)?.symbol ?? unit}`;
}

/** A limit in the unit shown: “at most 108.100”, “at least 70.950”, “0.060–0.110”. */
export function sayLimit({ min, max }: Pick<Limit, "min" | "max">, unit: Unit): string {
  if (min !== undefined && max !== undefined) return `${formatNumber(min, unit)}–${formatNumber(max, unit)}`;
  return max !== undefined ? `at most ${formatNumber(max, unit)}` : `at least ${formatNumber(min!, unit)}`;
}

/** Names of a pack's sources by id: “Orrinshaw 6M workshop manual, ed. 3”, or in short “workshop manual, ed. 3”. */
export const sourceNames = (
  { sources }: Pick<Pack, "sources">,
  length: "whole" | "short",
): ReadonlyMap<string, string> =>
  new Map(
    sources.map(({ id, document, short, edition }) => [
      id,
      [length === "whole" ? document : short, edition && `ed. ${edition}`].filter(Boolean).join(", "),
    ]),
  );

/** Where a fact stands: “Workshop manual, ed. 3, p. 41”. */
export const sayRef = ({ source, page }: Ref, names: ReadonlyMap<string, string>): string =>
  [names.get(source) ?? source, page].filter(Boolean).join(", ");
