import { accountEntries } from "./types/account";
import { cleanEntries } from "./types/clean";
import { crackEntries } from "./types/crack";
import { decideEntries } from "./types/decide";
import { diagnoseEntries } from "./types/diagnose";
import { matchEntries } from "./types/match";
import { identifyEntries } from "./types/identify";
import { jobEntries } from "./types/job";
import { measureEntries } from "./types/measure";
import { orderEntries } from "./types/order";
import { partsEntries } from "./types/parts";
import { photosEntries } from "./types/photos";
import { recordEntries } from "./types/record";
import { shelfEntries } from "./types/shelf";
import { shopEntries } from "./types/shop";
import { stripEntries } from "./types/strip";

/** The vocabulary: every type of entry there is. */
export const declarations = {
  ...jobEntries,
  ...recordEntries,
  ...identifyEntries,
  ...partsEntries,
  ...stripEntries,
  ...photosEntries,
  ...cleanEntries,
  ...crackEntries,
  ...measureEntries,
  ...diagnoseEntries,
  ...matchEntries,
  ...decideEntries,
  ...orderEntries,
  ...shopEntries,
  ...shelfEntries,
  ...accountEntries,
} as const;

export type EntryType = keyof typeof declarations;
export const entryTypes = Object.keys(declarations) as EntryType[];

export const isKnownType = (type: string): type is EntryType => Object.hasOwn(declarations, type);

/** The version in which new entries of a type are written. */
export const currentVersion = (type: EntryType): number => declarations[type].upcasts.length + 1;
