import * as z from "@/core/z";
import { answer, refuse, route } from "@/server/route";
import { offerWaitingPack } from "@/server/take-pack";

const sha256 = z.string().check(z.regex(/^[0-9a-f]{64}$/u));
const Path = z.object({ pack: sha256 });
const Word = z.strictObject({ against: z.nullable(sha256) });

/** Offers a pack for new jobs: said by a lead who has seen what it changes against the revision that is offered now. */
export const POST = route({ role: "lead", params: Path, body: Word }, async ({ params, body }) => {
  const offered = await offerWaitingPack(params.pack, body.against);
  if (offered.ok) return answer({ v: 1 });
  return refuse(offered.problems[0]?.code === "pack-not-here" ? 404 : 409, ...offered.problems);
});
