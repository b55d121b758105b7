"use client";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { pageTrouble } from "@/ui/frame/page-trouble";

/** Stands where a page should: what was typed in it before is in the browser still. */
export default function PageError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <main style={{ padding: 32, maxWidth: 720 }}>
      <h1 style={{ fontSize: 24, fontWeight: 700 }}>This page cannot be shown now</h1>
      <p style={{ margin: "12px 0" }}>{sayProblem(pageTrouble(error), plainWording)}</p>
      <button type="button" onClick={() => (reset(), window.location.reload())} style={{ textDecoration: "underline" }}>
        Try again
      </button>
    </main>
  );
}
