import type { Problem } from "@/core/problem/problem";
import { askNow } from "./ask-server";
import { fetchAsMe } from "./fetch-as-me";

export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] }; // prettier-ignore

/** Asks the server; what it refuses comes back as problems, and none where it cannot be reached. */
export async function ask<T>(path: string, init: RequestInit = {}): Promise<Answer<T>> {
  const said = await askNow<T>(fetchAsMe, path, init);
  if ("value" in said && said.value !== null) return { ok: true, value: said.value };
  if ("value" in said) return { ok: false, problems: [] };
  return { ok: false, problems: said.problems.filter(({ code }) => code !== "door-unreachable") };
}
