import type { Content } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { Part } from "@/core/entry/fold";
import { type FindingLine } from "@/core/findings/assess-findings";
import { nothingThere } from "@/core/findings/finding";
import { expandedUncertainty } from "@/core/measure/conformity";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { placesOf } from "@/core/pack/places";
import type { Estimate } from "@/core/quantity/estimate";
import { formatQuantity } from "@/core/quantity/format-quantity";
import { unitById, type Unit } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { many } from "@/words/sentences/sentence";
import { accountWords, crackStateWords } from "@/words/words-for";
import { heading, quiet } from "./pieces";

/** A part by its label, and the place it is or was in. */
const sayPart = ({ tag, slot }: Part, { slots }: CompiledPack) => `${tag}${slot ? `, ${slots.get(slot)?.name ?? slot}` : ""}`; // prettier-ignore

/** One line of what was looked for on a part, where something was there or something was said of it. */
function sayFinding({ kind, place, findings }: FindingLine): string[] {
  // Two of one phase stand where two people saw it differently.
  const differ = (phase: string) => findings.filter((each) => each.phase === phase).length > 1;
  return findings.flatMap(({ value, phase, words }) =>
    !differ(phase) && value === nothingThere && words === null
      ? []
      : [
          `${kind.name}${place ? ` (${place.name})` : ""} ${value === nothingThere ? "not there" : (kind.values.find(({ id }) => id === value)?.name ?? value)}${phase === "before-cleaning" ? "" : ", after cleaning"}${differ(phase) ? ", seen differently by two people" : ""}${words === null ? "" : `: “${words}”`}`, // prettier-ignore
        ],
  );
}

/** What was seen: findings with all that was said of them; what was looked for and not there takes one line. */
function findings({ findings: { byPart } }: Assessment, pack: CompiledPack): Content[] {
  const all = [...byPart.values()];
  const lines = all.flatMap(({ part, lines: of }) => {
    const said = of.flatMap(sayFinding);
    return said.length > 0 ? [`${sayPart(part, pack)}: ${said.join("; ")}.`] : [];
  });
  const clear = all.map(({ lines: of }) => of.filter(({ grade }) => grade === 0).length).filter((count) => count > 0);
  const nothing = clear.reduce((sum, count) => sum + count, 0);
  return lines.length + nothing === 0
    ? []
    : [
        heading("What was seen"),
        ...(lines.length > 0 ? [{ ul: lines }] : []),
        ...(nothing > 0 ? [{ text: `Looked for and not there: at ${many(nothing, "place")} of ${many(clear.length, "part")}.`, color: quiet }] : []), // prettier-ignore
      ];
}

function cracks({ crack }: Assessment, pack: CompiledPack, unit: Unit): Content[] {
  const lines = crack.parts.flatMap(({ part, checks, cracks: found }) => {
    const how = checks.map(({ check, flaw }) => `${pack.pack.crackMethods.find(({ id }) => id === check.method)?.name ?? check.method}${check.found === "nothing" ? ", nothing found" : ""}${flaw ? " (counts for nothing)" : ""}`); // prettier-ignore
    const each = found.map(({ crack: { words, typed }, verdict, lengthMm, isMeasured }) => `${typed ?? formatQuantity(lengthMm, unit, unit.decimals - 2)}${isMeasured ? "" : " as drawn"}, ${verdict ? crackStateWords[verdict] : "cannot be judged yet"}${words ? ` (${words})` : ""}`); // prettier-ignore
    const said = [...(how.length > 0 ? [how.join("; ")] : []), ...each];
    return said.length > 0 ? [`${sayPart(part, pack)}: ${said.join("; ")}.`] : [];
  });
  return lines.length > 0 ? [heading("Cracks"), { ul: lines }] : [];
}

const grams = (of: Estimate | null) => of ? `${of.value.toFixed(2)} ± ${expandedUncertainty(of).toFixed(2)} g` : "not known"; // prettier-ignore

function accounts({ ledger }: Assessment, pack: CompiledPack): Content[] {
  const lines = ledger.parts.map(({ part, state, lost, found, missing }) => `${sayPart(part, pack)}: ${accountWords[state]}; lost ${grams(lost)}, found ${grams(found)}, missing ${grams(missing)}.`); // prettier-ignore
  return lines.length > 0 ? [heading("What broke, and where it is"), { ul: lines.map(capital) }] : [];
}

/** Readings that took the place of others, and why; what they were stands in the record, entry for entry. */
function corrected({ job }: Assessment, pack: CompiledPack): Content[] {
  const lines = job.readings.flatMap(({ id, part, feature, point, typed, unit }) => {
    const why = job.reasons.get(id);
    const of = job.parts.get(part);
    const at =
      of &&
      pack.classes
        .get(of.class)
        ?.features.flatMap(placesOf)
        .find((each) => each.id === feature);
    return why && of
      ? [`${sayPart(of, pack)}, ${[at?.place?.name ?? at?.feature.name, at?.feature.points.find((each) => each.id === point)?.name ?? point].join(", ")}: now ${typed}${/[a-z"″]/iu.test(typed) ? "" : ` ${unitById(unit)?.symbol ?? ""}`}: ${why}`] // prettier-ignore
      : [];
  });
  return lines.length > 0 ? [heading("What was corrected, and why"), { ul: lines }] : [];
}

/** Findings, cracks, the account of what broke, and corrections, for the technical record. */
export const whatWasSeen = (assessment: Assessment, pack: CompiledPack, unit: Unit): Content[] => [
  ...findings(assessment, pack),
  ...cracks(assessment, pack, unit),
  ...accounts(assessment, pack),
  ...corrected(assessment, pack),
];
