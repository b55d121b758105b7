import type { CataloguePart } from "@/core/catalogue/catalogue-part";
import type { KeptQuote, SupplierState } from "@/core/catalogue/quote";
import type { Problem } from "@/core/problem/problem";
import { ask } from "./ask";
import { fetchAsMe } from "./fetch-as-me";

/** A part with when it was taken in. */
export interface FoundPart extends CataloguePart {
  readonly edition: string;
  readonly takenAt: string;
}

/** What became of a catalogue that was brought. */
export interface CatalogueTaken {
  readonly problems: readonly Problem[];
  readonly rows: number;
  readonly good: number;
  readonly kept: number;
}

export const findInCatalogue = (text: string) =>
  ask<{ parts: readonly FoundPart[] }>(`/api/catalogue?text=${encodeURIComponent(text)}`);

export const chainOf = (number: string) =>
  ask<{ chain: readonly FoundPart[]; newest: FoundPart | null }>(`/api/catalogue/${encodeURIComponent(number)}`);

export interface Quoted {
  readonly state: SupplierState;
  readonly quote: KeptQuote | null;
  /** What took the place of the number in the end. */
  readonly newest: string;
}

/** What the supplier last said of a number, or says of it now. */
export const quoteOf = (number: string, isAsked: boolean) =>
  ask<Quoted>(`/api/catalogue/${encodeURIComponent(number)}/quote`, isAsked ? { method: "POST" } : undefined);

/** Brings a file: what is amiss in it is told whether it was kept or not; null where the server cannot be reached. */
export async function takeCatalogue(
  file: File,
  keepGood: boolean,
): Promise<CatalogueTaken | { readonly problems: readonly Problem[] } | null> {
  try {
    const response = await fetchAsMe(`/api/catalogue${keepGood ? "?keep=good" : ""}`, { method: "POST", body: file });
    return (await response.json()) as CatalogueTaken;
  } catch {
    return null;
  }
}
