import { assess } from "../fixtures/judge";
import { cardOf, mayGrow, statesOn } from "./card";
import { TestBench } from "../fixtures/bench";
import { standingHandOver } from "../entry/visit";
import { countByKind } from "../holds";
import { demoJob, demoJobs, packOf } from "../fixtures/load";
import { orrinshaw } from "../fixtures/packs/orrinshaw";
import { nextStep } from "./next-step";
import { slotStates } from "./slot-state";

const asOf = "2026-11-24T08:00:00Z";

test.each(demoJobs)("the card of %s says what its whole assessment says, and is small", (name) => {
  const pack = packOf(name);
  const assessment = assess(pack, demoJob(name), asOf);
  const card = cardOf(pack, assessment, demoJob(name));
  expect(card).toMatchObject({
    name: assessment.job.header!.name,
    family: pack.pack.family,
    wantedBy: assessment.order.wantedBy,
    isOver: standingHandOver(assessment.job) !== null,
    station: nextStep(pack, assessment).station,
    next: nextStep(pack, assessment).what,
    holds: countByKind(assessment.holds),
    pack: pack.sha256,
  });
  expect(new Map([...statesOn(card, pack.pack)].sort())).toEqual(new Map([...slotStates(assessment)].sort()));
  expect(JSON.stringify(card).length).toBeLessThan(1300);
});

test("a card that another program made in another shape shows no states, and breaks nothing", () => {
  const { pack } = packOf("ferry-marigold");
  expect(statesOn({ slots: "??" }, pack).size).toBe(0);
});

// The worst that a board may be asked about: it must not say that an engine is done in time where nobody can know.
test("more may come of an engine that is blank, held, or waits for what is late already", () => {
  const bench = new TestBench(orrinshaw);
  const cardAt = (asOf: string) => cardOf(orrinshaw, assess(orrinshaw, bench.entries, asOf), bench.entries);
  const blank = cardAt(asOf);
  expect([blank.isBlank, mayGrow(blank), blank.waits]).toEqual([true, true, null]);
  const ferry = (day: string) => cardOf(packOf("ferry-marigold"), assess(packOf("ferry-marigold"), demoJob("ferry-marigold"), `${day}T08:00:00Z`), demoJob("ferry-marigold")); // prettier-ignore
  expect(ferry("2026-11-24").waits!.until).not.toBeNull();
  // A year on nothing has come, and what was promised is no promise any more.
  const late = ferry("2027-11-24");
  expect([late.late > 0, late.waits!.until, mayGrow(late)]).toEqual([true, null, true]);
  const settled = { ...blank, station: "build" as const, waits: null, holds: countByKind([]) };
  expect(mayGrow(settled)).toBe(false);
  expect(mayGrow({ ...settled, holds: { ...settled.holds, danger: 1 } })).toBe(true);
});
