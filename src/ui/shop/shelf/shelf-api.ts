import type { ShelfListing } from "@/core/parts/shelf";
import type { Problem } from "@/core/problem/problem";
import { ask, type Answer } from "../../outbox/ask";

export type { Answer };

/** One part of it with what it is good for. */
export interface ShelfDetail {
  readonly line: ShelfListing & { readonly gone: string | null; readonly goneTo: string | null };
  readonly laid: {
    readonly from: { readonly name: string; readonly job: string };
    readonly against: readonly { readonly code: string; readonly said: string }[];
    readonly at: string;
    readonly entries: number;
  };
  readonly verdicts: readonly {
    readonly pack: string;
    readonly family: string;
    readonly name: string;
    readonly allowed: boolean | null;
    readonly reasons: readonly Problem[];
  }[];
}

/** Said where the server gave no reason, or could not be reached. */
export const noAnswer = "The server cannot be reached just now: nothing was done. Try again.";

export const findOnShelf = (text: string, of: string | null) =>
  ask<{ parts: readonly ShelfListing[]; count: number }>(
    `/api/shelf?text=${encodeURIComponent(text)}${of === null ? "" : `&class=${encodeURIComponent(of)}`}`,
  );

export const shelfDetail = (part: string) => ask<ShelfDetail>(`/api/shelf/${part}`);

type Act =
  | { readonly do: "lay"; readonly job: string; readonly part: string; readonly lies: string }
  | { readonly do: "take"; readonly job: string; readonly part: string; readonly slot: string | null }
  | { readonly do: "move"; readonly part: string; readonly lies: string }
  | { readonly do: "scrap"; readonly part: string; readonly words: string };

export const actOnShelf = (act: Act) =>
  ask<{ part: string }>("/api/shelf", {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(act),
  });
