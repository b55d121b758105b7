import { searchCatalogue, takeCatalogue } from "@/server/catalogue";
import { answer, route } from "@/server/route";

const mostCatalogueBytes = 24 * 1024 * 1024;

/** Parts of the catalogue by the beginnings of their numbers, old numbers and names. */
export const GET = route({ role: "viewer" }, async ({ request }) =>
  answer({ v: 1, parts: await searchCatalogue((new URL(request.url).searchParams.get("text") ?? "").slice(0, 120)) }),
);

/** Takes a catalogue in as CSV; of one with faults nothing, unless its good rows are asked for. */
export const POST = route({ role: "lead", bytes: true, mostBytes: mostCatalogueBytes }, async ({ request, bytes }) => {
  const keepGood = new URL(request.url).searchParams.get("keep") === "good";
  const taken = await takeCatalogue(bytes.toString("utf8"), keepGood);
  return answer({ v: 1, ...taken }, taken.kept > 0 ? 200 : 422);
});
