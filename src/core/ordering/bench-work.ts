import type { Assessment } from "../assessment";
import type { KindOfWork } from "../entry/outcomes";
import type { CompiledPack } from "../pack/compile-pack";
import { settledOption } from "./settled-option";

/** A place takes so many minutes to measure, and one that comes back from the machine shop to be looked over. Common practice, no source. */
const [minutesAPoint, minutesBack] = [2, 20];
/** Share of a rebuild's labour that goes into taking it apart and measuring, where no strip list says so. Common practice, no source. */
const apartShare = 0.5;

/** Work of one kind, in minutes: what was done as it was reckoned, and what is left of it. */
export interface WorkDone {
  readonly done: number;
  readonly open: number;
}

/** The work of an engine at the bench, in minutes. */
export interface BenchWork {
  /** Until all is taken apart and measured. */
  readonly before: number;
  /** To make good what is made good here, and to put it together. */
  readonly assembly: number;
  readonly by: Readonly<Record<Exclude<KindOfWork, "other">, WorkDone>>;
}

/** Minutes that were booked to each kind of work. */
export const bookedMinutes = ({ timesBooked }: Assessment["job"]): ReadonlyMap<KindOfWork, number> =>
  timesBooked.reduce(
    (sums, { work, minutes }) => sums.set(work, (sums.get(work) ?? 0) + minutes),
    new Map<KindOfWork, number>(),
  );

const minutesOf = (steps: readonly { readonly step: { readonly minutes: number } }[]) =>
  steps.reduce((sum, { step }) => sum + step.minutes, 0);

/**
 * What the bench has to do: taking apart and measuring go by what is ticked and measured; putting together takes what the pack's
 * whole rebuild leaves beside them, and no less than taking apart. Of work on parts and of putting together what was booked is
 * taken to be done.
 *
 * @param backFromShop  parts that come back from the machine shop
 * @returns             null where the pack says nothing of labour
 */
export function benchWork(
  { pack }: CompiledPack,
  { strip, choices, measured, job }: Pick<Assessment, "strip" | "choices" | "measured" | "job">,
  backFromShop: number,
): BenchWork | null {
  if (!pack.worth) return null;
  const booked = bookedMinutes(job);
  const measuring = [...measured.rows.values()].reduce(
    (sum, { part, points, measured: taken }) => ({
      done: sum.done + taken * minutesAPoint,
      open: sum.open + (part ? (points.length - taken) * minutesAPoint : 0),
    }),
    { done: 0, open: 0 },
  );
  const whole = pack.worth.labourHours * 60;
  const rest = Math.max(0, whole * apartShare - measuring.done - measuring.open);
  const stripping = strip
    ? {
        done: minutesOf(strip.steps.filter(({ state }) => state === "done")),
        open: minutesOf(strip.steps.filter(({ state }) => state !== "done")),
      }
    : // What was measured lay open.
      measuring.done > 0
      ? { done: rest, open: 0 }
      : { done: 0, open: rest };
  const apart = stripping.done + stripping.open;
  const together = Math.max(apart, whole - apart - measuring.done - measuring.open);
  const onParts = choices.reduce((sum, choice) => sum + (settledOption(choice)?.minutes ?? 0), 0) + backFromShop * minutesBack; // prettier-ignore
  const byBooking = (work: "parts" | "assembly", minutes: number): WorkDone => {
    const done = Math.min(minutes, booked.get(work) ?? 0);
    return { done, open: minutes - done };
  };
  const by = {
    strip: stripping,
    measure: measuring,
    parts: byBooking("parts", onParts),
    assembly: byBooking("assembly", together),
  };
  return { before: by.strip.open + by.measure.open, assembly: by.parts.open + by.assembly.open, by };
}
