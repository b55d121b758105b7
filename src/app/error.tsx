"use client";
import { problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";

/** What went wrong, as far as the page was told: the kind of trouble, and by what the log knows it. */
function troubleOf(digest = "") {
  const [kind, mark] = digest.split(".");
  if (kind === "unknown-schema") return problem("unknown-schema");
  if (kind === "away") return problem("database-unreachable");
  if (kind === "full") return problem("disk-full");
  return problem("server-error", [], { request: mark ?? (digest || null) });
}

/** Stands where a page should: what was typed in it before is in the browser still. */
export default function PageError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <main style={{ padding: 32, maxWidth: 720 }}>
      <h1 style={{ fontSize: 24, fontWeight: 700 }}>This page cannot be shown now</h1>
      <p style={{ margin: "12px 0" }}>{sayProblem(troubleOf(error.digest), plainWording)}</p>
      <button type="button" onClick={() => (reset(), window.location.reload())} style={{ textDecoration: "underline" }}>
        Try again
      </button>
    </main>
  );
}
