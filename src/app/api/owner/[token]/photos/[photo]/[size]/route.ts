import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { PhotoPath } from "@/server/job-path";
import { ownerPhoto } from "@/server/owner";
import { refuse, route } from "@/server/route";

const Path = z.extend(PhotoPath, { token: z.string().check(z.maxLength(60)) });

/** A photo that was chosen for the owner, for whoever holds a link. */
export const GET = route(
  { role: "nobody", params: Path },
  async ({ params: { token, photo, size } }) =>
    (await ownerPhoto(token, photo, size)) ?? refuse(404, problem("not-found")),
);
