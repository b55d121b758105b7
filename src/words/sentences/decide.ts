import type { Disposition } from "@/core/entry/schema";
import type { ParamsOf } from "@/core/problem/problem-codes";
import { unitById } from "@/core/quantity/units";
import { capital } from "../capital";
import { grouped } from "../grouped";
import { percent } from "../percent";
import { dispositionWords } from "../words-for";
import { many, type Sentences } from "./sentence";

const sayWay = (disposition: string, stepName: string | null) =>
  (stepName ?? dispositionWords[disposition as Disposition]).toLowerCase();

const sayLot = (lot: string | null) => (lot === null ? "" : ` ${lot}`);

type HoursAhead = ParamsOf<"reaches-hours">;

const sayChance = ({ probability, low, high }: HoursAhead) => {
  const bounds = `${percent(low)} to ${percent(high)}`;
  if (probability === null) return bounds;
  return high - low > 0.05 ? `${percent(probability)} (${bounds}, by its age)` : percent(probability);
};

const sayAge = ({ from, to, unit }: { from: number | null; to: number | null; unit: string }) =>
  from === null
    ? "nobody knows what it has run"
    : to === null
      ? `it has run ${grouped(from)} ${unit} at least`
      : from === to
        ? `it has run ${grouped(from)} ${unit}`
        : `it has run between ${grouped(from)} and ${grouped(to)} ${unit}`;

/** Why an option is open or shut, and what would settle a figure. */
export const decideSentences = {
  "within-limits": (p, say) => `${say.length(p.margin)} inside ${say.bare(p.limit)}; ${percent(p.probability)} sure.`,
  "outside-limit": (p, say) =>
    `${capital(p.characteristic)} ${say.bare(p.value)} ± ${say.plusMinus(p.expanded)}: outside ${say.length(p.limit)} by ${say.bare(p.by)} (${say.source(p)}).`,
  "outside-not-surely": (p, say) =>
    `${capital(p.characteristic)} ${say.bare(p.value)} ± ${say.plusMinus(p.expanded)}: outside ${say.length(p.limit)} by ${say.bare(p.by)}, which is less than U; ${percent(p.probability)} chance that it is inside (${say.source(p)}).`,
  "inside-not-surely": (p, say) =>
    `${capital(p.characteristic)} ${say.bare(p.value)} ± ${say.plusMinus(p.expanded)}: inside ${say.length(p.limit)} by less than U, and this job asks for more (${say.source(p)}).`,
  "not-measured": (p) => `Not measured yet: ${p.row}.`,
  "points-missing": (p) => `${capital(p.row)}: ${many(p.missing, "reading")} to go.`,
  "no-part": (p) => `No part is installed in the slot ${p.slot}.`,
  "cleans-up": (p, say) =>
    `Cleans up: finished ${say.bare(p.finishedMm)} lies ${say.bare(p.margin)} ${p.grows ? "over what wear, damage and honing ask" : "under what damage, run-out and clean-up leave"} (${say.bare(p.boundMm)} ± ${say.plusMinus(p.expanded)}).`,
  "does-not-clean-up": (p, say) =>
    `Does not clean up: ${p.grows ? "wear, damage and honing ask" : "damage, run-out and clean-up leave"} ${say.length(p.boundMm)} ± ${say.plusMinus(p.expanded)}; this size ${p.grows ? "is" : "needs"} ${say.bare(p.finishedMm)}.`,
  "wall-too-thin": (p, say) =>
    `Only ${say.length(p.layerLeftMm)} of the wall would be left; ${say.bare(p.keepMm)} must be.`,
  "on-worn-axis": () => "It would do on the worn axis: then the bore leans, and the piston with it.",
  "size-effect": (p) =>
    `${capital(p.name)}: ${(p.value / (unitById(p.unit)?.factor ?? 1)).toFixed(p.decimals)}${unitById(p.unit) ? ` ${unitById(p.unit)!.symbol}` : ""}.`,
  "case-too-thin": (p, say) =>
    `Only ${say.length(p.layerLeftMm)} of the hardened layer would be left; ${say.bare(p.keepMm)} must be.`,
  "one-size-for-all": (p) => `Goes with its fellows: ${p.row} needs this size, and all are brought to one.`,
  "size-as-it-came": (p) => `${capital(p.row)} came at ${p.size}: it is held against that.`,
  "worse-than-worn": (p, say) =>
    `New, and worse than the worn ones it is to replace: ${p.what} ${say.bare(p.value)}, theirs ${say.bare(p.worn)} at worst. Ask whether they stay.`,
  "size-made": (p) => `${capital(p.row)} was brought to ${p.size} and measured since.`,
  "sizes-differ": (p) =>
    `${capital(p.row)} was brought to ${p.size}, ${p.mate} was not, and both go to one size: machine ${p.mate} too.`,
  "not-measured-since-machining": (p) =>
    `${capital(p.row)} was brought to ${p.size}; ${p.mate} goes to the same size and was not measured since. Measure it.`,
  "past-last-size": (p) => `No size on offer gets under it: ${p.row}.`,
  "pack-differs": (p) =>
    `This job is pinned to revision ${p.revision} of the pack ${p.id}, and another one was given: the verdicts here are not the job's own.`,
  "job-overdue": (p, say) => `The engine was wanted by ${say.day(p.wantedBy)}.`,
  "dated-long-before": (p) =>
    `${many(p.count, "entry", "entries")} of one device ${p.count === 1 ? "is" : "are"} dated up to ${p.days} days before ${p.count === 1 ? "it was" : "they were"} received: did ${p.count === 1 ? "it" : "they"} wait so long for a network, or was its clock set back?`,
  "clock-ahead": (p) =>
    `${many(p.count, "entry", "entries")} of one device ${p.count === 1 ? "was" : "were"} dated up to ${p.minutes} min ahead of the server: they stand where they were received. Set its clock.`,
  "touch-refused": (p) =>
    `An entry (${p.type.replaceAll("-", " ")}) is kept and counts for nothing: its author may not change what it is against (${p.target.replaceAll("-", " ")}).`,
  "slot-not-there": (p) =>
    `${p.tags} stands in ${p.slot}, which this engine does not have: take it out there, or look at the variant again.`,
  "part-noted-twice": (p) =>
    `Two people read the ${p.item.replace(/-/gu, " ")} of ${p.tag} differently: read it again, and note which is right.`,
  "tag-twice": (p) =>
    `${p.count} parts bear the tag ${p.tag}: give one of them another, so that whoever reads it knows which is meant.`,
  "slot-holds-two": (p) => `${capital(p.slot)} holds more than one part: ${p.tags}. Remove the one that is not there.`,
  conflict: (p) =>
    `${capital(p.row)}, ${p.point}: one reading was corrected twice, or struck and corrected. Until it is settled it counts for nothing.`,
  "reason-owed": (p) =>
    p.type === "entry-struck"
      ? "A reading was struck; the reason is still owed."
      : "A reading was corrected; the reason is still owed.",
  "readings-disagree": (p, say) =>
    `${capital(p.row)}, ${p.point}: read as ${say.length(p.one)} and as ${say.length(p.other)}, further apart than any scatter explains, and nothing was done to it in between. Strike the one that is wrong; until then the point counts for nothing.`,
  "scatter-unexplained": (p, say) =>
    `${capital(p.row)}, ${p.point}: ${p.repeats} repeats scatter by ${say.plusMinus(p.deviation)}, far beyond their gauge. Was one a slip, is it the form of the part, or the gauge? Until somebody says, it is all in the uncertainty.`,
  "setting-master-missing": (p) =>
    `${p.gauge} is a comparator, and no setting master is recorded: its readings are tied to no size.`,
  "reading-of-another-kind": (p) =>
    `${capital(p.row)}: “${p.typed}” is a ${p.measures}, and a ${p.wanted} is measured here. It counts for nothing: strike it, or type the right one.`,
  "gauge-assumed": (p) =>
    `The ${p.what} of ${p.gauge} is not known: what is usual for its kind is taken, which is wide. Register it, and its readings say more.`,
  "gauge-overdue": (p, say) => `${p.gauge} was past its calibration date (${say.day(p.due)}) when it was used.`,
  "decided-twice": (p) => `${capital(p.row)} was decided ${p.count} times at once. Choose one.`,
  "override-without-reason": (p) =>
    `${capital(p.row)}: the decision goes against the proposal, and the reason is missing.`,
  "evidence-changed": (p) =>
    `${capital(p.row)}: when it was decided the proposal was “${dispositionWords[p.then as Disposition]}”, now it is “${dispositionWords[p.now as Disposition]}”. Decide again.`,
  "plan-evidence-changed": (p) =>
    `${capital(p.row)}: when the plan was adopted it was ${percent(p.then)} likely to run the hours, now ${percent(p.now)}. Make the plan anew, or decide it by itself.`,
  "thumb-on-certified": (p) =>
    `${capital(p.row)} is used again by a rule of thumb (${p.rule}). On a certified engine only approved data decide: find its limit, or decide otherwise.`,
  "on-hold": (p) =>
    `${capital(p.row)} is put on hold${p.why === null ? ", and nobody said why" : `: ${p.why}`}${p.why?.endsWith(".") ? "" : "."}`,
  fits: (p, say) =>
    `${capital(p.row)} ${say.bare(p.value)} ± ${say.plusMinus(p.expanded)}: ${say.bare(p.margin)} inside ${say.length(p.limit)}; ${percent(p.probability)} sure.`,
  "joint-open": (p) =>
    `${capital(p.joint)} cannot be worked out yet: ${p.row}${p.count > 1 ? ` and ${p.count - 1} more` : ""} to be measured.`,
  "no-limit": (p) => `The pack has no limit for ${p.row}: it has to be judged by eye.`,
  "by-rule-of-thumb": (p) => `The pack has no limit for ${p.row}; it is held against a rule of thumb: ${p.rule}.`,
  "mate-renewed": (p) => `Goes with ${p.mate}: ${sayWay(p.disposition, p.step)}.`,
  "good-beside-new": (p) => `Good beside a new ${p.mates}, which is to be replaced.`,

  "settle-temperature": (p, say) => `Part and gauge at one known temperature (now worth ${say.plusMinus(p.now)}).`,
  "settle-repeats": (p) => `${many(p.more, "repeat")} more at each point.`,
  "settle-gauge": (p, say) => `A gauge and setting good to ${say.plusMinus(p.expanded)} (now ${say.plusMinus(p.now)}).`,
  "settle-on-limit": () => "Nothing would: it lies on the limit, and stays there however well it is measured.",
  "settle-nothing": (p, say) => `Nothing here would: U would have to come down to ${say.plusMinus(p.need)}.`,
  "reaches-hours": (p) => `Reaches ${grouped(p.ahead)} ${p.unit} with ${sayChance(p)}, wearing on as it did.`,
  "short-of-hours": (p) =>
    `Within its limit today, and ${percent(p.high)} sure at best to reach ${grouped(p.ahead)} ${p.unit}, wearing on as it did.`,
  "lot-refused": (p) =>
    p.own
      ? `Its ${p.outOf} is not as it should be: the whole lot${sayLot(p.lot)} goes back.`
      : `Of its lot${sayLot(p.lot)} ${p.out} is out in ${p.outOf}: all ${p.count} go back, and the supplier is told.`,
  "lot-open": (p) =>
    `New ${p.class}${sayLot(p.lot)}: ${p.measured} of ${p.sample} measured. None is fitted before ${p.sample === 1 ? "it is" : `${p.sample} are`}.`,
  "lot-accepted": (p) =>
    `Measured as it came${sayLot(p.lot)}: ${p.measured} of ${many(p.count, "part")}, all as they should be.`,
  "came-with-doubt": (p) => `From ${p.from}, where it was said: ${p.said}`,
  "fitted-uninspected": (p) =>
    `New ${p.tag}${sayLot(p.lot)} is in ${p.slot}, and ${p.measured} of ${p.sample} were measured before: take it out and measure it.`,
  "class-not-in-pack": (p) =>
    `${p.tag} is of a kind (${p.class}) that this pack does not have: it cannot be judged here.`,
  "meant-for-nothing": (p) => `${p.tag} is meant for ${p.slot}, where no such part goes: say which place it is for.`,
  "revision-refused": (p) =>
    `Old stock: ${p.revision}${p.number ? `, by its number ${p.number}` : ""}, is not fitted any more. ${p.why}`,
  "number-against-revision": (p) =>
    `Its number ${p.number} is of another revision than ${p.revision}, which was noted: read both again.`,
  "number-unread": (p) =>
    p.built === null
      ? "Its number was not read yet: it says which revision it is. Read it off the part or its box."
      : `By the engine’s number it was built with ${p.built}; whether this is still that one its own number says. Read it off the part.`,
  "number-unknown": (p) =>
    `The pack does not know the number ${p.number}: find out which revision it is, and note that.`,
  "own-size-unknown": (p) =>
    `${capital(p.row)}: ${p.characteristic} is held against what it measured when it was new, which nobody noted. Read it off its record, or where it does not wear.`,
  "limit-hangs-on": (p) =>
    `Which limits hold for ${p.row} depends on its ${p.on}: note it, or the strictest that may hold decides.`,
  "way-hangs-on": (p) =>
    `Not every shop does this (${p.way}): say at Intake which school this one follows before it is counted on.`,
  "life-over": (p) =>
    `Its life of ${grouped(p.life)} ${p.unit} ends before ${grouped(p.ahead)} more: it has run ${grouped(p.from)} ${p.unit} at least.`,
  "life-unknown": (p) =>
    `Its life is ${grouped(p.life)} ${p.unit}, and ${sayAge(p)}: whether ${grouped(p.ahead)} more fit in cannot be told. Note what it has run itself at Intake.`,
  "past-what-fills": (p, say) =>
    `${capital(p.way)} fills up to ${say.length(p.upTo)}; ${p.row} is ${say.length(p.deepMm)} past its new size.`,
  restored: (p) => `${capital(p.way)} brings ${p.row} back to the size of a new one.`,
  superseded: (p) => `Not the old one again: ${p.name}. ${p.why}`,
  "upgrade-offered": (p) => `${capital(p.name)}. ${p.why}`,
  "always-new": (p) => (p.policy ? `The shop always renews these: ${p.set}.` : `Always renewed: ${p.set}.`),
  "as-a-set": (p) => `Renewed as a set (${p.set}), with ${p.mate}, or not at all.`,
  "ran-together": (p) => `Never a used ${p.used} on a new ${p.mate}: they wore in on each other (${p.set}).`,
  "ran-beside-unknown": (p) =>
    `Nobody knows whether it ran with ${p.mate}: what wore in together stays together (${p.set}). Read it off the part or its record.`,
  "ran-elsewhere": (p) => `It did not run with ${p.mate}: what wore in together stays together (${p.set}).`,
  "used-on-used": (p) => `Used on used beside ${p.mate}: ${p.why}`,
  "companion-renewed": (p) => `Renewed with ${p.mate} (${p.set}).`,
  "weak-link": (p) =>
    `${percent(p.share)} of its wear is used, and ${p.mate} comes new: past ${percent(p.most)} that only moves the failure (${p.set}).`,
  "weak-link-open": (p) =>
    `${capital(p.mate)} comes new: whether this is too tired for it cannot be told before it is measured through (at most ${percent(p.most)} of its wear; ${p.set}).`,
  "fitted-after": (p) => `Bought and measured now, fitted only after ${p.after} is made good.`,
  "new-size-unknown": (p) =>
    `The pack has no drawing band for a new ${p.mate}: ${p.joint} cannot be told before what arrives is measured.`,
  "mate-open": (p) => `Depends on what becomes of ${p.mate}, which is still open.`,
  "pick-too-large": (p) =>
    `${p.count} parts from ${p.first} on hang together in too many ways to settle (${grouped(p.entries)} combinations at once). Decide some of them by hand.`,
  "no-pick": (p) =>
    `What was decided for ${p.first}${p.mates ? `, ${p.mates}` : ""} does not go together: nothing that is left fits all of it. Decide one of them again.`,
  "fitted-too-soon": (p) => `A new ${p.row} is fitted, and ${p.after} is not made good yet: take it out again.`,
  "decision-incomplete": (p) => `${capital(p.row)} was decided in part: ${p.missing} is still without a decision.`,
  "prove-it-clean": (p) =>
    `${capital(p.row)} is used again once it is proven clean of what the ${p.circuit} carried: ${p.checks}.`,
  "stays-fouled": (p) =>
    `${capital(p.row)} is to be used as it is, and pieces of what the ${p.circuit} carried were left in it: ${p.checks}, or new.`,
  "clean-and-look": (p) => `${capital(p.row)} is to be cleaned, and looked at again after.`,
} satisfies Sentences;
