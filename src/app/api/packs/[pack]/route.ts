import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { openPack } from "@/server/jobs";
import { answer, refuse, route } from "@/server/route";

const Path = z.object({ pack: z.string().check(z.regex(/^[0-9a-f]{64}$/u)) });

/** What is wanted of a pack to draw its engine. A revision never changes: a browser asks once. */
export const GET = route({ role: "viewer", params: Path }, async ({ params }) => {
  const opened = await openPack(params.pack);
  if (!opened) return refuse(404, problem("pack-not-here", [], { sha256: params.pack.slice(0, 12) }));
  const { slots, outlines } = opened.pack.pack;
  const response = answer({ v: 1, slots, outlines });
  response.headers.set("Cache-Control", "private, max-age=31536000, immutable");
  return response;
});
