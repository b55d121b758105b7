import type { Content, CustomTableLayout as TableLayout, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import { variantOf, type Assessment } from "@/core/assessment";
import { chainLineHeight, layOutChain, type ChainLine } from "@/core/diagnose/lay-out-chain";
import { nameOfNode, nodeId } from "@/core/diagnose/unfold";
import { groupBy } from "@/core/group";
import { isByEye, type CompiledPack } from "@/core/pack/compile-pack";
import { isByThumb } from "@/core/pack/rules-of-thumb";
import type { Characteristic } from "@/core/pack/schema";
import type { RowResult } from "@/core/measure/assess-row";
import { isMeasured, nameOf, rowsOf, type Choice } from "@/core/plan/option";
import type { CheckResult } from "@/core/strip/assess-strip";
import { formatNumber, formatQuantity, formatUncertainty } from "@/core/quantity/format-quantity";
import { shownUnit, unitById, type Unit } from "@/core/quantity/units";
import { standingOf, whyUnsettled } from "@/core/plan/standing";
import { holdKinds } from "@/core/problem/problem-codes";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayChain } from "@/words/say-cause";
import { sayBuilt, sayRevision, sayStory } from "@/words/say-identity";
import { sayDecided, sayLimit, sayOption, sayRef, sourceNames } from "@/words/say-option";
import { sayProblem, type Wording } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { holdWords, markSentences, originWords, ruleWords } from "@/words/words-for";

const quiet = "#6d6258";
const line = "#cfc5b9";
const ember = "#b8470a";

/** What was decided, or is proposed; whether that is still to be done; and why. */
function told(choice: Choice, wording: Wording) {
  const { proposal } = choice;
  const standing = standingOf(choice);
  const decided = standing.kind === "decided" ? standing : null;
  const [because] = proposal.reasons;
  return {
    what: decided
      ? `${sayDecided(decided)}${whyUnsettled(decided) === "refused" ? ", which is refused: to be decided again" : ""}`
      : `not decided; proposed: ${sayOption(proposal).toLowerCase()}`,
    isOpen: !decided || whyUnsettled(decided) !== null,
    why: decided?.reason
      ? `${decided.overrides ? "Against the proposal: " : ""}${decided.reason}`
      : because
        ? sayProblem(because, wording)
        : "",
    code: decided?.reason ?? because?.code ?? "",
  };
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

const heading = (text: string): Content => ({ text, bold: true, fontSize: 11, margin: [0, 10, 0, 4] });
const th = (text: string): TableCell => ({ text, color: quiet, fontSize: 7.5 });

const tableLayout: TableLayout = {
  hLineWidth: (at) => (at === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => line,
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 1.5,
  paddingBottom: () => 1.5,
};

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

const sheetOf = ({ row }: RowResult) => `${row.partClass.id} ${row.at.feature.id}`;

/** What nobody measured or looked over, by kind: it is not judged, and so not sound. */
function unjudged(choices: readonly Choice[], looked: (choice: Choice) => boolean): Content[] {
  const rows = choices.flatMap((choice) =>
    rowsOf(choice).filter((row) => (isByEye(row.row) ? !looked(choice) : row.measured === 0)),
  );
  const list = (of: readonly RowResult[]) =>
    [...groupBy(of, sheetOf).values()].map(
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
    const body = known.map(({ row, governing, derived }): TableCell[] => [
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
    ]);
    return [
      titledTable(
        sheet.joint.title,
        sheet.joint.governing,
        wording,
        [150, 90, 80, "*"],
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

/** What engine it is: what its numbers say, what was fitted as built, and where it contradicts itself. */
function identified({ identity, order }: Assessment, { pack }: CompiledPack, wording: Wording): Content[] {
  if (!identity) return [];
  const nameOf = (id: string) => pack.variants.find((variant) => variant.id === id)?.name ?? id;
  const read = identity.places.flatMap(({ place, read: texts, reading }) =>
    texts.map(({ text }) => {
      const said = (reading?.decoded ?? []).flatMap(({ variant, built, revisions }) => [
        ...(variant ? [`${nameOf(variant.built)} as built`] : []),
        ...(built ? [sayBuilt(built)] : []),
        ...(revisions.length > 0 ? [`fitted with ${revisions.map(sayRevision).join("; ")}`] : []),
      ]);
      return `${capital(place.name)} ${text}${said.length > 0 ? `: ${said.join("; ")}` : ""}.`;
    }),
  );
  const { variant, probability } = identity.likeliest;
  const isSaid = read.length > 0 || identity.tells.some(({ answer }) => answer !== null);
  const lines = [
    ...read,
    ...(isSaid ? [`By all that was read and seen ${nameOf(variant)}, ${percent(probability)} sure.`] : []),
    ...(order.variant ? [`Judged as ${nameOf(order.variant)}.`] : []),
    ...(identity.contradiction && identity.posterior.stories[0] ? [sayStory(identity.posterior.stories[0], pack)] : []),
    ...identity.problems.map((found) => sayProblem(found, wording)),
    ...identity.signed.map(({ why }) => `Signed to go on: ${why}`),
  ];
  return lines.length > 0 ? [heading("What engine it is"), { ul: lines }] : [];
}

/** What was noted at one place of a check, in a few words. */
function noted({ check }: CheckResult, { notes, amiss }: CheckResult["places"][number]): string {
  const said = notes.map(({ state, value, skipped }) => {
    if (skipped !== null) return `not tried (${skipped})`;
    const figure = value !== null && check.figure && formatQuantity(value, unitById(check.figure.unit)!);
    return [check.states?.find((each) => each.id === state)?.name, figure].filter(Boolean).join(", ");
  });
  return `${said.join(" or ")}${amiss ? ", not as it should be" : ""}`;
}

/** What was tried before it came apart, and cannot be tried again: a line for each check. */
function tried({ strip }: Assessment): Content[] {
  const lines = (strip?.steps ?? [])
    .flatMap(({ checks }) => checks)
    .flatMap((result) => {
      const places = result.places.filter(({ notes }) => notes.length > 0);
      const said = places.map((place) => [place.id === null ? "" : place.name, noted(result, place)].join(" ").trim());
      return said.length > 0 ? [`${capital(result.check.name)}: ${said.join("; ")}.`] : [];
    });
  return lines.length > 0 ? [heading("Tried before it came apart"), { ul: lines }] : [];
}

const boxLooks = {
  cause: { stroke: ember, weight: 2, radius: 3, dash: "" },
  event: { stroke: line, weight: 1, radius: 12, dash: "" },
  finding: { stroke: quiet, weight: 0.8, radius: 0, dash: "3 2" },
} as const;
const escaped = (text: string) => text.replace(/[&<>"]/gu, (sign) => `&#${sign.codePointAt(0)};`);

/** A damage chain as a picture, as the screen lays it out. */
function chainPicture(chain: readonly ChainLine[]): Content[] {
  const { width, height, boxes, links } = layOutChain(chain);
  const lines = links.map((points) => `<path d="M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}" fill="none" stroke="${quiet}" stroke-width="0.9"/>`); // prettier-ignore
  const drawn = boxes.map(({ kind, x, y, width: wide, height: high, items }) => {
    const { stroke, weight, radius, dash } = boxLooks[kind];
    let top = y - high / 2 + 4;
    const words = items.flatMap((item) => {
      const at = top;
      top += item.lines.length * chainLineHeight + 4;
      return item.lines.map((each, index) => `<text x="${x}" y="${at + (index + 0.75) * chainLineHeight}" font-size="12" font-family="Atkinson" text-anchor="middle" fill="#231d18">${escaped(each)}</text>`); // prettier-ignore
    });
    return `<rect x="${x - wide / 2}" y="${y - high / 2}" width="${wide}" height="${high}" rx="${radius}" fill="#ffffff" stroke="${stroke}" stroke-width="${weight}" stroke-dasharray="${dash || "none"}"/>${words.join("")}`; // prettier-ignore
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${lines.join("")}${drawn.join("")}</svg>`;
  return [{ svg, fit: [515, 420], margin: [0, 4, 0, 4] }];
}

/** What failed first, as it was settled: three sentences, the chain, and what it asks for. */
function cause({ diagnosis }: Assessment, wording: Wording): Content[] {
  const { network, settlement, gate, actions, problems } = diagnosis;
  if (!network || !settlement) return [];
  const tells = settlement.causes.flatMap(({ cause: id, place }) => {
    const node = network.of.get(nodeId(id, place));
    return node?.kind === "cause" ? [`${capital(nameOfNode(node))}. ${node.item.tells}`] : [];
  });
  const { witness } = settlement;
  const [first] = settlement.causes;
  const probability = witness?.beliefs.find((each) => each.cause === first?.cause && each.place === first.place)?.probability ?? null; // prettier-ignore
  const chain = (witness?.chain ?? []).map(({ node, place, ...rest }) => ({ id: nodeId(node, place), ...rest }));
  const said =
    settlement.verdict === "cause"
      ? sayChain(tells, chain, probability)
      : settlement.verdict === "no-failure"
        ? [`Nothing failed: ${settlement.reason ?? ""}`]
        : [];
  const done = { done: "done", refused: "not done", open: "still to do" } as const;
  return [
    heading("What failed first"),
    ...said.map((text): Content => ({ text, margin: [0, 1, 0, 1] })),
    ...(chain.length > 0 && settlement.verdict === "cause" ? chainPicture(chain) : []),
    {
      ul: [
        ...actions.map(({ action, state, answer }) => `${action.text}: ${done[state]}${answer?.words ? ` (${answer.words})` : ""}.`), // prettier-ignore
        ...(gate === "open" ? ["Not settled any more: see what stands in the way."] : []),
        ...problems.filter(({ code }) => code === "cause-undetermined").map((found) => sayProblem(found, wording)),
      ],
    },
  ];
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
function inTheWay({ holds, progress }: Assessment, wording: Wording): Content[] {
  const { done, total } = progress.get("decide")!;
  const lines = [
    ...(total > done ? [`${many(total - done, "part")} still to decide.`] : []),
    ...holdKinds.flatMap((kind) =>
      holds
        .filter((hold) => hold.kind === kind)
        .map((hold) => `${capital(holdWords[kind].short)}: ${sayProblem(hold, wording)}`),
    ),
  ];
  return lines.length > 0 ? [heading("What stands in the way"), { ul: lines }] : [];
}

/** The report of a job as a document: what was found, what was decided and on what evidence. */
export function reportDefinition(pack: CompiledPack, assessment: Assessment): TDocumentDefinitions {
  const { header } = assessment.job;
  const { order } = assessment;
  const unit: Unit = unitById(header?.unit ?? "mm")!;
  const wording: Wording = { unit, sources: sourceNames(pack.pack, "whole") };
  const variant = variantOf(pack, assessment);
  const sheets = pack.sheets.filter((sheet) => sheet.feature.decides);
  // What was decided stands in the report whether it was measured or not.
  const looked = ({ part }: Choice) => part !== null && (assessment.findings.byPart.get(part.id)?.looked ?? 0) > 0;
  const isJudged = (choice: Choice) =>
    choice.decisions.length > 0 || isMeasured(choice) || looked(choice) || choice.proposal.disposition !== "hold";
  const judged = assessment.choices.filter(isJudged);
  const swept = assessment.figures.map(
    (figure) => `${figure.name} ${formatQuantity(figure.value, unitById(figure.unit)!)}`,
  );
  const cautions = assessment.cautions.filter((caution) => caution.station === "decide");

  return {
    info: { title: `Report: ${header?.name ?? "engine"}` },
    pageSize: "A4",
    pageMargins: [40, 36, 40, 40],
    footer: (page, pages) => ({
      text: `${header?.name ?? "Engine"}, page ${page} of ${pages}`,
      alignment: "right",
      color: quiet,
      fontSize: 7,
      margin: [40, 12, 40, 0],
    }),
    defaultStyle: { font: "Atkinson", fontSize: 8.5, lineHeight: 1.1, color: "#231d18" },
    content: [
      {
        columns: [
          { text: header?.name ?? "Engine", bold: true, fontSize: 18 },
          {
            text: [{ text: "Ember Bench", bold: true, color: ember }, `\n${assessment.asOf.slice(0, 10)}`],
            alignment: "right",
          },
        ],
      },
      {
        text: [
          variant?.name ?? pack.pack.family,
          header?.engine.number ? `No. ${header.engine.number}` : "number unknown",
          order.application.words ?? "application unknown",
          order.hoursWanted ? `wanted for ${grouped(order.hoursWanted)} h` : "hours wanted unknown",
          ...(order.wantedBy ? [`wanted by ${order.wantedBy}`] : []),
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
      ...tried(assessment),
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
                [190, 90, "*"],
                ["part", `read, ${shownUnit(sheet.feature.governing.unit, unit).symbol}`, "verdict"],
                rows.map((row) => rowOf(row, wording)),
              ),
            ];
      }),
      ...fits(assessment, pack, wording),
      ...unjudged(
        assessment.choices.filter(
          ({ decisions, proposal }) => decisions.length === 0 && proposal.disposition === "hold",
        ),
        looked,
      ),
      ...inTheWay(assessment, wording),
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
