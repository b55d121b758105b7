import type { Job, Part, Signed } from "../entry/fold";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { StripCheck, StripStep } from "../pack/schema-teardown";
import { toCore, unitById } from "../quantity/units";
import { problem, type Problem } from "../problem/problem";
import { stepOrder } from "./step-order";

export type CheckNote = Signed<"check-noted">;

/** One place of a check, and what stands for it. */
export interface CheckPlace {
  readonly id: string | null;
  readonly name: string;
  /** More than one where two people noted different things. */
  readonly notes: readonly CheckNote[];
  /** Not as it should be; null where nothing is known. */
  readonly amiss: boolean | null;
}

export interface CheckResult {
  readonly check: StripCheck;
  readonly places: readonly CheckPlace[];
  /** Waits for somebody; was done or skipped at every place; or the step came first, and it can never be known. */
  readonly state: "open" | "done" | "skipped" | "lost";
}

export interface StepResult {
  readonly step: StripStep;
  readonly state: "done" | "open" | "blocked";
  readonly ticks: readonly Signed<"step-ticked">[];
  /** Steps that have to come first and are not done. */
  readonly waitsFor: readonly StripStep[];
  /** What has to be looked at before it. */
  readonly checks: readonly CheckResult[];
  /** Slots whose parts come out with it, what sits in them included. */
  readonly slots: readonly string[];
}

export interface StripResult {
  /** In working order. */
  readonly steps: readonly StepResult[];
  readonly next: StepResult | null;
  /** Where each part that is out lies. */
  readonly out: ReadonlyMap<string, Signed<"part-came-out">>;
  readonly problems: readonly Problem[];
}

const hasFigure = (value: number | null): value is number => value !== null;

/** Whether what was noted is not as it should be; null where it was skipped. */
export function isAmiss({ states, figure }: StripCheck, note: CheckNote): boolean | null {
  if (note.skipped !== null) return null;
  const wrongState = note.state !== null && states !== undefined && note.state !== states[0]!.id;
  const wrongFigure =
    hasFigure(note.value) &&
    figure !== undefined &&
    ((figure.low !== undefined && note.value < figure.low) || (figure.high !== undefined && note.value > figure.high));
  return wrongState || wrongFigure;
}

/** What was noted, for a sentence: the figure in core units. */
export const notedAs = ({ states, figure }: StripCheck, { state, value }: CheckNote) => ({
  state: states?.find(({ id }) => id === state)?.name ?? null,
  value: value === null || !figure ? null : toCore(value, unitById(figure.unit)!),
  unit: figure?.unit ?? null,
});

const sameNote = (a: CheckNote, b: CheckNote) =>
  a.state === b.state && a.value === b.value && (a.skipped === null) === (b.skipped === null);

function checkResult(
  check: StripCheck,
  notes: ReadonlyMap<string, readonly CheckNote[]>,
  isGone: boolean,
): CheckResult {
  const at = check.places.length > 0 ? check.places : [{ id: null, name: check.name }];
  const places = at.map((place): CheckPlace => {
    const found = notes.get(noteKey(check.id, place.id)) ?? [];
    // Two people who saw the same agree; only what differs is a conflict.
    const distinct = found.filter((note, index) => !found.slice(0, index).some((other) => sameNote(other, note)));
    return {
      id: place.id,
      name: place.name,
      notes: distinct,
      amiss: distinct.length === 1 ? isAmiss(check, distinct[0]!) : null,
    };
  });
  const noted = places.filter((place) => place.notes.length > 0);
  const all = noted.length === places.length;
  const state = all
    ? noted.every((place) => place.notes.every((note) => note.skipped !== null))
      ? "skipped"
      : "done"
    : isGone
      ? "lost"
      : "open";
  return { check, places, state };
}

/** The places whose parts a check speaks of. */
export const slotsOf = ({ places, slots = [] }: StripCheck, place: string | null): readonly string[] =>
  places.find(({ id }) => id === place)?.slots ?? slots;

const noteKey = (check: string, place: string | null) => `${check} ${place ?? ""}`;

/** Slots with all that sits in them, however deep. */
export function withInside(slots: readonly string[], { insideOf }: Pick<CompiledPack, "insideOf">): readonly string[] {
  return slots.flatMap((slot) => [
    slot,
    ...withInside(
      (insideOf.get(slot) ?? []).map((inner) => inner.id),
      { insideOf },
    ),
  ]);
}

/** A place that no part is known of, with the step that empties it; null where none does. */
export interface EmptyPlace {
  readonly slot: string;
  readonly of: StepResult | null;
}

/** Places that no part is known of, in the order in which the engine comes apart; what comes out with no step last. */
export function emptyPlaces(
  { slots }: Pick<CompiledPack, "slots">,
  steps: readonly StepResult[],
  parts: Iterable<Pick<Part, "slot">>,
): readonly EmptyPlace[] {
  const full = new Set<string | null>();
  for (const { slot } of parts) full.add(slot);
  const places = new Map<string, StepResult | null>();
  for (const of of steps) for (const slot of of.slots) if (!full.has(slot) && !places.has(slot)) places.set(slot, of);
  for (const slot of slots.keys()) if (!full.has(slot) && !places.has(slot)) places.set(slot, null);
  return [...places].map(([slot, of]) => ({ slot, of }));
}

/**
 * Where taking the engine apart stands: what is done, what can be done next and what waits for what, which positions
 * were lost for want of a lock or a mark, and what can no longer be tried.
 */
export function assessStrip(
  pack: CompiledPack,
  job: Pick<Job, "ticks" | "checks" | "cameOut" | "parts">,
): StripResult | null {
  const { strip } = pack.pack;
  if (!strip) return null;
  const byId = new Map(strip.steps.map((step) => [step.id, step]));
  const ticks = groupBy(job.ticks, (tick) => tick.step);
  const notes = groupBy(job.checks, (note) => noteKey(note.check, note.place));
  const checksBefore = groupBy(strip.checks, (check) => check.before);

  const steps = stepOrder(strip.steps).map((id): StepResult => {
    const step = byId.get(id)!;
    const ticked = ticks.get(id) ?? [];
    const waitsFor = step.after.filter((each) => !ticks.has(each)).map((each) => byId.get(each)!);
    return {
      step,
      ticks: ticked,
      state: ticked.length > 0 ? "done" : waitsFor.length > 0 ? "blocked" : "open",
      waitsFor,
      checks: (checksBefore.get(id) ?? []).map((check) => checkResult(check, notes, ticked.length > 0)),
      slots: withInside(step.removes, pack),
    };
  });

  const firstOf = (all: readonly Signed<"step-ticked">[]) => all.map((tick) => tick.at).sort()[0];
  /** When each position was locked or marked; a mark made after it was lost marks nothing. */
  const securedAt = new Map(
    strip.steps.flatMap((step) => {
      const at = firstOf(ticks.get(step.id)?.filter((tick) => tick.how === "done") ?? []);
      return at === undefined ? [] : step.secures.map((position) => [position, at] as const);
    }),
  );
  const lost = steps.flatMap(({ step, ticks: ticked }) => {
    const at = firstOf(ticked);
    if (at === undefined) return [];
    const isSecured = (position: string) => (securedAt.get(position) ?? "9") <= at;
    return step.loses
      .filter((position) => !isSecured(position))
      .map((position) => ({ step, position: strip.positions.find((each) => each.id === position)! }));
  });
  const checks = steps.flatMap((step) => step.checks);
  const outOf = groupBy(job.cameOut, (each) => each.part);

  return {
    steps,
    next: steps.find((step) => step.state === "open") ?? null,
    out: new Map([...outOf].map(([part, all]) => [part, all.at(-1)!])),
    problems: [
      ...steps
        .filter(({ state, waitsFor }) => state === "done" && waitsFor.length > 0)
        .map(({ step, waitsFor }) =>
          problem("step-before-its-turn", [step.id], {
            step: step.name,
            waits: waitsFor.map((each) => each.name).join(", "),
          }),
        ),
      ...lost.map(({ step, position }) =>
        problem("position-lost", [step.id, position.id], {
          step: step.name,
          position: position.name,
          afterwards: position.afterwards,
        }),
      ),
      ...checks
        .filter(({ state }) => state === "lost")
        .map(({ check }) => problem("check-lost", [check.id], { check: check.name })),
      // What speaks of no part by itself is for a person to say before anything is put together.
      ...checks.flatMap(({ check, places }) => {
        const off = places.filter(({ id, amiss }) => amiss === true && slotsOf(check, id).length === 0);
        const at = off.flatMap(({ id, name }) => (id === null ? [] : name)).join(", ");
        return off.slice(0, 1).map(({ notes: [note] }) => problem("check-amiss", [check.id], { check: check.name, place: at || null, ...notedAs(check, note!) })); // prettier-ignore
      }),
      ...checks.flatMap(({ check, places }) =>
        places
          .filter((place) => place.notes.length > 1)
          .map((place) =>
            problem("check-noted-twice", [check.id, place.id ?? ""], { check: check.name, place: place.name }),
          ),
      ),
      ...[...outOf.values()].flatMap((all) => {
        const bags = new Set(all.flatMap((each) => each.bag ?? []));
        const tag = job.parts.get(all[0]!.part)?.tag ?? "?";
        return bags.size > 1 ? [problem("part-in-two-bags", [all[0]!.part], { tag, bags: [...bags].join(", ") })] : [];
      }),
    ],
  };
}

export const stripJudgement = judgement({
  lists: ["ticks", "checks", "cameOut", "parts"],
  needs: [],
  assess: assessStrip,
  problems: (strip) => strip?.problems ?? [],
  stations: {
    strip: (strip) =>
      strip && { done: strip.steps.filter(({ state }) => state === "done").length, total: strip.steps.length },
  },
});
