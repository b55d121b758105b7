import type { Assessment } from "../assessment";
import { problem, type Problem } from "../problem/problem";
import { standingHandOver } from "../entry/visit";
import type { CompiledPack } from "../pack/compile-pack";
import { condemned } from "../plan/standing";
import { isDecided, isReady, statesOfPlaces, type PlaceState, type Wait } from "../state/state-of-places";
import type { Station } from "../stations";

export interface NextStep {
  readonly station: Station;
  readonly what: Problem;
}

/** What places wait for, in the order in which it is dealt with. */
const waiting: readonly { readonly station: Station; readonly what: (count: number) => Problem; readonly waits: readonly Wait["is"][] }[] = [
  { station: "order", what: (count) => problem("next-to-order", [], { count }), waits: ["ordering"] },
  { station: "order", what: (count) => problem("next-to-send-out", [], { count }), waits: ["sending-out"] },
  { station: "order", what: (count) => problem("next-amiss", [], { count }), waits: ["amiss"] },
  { station: "measure", what: (count) => problem("next-to-measure-again", [], { count }), waits: ["measuring-again"] },
  { station: "decide", what: (count) => problem("next-to-do", [], { count }), waits: ["cleaning", "rework", "inspection", "evidence", "refused"] },
  { station: "order", what: (count) => problem("next-to-come", [], { count }), waits: ["delivery", "machine-shop"] },
]; // prettier-ignore

/** The first thing that places whose decision stands wait for; null where all of them are ready. */
function nextWait(places: readonly PlaceState[]): NextStep | null {
  for (const { station, what, waits } of waiting) {
    const count = places.filter((place) => place.waits.some(({ is }) => waits.includes(is))).length;
    if (count > 0) return { station, what: what(count) };
  }
  return null;
}

/**
 * What a job needs next: what it goes into, what engine it is where that is in doubt, the next step of the strip list, the first
 * place without readings, what failed first, then the first open decision, what was decided and is not done, what stands in the
 * way, then handing over; nothing once it is gone.
 */
export function nextStep(pack: CompiledPack, assessment: Assessment): NextStep {
  const { rows, choices, job, intake, identity, strip, holds } = assessment;
  const over = standingHandOver(job);
  if (over) return { station: "hand-over", what: problem("handed-over", [], { to: over.to }) };
  if (intake.problems.some((found) => found.code === "application-unknown"))
    return { station: "intake", what: problem("application-unknown") };
  if (identity?.contradiction && identity.signed.length === 0)
    return { station: "identify", what: problem("identity-in-doubt") };
  // Once parts are measured the rest of the list can wait: whoever keeps none is not sent back to it.
  if (strip?.next && job.readings.length === 0)
    return {
      station: "strip",
      what: problem("next-strip-step", [strip.next.step.id], { step: strip.next.step.name }),
    };
  const gone = condemned(choices);
  for (const row of rows.values()) {
    if (row.part && gone.has(row.part.id)) continue;
    const missing = row.points.length - row.measured;
    if (missing > 0)
      return {
        station: "measure",
        what: problem(row.measured > 0 ? "points-missing" : "not-measured", [row.row.id], {
          row: row.row.name,
          missing,
        }),
      };
  }
  const cause = holds.find(({ code }) => code === "cause-open");
  if (cause) return { station: "diagnose", what: cause };
  const places = [...statesOfPlaces(pack, assessment).values()].filter((place) => !isReady(place));
  const open = places.filter((place) => !isDecided(place)).length;
  if (open > 0) return { station: "decide", what: problem("undecided", [], { count: open }) };
  const next = nextWait(places);
  if (next) return next;
  const [first] = holds;
  if (first) return { station: first.settledAt, what: problem("next-to-settle", [], { count: holds.length }) };
  return { station: "hand-over", what: problem("ready-to-hand-over") };
}
