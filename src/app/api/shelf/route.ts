import { answer, refuse, route } from "@/server/route";
import { actAtShelf, listShelf, ShelfAct } from "@/server/shelf";

const [longestText, longestClass] = [120, 60];

/** What lies on the shelf: by words that begin what a part is known by, and by its kind. */
export const GET = route({ role: "viewer" }, async ({ request }) => {
  const { searchParams } = new URL(request.url);
  const text = (searchParams.get("text") ?? "").slice(0, longestText);
  const of = searchParams.get("class");
  return answer({ v: 1, ...(await listShelf(text, of ? of.slice(0, longestClass) : null)) });
});

/** Lays a part on the shelf, takes one from it into a job, moves or scraps it. */
export const POST = route({ role: "inspector", body: ShelfAct }, async ({ body, person }) => {
  const outcome = await actAtShelf(body, person);
  return outcome.ok ? answer({ v: 1, part: outcome.value }) : refuse(409, ...outcome.problems);
});
