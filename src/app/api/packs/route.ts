import { packsOnOffer } from "@/server/open-job";
import { answer, route } from "@/server/route";
import { takePack } from "@/server/take-pack";

const mostPackBytes = 5 * 1024 * 1024;

/** Engine families that a job can be opened for. */
export const GET = route({ role: "viewer" }, async () =>
  answer({
    v: 1,
    packs: (await packsOnOffer()).map(({ sha256, pack: { family, summary, revision, slots } }) => ({
      sha256,
      family,
      summary,
      revision,
      places: slots.length,
    })),
  }),
);

/** Takes a pack in, or says all that is wrong with it. Asked only to look, it keeps nothing. */
export const POST = route({ role: "lead", bytes: true, mostBytes: mostPackBytes }, async ({ request, bytes }) => {
  const look = new URL(request.url).searchParams.get("look") === "only";
  const taken = await takePack(bytes.toString("utf8"), look);
  return answer(taken, taken.faults.length > 0 ? 422 : 200, taken.faults.map((each) => each.problem));
});
