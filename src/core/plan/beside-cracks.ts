import type { CrackPart, CrackResult } from "../crack/assess-crack";
import { problem } from "../problem/problem";
import type { Choice, Option } from "./option";

const chosen = (choice: Choice, options: readonly Option[], proposal: Option): Choice => ({
  ...choice,
  options,
  proposal,
});

const withOption = (
  options: readonly Option[],
  disposition: Option["disposition"],
  change: (option: Option) => Option,
) => options.map((option) => (option.disposition === disposition ? change(option) : option));

/** Neither used again nor worked on: whatever it measures. */
function withoutPart(choice: Choice, reason: Option["reasons"][number]): Choice {
  const not = (option: Option): Option => ({ ...option, allowed: false, reasons: [reason] });
  const options = withOption(withOption(choice.options, "reuse", not), "rework", not);
  return chosen(choice, options, { ...options.find((option) => option.disposition === "replace")!, reasons: [reason] });
}

function besideCrack(choice: Choice, crack: CrackPart): Choice {
  const where = [choice.row.row.id];
  const tag = crack.part.tag;
  const worst = crack.cracks.find((each) => each.verdict === crack.worst);
  const zones = worst?.zones.map(({ zone }) => zone.name).join(", ") ?? "";
  const [reuse] = choice.options;
  if (!reuse) return choice;
  if (crack.worst === "scrap") return withoutPart(choice, problem("cracked-scrap", where, { tag, zones }));
  if (crack.worst === "repairable" && worst?.rule?.repair) {
    const { name, cost } = worst.rule.repair;
    const reason = problem("cracked-repairable", where, { tag, zones, repair: name, cost });
    const repair: Option = {
      disposition: "rework",
      step: "crack-repair",
      stepName: name,
      allowed: reuse.allowed === false ? null : true,
      reasons: [reason],
    };
    const options = [
      ...withOption(choice.options, "reuse", (option) => ({ ...option, allowed: false, reasons: [reason] })).slice(
        0,
        1,
      ),
      repair,
      ...choice.options.slice(1),
    ];
    return chosen(choice, options, choice.proposal.disposition === "reuse" ? repair : choice.proposal);
  }
  const open =
    crack.worst === null
      ? problem("crack-open", where, { tag })
      : crack.partClass.crackCheck && !crack.isChecked
        ? problem("not-crack-checked", where, { tag })
        : null;
  if (open && reuse.allowed === true) {
    const options = withOption(choice.options, "reuse", (option) => ({
      ...option,
      allowed: null,
      reasons: [open, ...option.reasons],
    }));
    const wait = options.find((option) => option.disposition === "hold")!;
    return choice.proposal.disposition === "reuse"
      ? chosen(choice, options, { ...wait, reasons: [open] })
      : { ...choice, options };
  }
  if (crack.worst === "watch")
    return chosen(
      choice,
      withOption(choice.options, "reuse", (option) => ({
        ...option,
        reasons: [...option.reasons, problem("crack-watched", where, { tag, zones })],
      })),
      choice.proposal,
    );
  return choice;
}

/** A choice with what crack-checks say of its part: a part that measures well may be cracked, and one nobody checked is not known to be whole. */
export function besideCracks(choice: Choice, { byPart, scrapped }: CrackResult): Choice {
  const { part, row } = choice.row;
  if (!part) return choice;
  const gone = scrapped.get(part.id);
  if (gone) return withoutPart(choice, problem("part-scrapped", [row.id], { tag: part.tag, why: gone.why }));
  const crack = byPart.get(part.id);
  return crack ? besideCrack(choice, crack) : choice;
}
