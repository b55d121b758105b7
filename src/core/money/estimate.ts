import type { Assessment } from "../assessment";
import { nothingStated } from "../entry/stated";
import { groupBy } from "../group";
import type { Choice, Option } from "../option/option";
import { moneyOf, type Money } from "../option/price-option";
import { buysOfJob } from "../ordering/order-of-job";
import type { CompiledPack } from "../pack/compile-pack";
import { meanOf } from "../plan/priced";
import { isSettled } from "../plan/standing";
import { ledgerOf, ledgerOfLines, type Ledger, type MoneyLine } from "./ledger";

/** A choice as though somebody had decided just this, and it were what is proposed. */
const asWanted = (choice: Choice, option: Option): Choice => ({
  ...choice,
  proposal: option,
  stated: nothingStated,
  joined: { kind: "decided", wanted: option },
});

/** Of a part that nobody can judge yet, as often as such parts are replaced: nothing at best, a new one at worst. */
export function unseenMoney(pack: CompiledPack, partClass: string): Money | null {
  const price = pack.pack.worth?.classes.find((each) => each.class === partClass);
  const fresh = moneyOf(price?.replace);
  if (!price || !fresh) return null;
  return { low: 0, likely: Math.round(price.likely * meanOf(fresh)), high: fresh.high };
}

/** What parts that nobody can judge yet may cost, a line for each kind. */
const unseenLines = (pack: CompiledPack, choices: readonly Choice[]): MoneyLine[] =>
  [...groupBy(choices, ({ partClass }) => partClass.id)].map(([id, of]) => {
    const each = unseenMoney(pack, id);
    const count = of.length;
    return {
      id: `unseen ${id}`,
      is: "unseen",
      state: "to-come",
      name: of[0]!.partClass.name,
      slots: of.map(({ slot }) => slot.id),
      quantity: count,
      minutes: null,
      isBooked: false,
      amount: each && { low: each.low * count, likely: each.likely * count, high: each.high * count },
    };
  });

/** The ledger of a job with some places decided otherwise than they are, and what parts may cost that stay open in it. */
function ledgerWith(pack: CompiledPack, assessment: Assessment, wanted: (choice: Choice) => Option | null): Ledger {
  const choices = assessment.choices.map((choice) => {
    const option = wanted(choice);
    return option ? asWanted(choice, option) : choice;
  });
  const supposed = { ...assessment, choices };
  const buys = buysOfJob(pack, supposed);
  const open = choices.filter((choice) => !isSettled(choice) && !assessment.buying.covered.has(choice.slot.id));
  const lines = [...ledgerOf(pack, supposed, buys).lines, ...unseenLines(pack, open)];
  return ledgerOfLines(lines, buys.toBuy.undecided, assessment);
}

/**
 * What an engine is likely to cost: the same ledger, with what is proposed where nobody decided, and parts that nobody can
 * judge yet at what such parts cost on the whole.
 */
export const estimateOf = (pack: CompiledPack, assessment: Assessment): Ledger =>
  ledgerWith(pack, assessment, (choice) => (isSettled(choice) || choice.proposal.disposition === "hold" ? null : choice.proposal)); // prettier-ignore

/**
 * What an engine costs by a plan: the same ledger, with what the plan picks at each of its places.
 *
 * @param picks  the option it picks, by slot
 */
export const ledgerOfPlan = (pack: CompiledPack, assessment: Assessment, picks: ReadonlyMap<string, Option>): Ledger =>
  ledgerWith(pack, assessment, ({ slot }) => picks.get(slot.id) ?? null);
