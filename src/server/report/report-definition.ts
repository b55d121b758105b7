import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import { variantOf, type Assessment } from "@/core/assessment";
import { groupBy } from "@/core/group";
import { isByEye, type CompiledPack } from "@/core/pack/compile-pack";
import { isByThumb } from "@/core/pack/rules-of-thumb";
import type { Characteristic } from "@/core/pack/schema";
import type { JointResult } from "@/core/measure/assess-joint";
import type { RowResult } from "@/core/measure/assess-row";
import { isMeasured, nameOf, rowsOf, type Choice } from "@/core/option/option";
import type { CheckResult } from "@/core/strip/assess-strip";
import { formatNumber, formatQuantity, formatUncertainty } from "@/core/quantity/format-quantity";
import { showNumber } from "@/core/quantity/number-in-unit";
import { shownUnit, unitById, type Unit } from "@/core/quantity/units";
import { holdKinds } from "@/core/problem/problem-codes";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { sayLimit, sayRef } from "@/words/say-option";
import { isReady, statesOfPlaces } from "@/core/state/state-of-places";
import { sayWaits } from "@/words/state-words";
import { sayProblem, type Wording } from "@/words/say-problem";
import { cause, dayOf, ember, heading, identified, quiet, sheetOf, tableLayout, th, told, wordingOf } from "./pieces";
import { whatWasSeen } from "./what-was-seen";
import { many } from "@/words/sentences/sentence";
import { holdWords, markSentences, originWords, ruleWords } from "@/words/words-for";

type Judged = Pick<RowResult, "governing">;

/** What is said of a place that is worth no look by itself: clearly inside its limit, or without one; null where it is worth one. */
function plainly({ governing: { conformity, limit, missing, estimate } }: Judged): string | null {
  if (!estimate || missing.length > 0) return null;
  return limit === null ? "no limit of its own" : conformity?.mark === "inside" ? "inside the limit" : null;
}

/** Places of one kind: each that is worth a look by itself, and all that are plainly alike in one line with their values. */
function alikeInOneLine<T extends Judged>(
  all: readonly T[],
  alone: (each: T) => TableCell[],
  together: (alike: readonly T[], values: TableCell, said: string) => TableCell[],
  wording: Wording,
): TableCell[][] {
  const plain = [...groupBy(all.filter((each) => plainly(each) !== null), (each) => plainly(each)!)].filter(([, of]) => of.length > 1); // prettier-ignore
  const inLines = new Set(plain.flatMap(([, of]) => of));
  const lineOf = ([said, of]: readonly [string, readonly T[]]): TableCell[] => {
    const unit = shownUnit(of[0]!.governing.characteristic.unit, wording.unit);
    const widest = Math.max(...of.map(({ governing }) => governing.expanded!));
    const values = {
      text: [
        of.map(({ governing }) => formatNumber(governing.estimate!.value, unit)).join(", "),
        { text: `, each ± ${formatUncertainty(widest, unit)} at most`, color: quiet },
      ],
    };
    return together(of, values, said);
  };
  return [...all.filter((each) => !inLines.has(each)).map(alone), ...plain.map(lineOf)];
}

/** One measured place, with its verdict. */
function rowOf({ row, governing }: RowResult, wording: Wording): TableCell[] {
  const unit = shownUnit(governing.characteristic.unit, wording.unit);
  const value = governing.estimate && [
    { text: formatNumber(governing.estimate.value, unit), bold: true },
    { text: ` ± ${formatUncertainty(governing.expanded!, unit)}`, color: quiet },
  ];
  return [
    { text: row.name, bold: true },
    { text: value ?? "not measured" },
    governing.conformity && governing.missing.length === 0
      ? markSentences[governing.conformity.mark]
      : { text: governing.limit ? "cannot tell yet" : "no limit of its own", color: quiet },
  ];
}

/** A title with its limit at the right, and a table below it that is kept on one page with its title where it can be. */
function titledTable(
  title: string,
  { limits: { reassembly: limit }, unit }: Characteristic,
  wording: Wording,
  widths: (number | "*")[],
  head: readonly string[],
  body: TableCell[][],
): Content {
  return {
    stack: [
      {
        columns: [
          { text: title, bold: true, fontSize: 11 },
          {
            text: limit
              ? `${isByThumb(limit) ? "" : "for reassembly "}${sayLimit(limit, shownUnit(unit, wording.unit))} (${sayRef(limit.ref, wording.sources)})`
              : "",
            color: quiet,
            fontSize: 7.5,
            alignment: "right",
            margin: [0, 3, 0, 0],
          },
        ],
        margin: [0, 8, 0, 3],
      },
      { layout: tableLayout, table: { headerRows: 1, widths, body: [head.map(th), ...body] } },
    ],
    unbreakable: body.length < 8,
  };
}

/** What becomes of each part that anything is known of: one line a part, parts alike together. */
function decisions(choices: readonly Choice[], wording: Wording): Content[] {
  if (choices.length === 0) return [];
  const said = choices.map((choice) => ({ choice, ...told(choice, wording) }));
  const alike = groupBy(said, ({ choice, what, code }) => `${choice.partClass.id} ${what} ${code}`);
  const body = [...alike.values()].map((same): TableCell[] => {
    const [{ choice, what, isOpen, why }] = same as [(typeof said)[number]];
    // A reason with one part's figures is not that of its fellows.
    const isShared = same.every((each) => each.why === why);
    return [
      {
        text: same.length === 1 ? nameOf(choice) : `${capital(choice.partClass.name)} ${same.map((each) => each.choice.slot.label).join(", ")}`, // prettier-ignore
        bold: true,
      },
      {
        text: [
          { text: what, bold: true, ...(isOpen ? { color: ember } : {}) },
          { text: isShared ? `  ${why}` : "", color: quiet, fontSize: 7.5 },
        ],
      },
    ];
  });
  const table = { headerRows: 1, widths: [150, "*"], body: [["part", "decision and why"].map(th), ...body] };
  return [heading("What becomes of the parts"), { layout: tableLayout, table }];
}

const featureOf = ({ row }: RowResult) => `${row.partClass.id} ${row.at.feature.id}`;

/** What nobody measured or looked over, by kind: it is not judged, and so not sound. */
function unjudged(choices: readonly Choice[], looked: (choice: Choice) => boolean): Content[] {
  const rows = choices.flatMap((choice) =>
    rowsOf(choice).filter((row) => (isByEye(row.row) ? !looked(choice) : row.measured === 0)),
  );
  const list = (of: readonly RowResult[]) =>
    [...groupBy(of, featureOf).values()].map(
      (group) => `${group[0]!.row.at.feature.title}: ${group.map(({ row }) => row.label).join(", ")}`,
    );
  return [
    ["Not measured, and so not judged", rows.filter(({ row }) => !isByEye(row))] as const,
    ["Not looked over, and so not judged", rows.filter(({ row }) => isByEye(row))] as const,
  ].flatMap(([title, of]) => (of.length > 0 ? [heading(title), { ul: list(of) }] : []));
}

/** How parts fit, where that is known. */
function fits(assessment: Assessment, pack: CompiledPack, wording: Wording): Content[] {
  return pack.jointSheets.flatMap((sheet) => {
    const known = sheet.rows
      .flatMap((row) => assessment.joints.get(row.id) ?? [])
      .filter((joint) => joint.governing.estimate);
    if (known.length === 0) return [];
    const unit = shownUnit(sheet.joint.governing.unit, wording.unit);
    const alone = ({ row, governing, derived }: JointResult): TableCell[] => [
      { text: row.name, bold: true },
      [
        {
          text: [
            { text: formatNumber(governing.estimate!.value, unit), bold: true },
            { text: ` ± ${formatUncertainty(governing.expanded!, unit)}`, color: quiet },
          ],
        },
      ],
      {
        text: derived
          .flatMap(({ characteristic, estimate }) =>
            estimate ? formatNumber(estimate.value, shownUnit(characteristic.unit, wording.unit)) : [],
          )
          .join(", "),
      },
      governing.conformity && governing.missing.length === 0
        ? markSentences[governing.conformity.mark]
        : { text: "cannot tell yet", color: quiet },
    ];
    const body = alikeInOneLine(
      known,
      alone,
      (of, values, said) => [{ text: of.map(({ row }) => row.label).join(", "), bold: true }, values, "", said],
      wording,
    );
    return [
      titledTable(
        sheet.joint.title,
        sheet.joint.governing,
        wording,
        [120, 190, 80, "*"],
        [
          "place",
          `${sheet.joint.governing.short}, ${unit.symbol}`,
          sheet.joint.derived.map(({ short }) => short).join(", "),
          "verdict",
        ],
        body,
      ),
    ];
  });
}

/** What was noted at one place of a check, in a few words. */
function noted({ check }: CheckResult, { notes, amiss }: CheckResult["places"][number], lengths: Unit): string {
  const said = notes.map(({ state, value, skipped }) => {
    if (skipped !== null) return `not tried (${skipped})`;
    const unit = check.figure && shownUnit(check.figure.unit, lengths);
    const figure =
      value !== null &&
      check.figure &&
      unit &&
      `${showNumber(value, unitById(check.figure.unit)!, unit)} ${unit.symbol}`;
    return [check.states?.find((each) => each.id === state)?.name, figure].filter(Boolean).join(", ");
  });
  return `${said.join(" or ")}${amiss ? ", not as it should be" : ""}`;
}

/** What was tried before it came apart, and cannot be tried again: a line for each check. */
function tried({ strip }: Assessment, lengths: Unit): Content[] {
  const lines = (strip?.steps ?? [])
    .flatMap(({ checks }) => checks)
    .flatMap((result) => {
      const places = result.places.filter(({ notes }) => notes.length > 0);
      const said = places.map((place) =>
        [place.id === null ? "" : place.name, noted(result, place, lengths)].join(" ").trim(),
      );
      return said.length > 0 ? [`${capital(result.check.name)}: ${said.join("; ")}.`] : [];
    });
  return lines.length > 0 ? [heading("Tried before it came apart"), { ul: lines }] : [];
}

/** What came from elsewhere, what was made to fit, and the quantities to label the engine with. */
function matched({ match: { pairings, inPlace, quantities } }: Assessment, wording: Wording): Content[] {
  const foreign = [...inPlace.values()].flatMap(
    (candidate) =>
    candidate?.part && !candidate.cameHere ? [`${capital(candidate.slot.name)}: ${candidate.part.tag}, from ${originWords[candidate.part.origin]}.`] : [], // prettier-ignore
  );
  const fitted = pairings.flatMap(({ reasons }) =>
    reasons.filter(({ code }) => code === "mating-bridged").map((found) => sayProblem(found, wording)),
  );
  const lines = [...foreign, ...fitted];
  return [
    ...(lines.length > 0 ? [heading("What came from elsewhere, and was made to fit"), { ul: lines }] : []),
    ...(quantities.length > 0
      ? [heading("Quantities, as built"), { ul: quantities.map(({ name, amount }) => `${capital(name)}: ${amount}`) }]
      : []),
  ];
}

/** What stands in the way, the gravest first, and what is still to be decided. */
function inTheWay(pack: CompiledPack, assessment: Assessment, wording: Wording): Content[] {
  const { holds } = assessment;
  const open = [...statesOfPlaces(pack, assessment).values()].filter((place) => !isReady(place));
  const lines = [
    ...(open.length > 0 ? [`${many(open.length, "part")} not ready: ${sayWaits(open)}.`] : []),
    ...holdKinds.flatMap((kind) =>
      holds
        .filter((hold) => hold.kind === kind)
        .map((hold) => `${capital(holdWords[kind].short)}: ${sayProblem(hold, wording)}`),
    ),
  ];
  return lines.length > 0 ? [heading("What stands in the way"), { ul: lines }] : [];
}

/** The report of a job as a document: what was found, what was decided and on what evidence. */
export function reportDefinition(
  pack: CompiledPack,
  assessment: Assessment,
  owner: string | null = null,
): TDocumentDefinitions {
  const { header } = assessment.job;
  const { order } = assessment;
  const unit: Unit = unitById(header?.unit ?? "mm")!;
  const wording = wordingOf(pack, assessment, unit, "whole");
  const variant = variantOf(pack, assessment);
  const sheets = pack.sheets.filter((sheet) => sheet.feature.decides);
  // What was decided stands in the report whether it was measured or not.
  const looked = ({ part }: Choice) => part !== null && (assessment.findings.byPart.get(part.id)?.looked ?? 0) > 0;
  const isJudged = (choice: Choice) =>
    choice.joined.kind !== "open" || isMeasured(choice) || looked(choice) || choice.proposal.disposition !== "hold";
  const judged = assessment.choices.filter(isJudged);
  const swept = assessment.figures.map(
    (figure) => `${figure.name} ${formatQuantity(figure.value, shownUnit(figure.unit, unit))}`,
  );
  const cautions = assessment.cautions.filter((caution) => caution.station === "decide");

  return {
    ...sheetOf(`Technical record: ${header?.name ?? "engine"}`, header?.name ?? "Engine"),
    content: [
      {
        columns: [
          { text: header?.name ?? "Engine", bold: true, fontSize: 18 },
          {
            text: [{ text: "Ember Bench", bold: true, color: ember }, `\n${dayOf(assessment)(assessment.asOf)}`],
            alignment: "right",
          },
        ],
      },
      {
        text: [
          ...(owner ? [owner] : []),
          variant?.name ?? pack.pack.family,
          header?.engine.number ? `No. ${header.engine.number}` : "number unknown",
          order.application.words ?? "application unknown",
          order.hoursWanted ? `wanted for ${grouped(order.hoursWanted)} h` : "hours wanted unknown",
          ...(order.wantedBy ? [`wanted by ${dayOf(assessment)(order.wantedBy)}`] : []),
          ...(order.certified ? ["under a certificate"] : []),
        ].join("  ·  "),
        margin: [0, 2, 0, 0],
      },
      {
        text: [...swept, ruleWords[order.rule]].join("  ·  "),
        color: quiet,
        margin: [0, 2, 0, 4],
      },
      ...identified(assessment, pack, wording),
      ...tried(assessment, unit),
      ...whatWasSeen(assessment, pack, unit),
      ...cause(assessment, wording),
      ...decisions(judged, wording),
      ...matched(assessment, wording),
      ...sheets.flatMap((sheet) => {
        const rows = sheet.rows
          .flatMap((row) => assessment.rows.get(row.id) ?? [])
          .filter(({ measured }) => measured > 0);
        return rows.length === 0
          ? []
          : [
              titledTable(
                sheet.feature.title,
                sheet.feature.governing,
                wording,
                [140, 230, "*"],
                ["part", `read, ${shownUnit(sheet.feature.governing.unit, unit).symbol}`, "verdict"],
                alikeInOneLine(
                  rows,
                  (row) => rowOf(row, wording),
                  (of, values, said) => [
                    { text: `${capital(of[0]!.row.partClass.name)} ${of.map(({ row }) => row.label).join(", ")}`, bold: true }, // prettier-ignore
                    values,
                    said,
                  ],
                  wording,
                ),
              ),
            ];
      }),
      ...fits(assessment, pack, wording),
      ...unjudged(
        assessment.choices.filter(({ joined, proposal }) => joined.kind === "open" && proposal.disposition === "hold"),
        looked,
      ),
      ...inTheWay(pack, assessment, wording),
      ...(cautions.length > 0
        ? [heading("Cautions"), { ul: cautions.map((caution) => caution.text), color: quiet }]
        : []),
      {
        text: `Each length is at 20 °C, and each value stands with its expanded uncertainty U = 2 u (about 95 %). Core ${assessment.core}, pack ${pack.pack.id} revision ${pack.pack.revision} (${assessment.pack.slice(0, 12)}).`,
        color: quiet,
        fontSize: 7,
        margin: [0, 8, 0, 0],
      },
    ],
  };
}
