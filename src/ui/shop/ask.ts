import type { Problem } from "@/core/problem/problem";

export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] }; // prettier-ignore

/** Asks the server; what it refuses comes back as problems, and none where it cannot be reached. */
export async function ask<T>(path: string, init?: RequestInit): Promise<Answer<T>> {
  try {
    const response = await fetch(path, init);
    const json = (await response.json()) as T & { readonly problems?: readonly Problem[] };
    return response.ok ? { ok: true, value: json } : { ok: false, problems: json.problems ?? [] };
  } catch {
    return { ok: false, problems: [] };
  }
}
