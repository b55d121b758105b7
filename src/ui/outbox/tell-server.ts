import { askNow, type Said } from "./ask-server";
import { fetchAsMe } from "./fetch-as-me";

/** Sends what a person just said, for somebody who waits: what came of it, or what was wrong with it. */
export const tellServer = <T = null>(
  method: "POST" | "PUT" | "DELETE",
  path: string,
  body?: unknown,
): Promise<Said<T>> =>
  askNow<T>(fetchAsMe, path, {
    method,
    ...(body === undefined ? {} : { headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) }),
  });
