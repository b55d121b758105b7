import type { Assessment } from "../assessment";
import { problem, type Problem } from "../problem/problem";
import { condemned, isSettled } from "../plan/standing";
import type { Station } from "../stations";

export interface NextStep {
  readonly station: Station;
  readonly what: Problem;
}

/** What a job needs next: what it goes into, what engine it is where that is in doubt, the next step of the strip list, the first place without readings, then the first open decision, then handing over; nothing once it is gone. */
export function nextStep({ rows, choices, job, intake, identity, strip }: Assessment): NextStep {
  if (job.handOvers.length > 0)
    return { station: "hand-over", what: problem("handed-over", [], { to: job.handOvers.at(-1)!.to }) };
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
  const open = choices.filter((choice) => !isSettled(choice)).length;
  if (open > 0) return { station: "decide", what: problem("undecided", [], { count: open }) };
  return { station: "hand-over", what: problem("ready-to-hand-over") };
}
