import { assess } from "./assess";
import { cardOf, statesOn } from "./card";
import { countByKind } from "./holds";
import { demoJob, demoJobs, packOf } from "./fixtures/load";
import { nextStep } from "./next-step";
import { slotStates } from "./plan/slot-state";

const asOf = "2026-11-24T08:00:00Z";

test.each(demoJobs)("the card of %s says what its whole assessment says, and is small", (name) => {
  const pack = packOf(name);
  const assessment = assess(pack, demoJob(name), asOf);
  const card = cardOf(pack, assessment, demoJob(name));
  expect(card).toMatchObject({
    name: assessment.job.header!.name,
    family: pack.pack.family,
    wantedBy: assessment.order.wantedBy,
    isOver: assessment.job.handOvers.length > 0,
    station: nextStep(assessment).station,
    next: nextStep(assessment).what,
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
