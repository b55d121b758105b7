import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { shutOwnerLink } from "@/server/owner";
import { answer, refuse, route } from "@/server/route";

const LinkPath = z.object({ job: z.uuid(), link: z.uuid() });

/** Shuts a link for ever. */
export const DELETE = route({ role: "lead", params: LinkPath }, async ({ params: { job, link } }) =>
  (await shutOwnerLink(job, link)) ? answer({ v: 1 }) : refuse(404, problem("not-found")),
);
