import { problem, type Problem } from "@/core/problem/problem";

/** What went wrong with a page, as far as the browser was told: the kind of trouble, and by what the server's log knows it. */
export function pageTrouble({ digest, message }: Error & { readonly digest?: string }): Problem {
  // What has no mark of the server's broke here.
  if (!digest) return problem("page-broke", [], { why: message.slice(0, 200) });
  const [kind, mark] = digest.split(".");
  if (kind === "unknown-schema") return problem("unknown-schema");
  if (kind === "away") return problem("database-unreachable");
  if (kind === "full") return problem("disk-full");
  return problem("server-error", [], { request: mark ?? digest });
}
