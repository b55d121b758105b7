import { takeArchive } from "@/server/take-archive";
import { answer, refuse, route } from "@/server/route";

/** Takes a job's archive as the body of the request: all of it, or nothing. */
export const POST = route({ role: "lead" }, async ({ request }) => {
  const taken = await takeArchive(request);
  return taken.ok
    ? answer({ v: 1, ...taken.value })
    : refuse(taken.problems.some((found) => found.code === "too-large") ? 413 : 422, ...taken.problems);
});
