import type { CrackResult } from "../crack/assess-crack";
import type { DiagnoseResult } from "../diagnose/assess-diagnose";
import type { Job } from "../entry/fold";
import type { Disposition } from "../entry/schema";
import type { JointResult } from "../measure/assess-joint";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import { Pricing, type PricedGround } from "./priced";
import { goes, sameOption } from "../option/same-option";
import { groupByKeys } from "../group";
import { problem, type Problem } from "../problem/problem";
import { nameOf, rowsOf, type Choice } from "../option/option";
import { tooLarge, type Proposed } from "./propose";
import { byThumb } from "../option/row-needs";
import { decidedOn, decidedOrProposed, standingOf } from "./standing";

/** What has to be proven of a suspect that stays, and one that stays with pieces left in it, whatever was said before. */
const suspicions = (row: string, slot: string, disposition: Disposition, reasons: readonly Problem[]): Problem[] =>
  reasons.flatMap((reason): Problem[] => {
    const where = [slot, ...reason.path.slice(1)];
    if (reason.code === "suspect-to-prove")
      return [problem("prove-it-clean", where, { row, circuit: reason.params.circuit, checks: reason.params.checks })];
    return reason.code === "suspect-fouled" && disposition === "reuse"
      ? [problem("stays-fouled", where, { row, circuit: reason.params.circuit, checks: reason.params.checks })]
      : [];
  });

/** What speaks against what was decided of one part. */
function choiceProblems(choice: Choice, { certified }: Order, joints: readonly JointResult[]): Problem[] {
  const { slot, needs, proposal } = choice;
  const where = [slot.id];
  const name = nameOf(choice);
  const standing = standingOf(choice);
  if (standing.kind === "open") return [];
  if (standing.kind === "clash")
    return [problem("decided-twice", where, { row: name, count: choice.stated.said.length })];
  if (standing.kind === "incomplete") {
    const missing = rowsOf(choice).filter(({ row }) => standing.missing.includes(row.at.id));
    return [
      problem("decision-incomplete", where, { row: name, missing: missing.map(({ row }) => row.name).join(", ") }),
    ];
  }
  const { wanted, stated, option, unsettled } = standing;
  // Under a certificate only approved data let a part back in, and experience elsewhere is none.
  const judged = [...needs.flatMap(({ row, restsOn }) => [row, ...restsOn]), ...joints];
  const [thumb] = certified && wanted.disposition === "reuse" ? judged.flatMap(byThumb) : [];
  const against = option?.reasons.find(({ severity }) => severity === "error");
  return [
    ...(unsettled === "off-offer" ? [problem("decided-off-offer", where, { row: name })] : []),
    ...(unsettled === "refused" ? [problem("decided-though-refused", where, { row: name })] : []),
    ...(unsettled === "no-reason" ? [problem("override-without-reason", where, { row: name })] : []),
    ...(unsettled === "evidence-changed"
      ? [problem("evidence-changed", where, { row: name, then: stated.decisions[0]!.witness.proposal, now: proposal.disposition })] // prettier-ignore
      : []),
    ...(thumb ? [problem("thumb-on-certified", where, { row: thumb.params.row, rule: thumb.params.rule })] : []),
    ...(wanted.disposition === "hold" ? [problem("on-hold", where, { row: name, why: standing.reason })] : []),
    ...(wanted.disposition === "clean" &&
    against === undefined &&
    option?.reasons.some(({ code }) => code === "seen-cleans")
      ? [problem("clean-and-look", where, { row: name })]
      : []),
    ...suspicions(name, slot.id, wanted.disposition, option?.reasons ?? []),
  ];
}

/** Parts that are to be machined, or were, and were not crack-checked before or after. */
function machiningProblems(
  job: Pick<Job, "readings" | "occasions">,
  choices: readonly Choice[],
  crack: CrackResult,
): Problem[] {
  const toMachine = new Set(
    choices
      .filter((choice) => decidedOn(choice)?.wanted.disposition === "rework")
      .flatMap(({ part }) => part?.id ?? []),
  );
  const afterwards = new Set(
    [...job.occasions.values()].filter(({ phase }) => phase === "reworked").map(({ occasion }) => occasion),
  );
  const machined = new Set(
    afterwards.size === 0
      ? []
      : job.readings.filter(({ occasion }) => afterwards.has(occasion)).map(({ part }) => part),
  );
  const asked = crack.parts.filter(({ partClass, part }) => partClass.crackCheck && !crack.scrapped.has(part.id));
  return [
    ...asked
      .filter(({ part, isChecked }) => toMachine.has(part.id) && !isChecked)
      .map(({ part }) => problem("machining-unchecked", [part.id], { tag: part.tag })),
    ...asked
      .filter(({ part, isCheckedAfter }) => machined.has(part.id) && !isCheckedAfter)
      .map(({ part }) => problem("unchecked-after-grinding", [part.id], { tag: part.tag })),
  ];
}

/** New parts that were fitted before what they are fitted in was made good. */
function fittedTooSoon(
  job: Pick<Job, "readings" | "occasions">,
  choices: readonly Choice[],
  after: Proposed["after"],
): Problem[] {
  const at = new Map(choices.map((choice) => [choice.slot.id, choice]));
  const isGood = (choice: Choice) => {
    if (choice.part?.origin === "supplier") return true;
    const { disposition } = decidedOrProposed(choice);
    if (disposition !== "rework") return disposition === "reuse" || disposition === "clean";
    // Made good is what was measured again since, and passed.
    return rowsOf(choice).every(({ phase, accepted }) => phase === "reworked" && accepted !== false);
  };
  return [...after].flatMap(([late, early]) => {
    const fitted = at.get(late);
    if (fitted?.part?.origin !== "supplier") return [];
    const first = early.flatMap((slot) => at.get(slot) ?? []).find((choice) => !isGood(choice));
    return first ? [problem("fitted-too-soon", [late], { row: nameOf(fitted), after: nameOf(first) })] : [];
  });
}

/** So much less likely, or more, to run the hours is other evidence than a plan was made on. */
const news = 0.08;

/** Parts of which a plan was adopted that are not as likely to run the hours as they were then. */
function planNews(plans: Job["plans"], choices: readonly Choice[], ground: PricedGround): Problem[] {
  if (plans.length === 0) return [];
  const pricings = new Map(plans.map(({ id, terms: { hours } }) => [id, new Pricing(ground, hours)]));
  const then = new Map(plans.flatMap(({ id, choices: of }) => of.map(({ part, chance }) => [`${id} ${part}`, chance])));
  return choices.flatMap((choice) => {
    const decided = decidedOn(choice);
    const [by] = decided?.stated.planned ?? [];
    // As the part is by itself: a plan weighs it so, and what mates say is held up by itself.
    const option = decided && choice.alone.find((each) => sameOption(each, decided.wanted));
    if (!by || !option) return [];
    const { chance } = pricings.get(by.plan.id)!.price(choice, option);
    const was = then.get(`${by.plan.id} ${by.choice.part}`)!;
    return Math.abs(chance - was) > news
      ? [problem("plan-evidence-changed", [choice.slot.id], { row: nameOf(choice), then: was, now: chance })]
      : [];
  });
}

/** Work that the owner declined: what it may lead to is theirs to know, and nobody does it all the same. */
function declinedProblems(declined: Job["declined"], choices: readonly Choice[]): Problem[] {
  const at = new Map(choices.flatMap((choice) => (choice.part ? [[choice.part.id, choice] as const] : [])));
  return declined.flatMap(({ part, disposition, what, by }) => {
    const choice = at.get(part);
    if (!choice) return [];
    const params = { row: nameOf(choice), what, by };
    const decided = decidedOn(choice)?.wanted.disposition ?? null;
    const isDone = decided === disposition;
    // Where its failure hurts people the refusal is the owner's to know and nobody's to hand over: it is done, or it does not run.
    const hurts = choice.partClass.rule !== undefined && !isDone && (decided === null || !goes(decided));
    return [
      problem(isDone ? "declined-yet-decided" : "work-declined", [part], params),
      ...(hurts ? [problem("declined-hurts", [part], params)] : []),
    ];
  });
}

/** What is done about the cause by word, and by decision is not: parts that were to be renewed stay. */
const undoneActions = (
  actions: DiagnoseResult["actions"],
  choices: readonly Choice[],
  { pack: { diagnosis } }: CompiledPack,
): Problem[] =>
  actions
    .filter(({ state, action }) => state === "done" && action.does === "replace" && action.class !== undefined)
    .flatMap(({ cause, place, action }) => {
      // What failed at one place asks for the part of that place.
      const plate = diagnosis?.causes.find(({ id }) => id === cause)?.plate;
      const places = diagnosis?.plates.find(({ id }) => id === plate)?.places;
      const slots = places?.find(({ id }) => id === place)?.slots;
      const stay = choices.filter((choice) => {
        const isMeant = choice.partClass.id === action.class && (slots?.includes(choice.slot.id) ?? true);
        const decided = isMeant ? decidedOn(choice)?.wanted.disposition : undefined;
        return decided !== undefined && !goes(decided) && choice.part?.origin !== "supplier";
      });
      const params = { action: action.text, parts: stay.slice(0, 3).map(nameOf).join(", "), count: stay.length };
      return stay.length > 0 ? [problem("action-not-decided", [cause, action.id], params)] : [];
    });

/** What holds decisions up, and what they would lead to. */
export function planProblems(
  job: Pick<Job, "readings" | "occasions" | "plans" | "declined">,
  ground: PricedGround,
  joints: readonly JointResult[],
  { choices, groups, after }: Proposed,
  crack: CrackResult,
  actions: DiagnoseResult["actions"],
): Problem[] {
  const { order } = ground;
  const at = new Map(choices.map((choice) => [choice.slot.id, { name: nameOf(choice) }]));
  const names = (slots: readonly string[]) => slots.flatMap((slot) => at.get(slot)?.name ?? []);
  const jointsAt = groupByKeys(joints, ({ row: { joint }, ends }) =>
    joint.givesWay.flatMap((end) => ends.get(end)?.row.slot.id ?? []),
  );
  return [
    ...machiningProblems(job, choices, crack),
    ...choices.flatMap((choice) => choiceProblems(choice, order, jointsAt.get(choice.slot.id) ?? [])),
    ...fittedTooSoon(job, choices, after),
    ...planNews(job.plans, choices, ground),
    ...declinedProblems(job.declined, choices),
    ...undoneActions(actions, choices, ground.pack),
    ...groups.flatMap((group): Problem[] => {
      if (group.state === "settled") return [];
      if (group.state === "too-large") return [tooLarge(group, at)];
      const decided = choices.filter(
        (choice) => group.places.includes(choice.slot.id) && choice.joined.kind !== "open",
      );
      const [first = "", ...mates] = decided.length > 0 ? decided.map(nameOf) : names(group.places);
      return [
        problem("no-pick", [group.places[0]!], { count: mates.length + 1, first, mates: mates.slice(0, 4).join(", ") }),
      ];
    }),
  ];
}
