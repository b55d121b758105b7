import type { Content, CustomTableLayout as TableLayout, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import { dayIn } from "@/core/entry/clock";
import { variantOf, type Assessment } from "@/core/assessment";
import { chainLineHeight, layOutChain, mainLine, type ChainLine } from "@/core/diagnose/lay-out-chain";
import { nameOfNode, nodeId } from "@/core/causes/unfold";
import type { CompiledPack } from "@/core/pack/compile-pack";
import type { Choice } from "@/core/option/option";
import { standingOf } from "@/core/plan/standing";
import type { Unit } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayChain } from "@/words/say-cause";
import { sayBuilt, sayRevision, sayStory } from "@/words/say-identity";
import { sayDay } from "@/words/say-day";
import { sayDecided, sayOption, sourceNames } from "@/words/say-option";
import { sayProblem, type Wording } from "@/words/say-problem";
import { unsettledWords } from "@/words/words-for";

// What the documents of a job are put together from.

export const quiet = "#6d6258";
export const line = "#cfc5b9";
export const ember = "#b8470a";

/** What was decided, or is proposed; whether that is still to be done; and why. */
export function told(choice: Choice, wording: Wording) {
  const { proposal } = choice;
  const standing = standingOf(choice);
  const decided = standing.kind === "decided" ? standing : null;
  const [because] = proposal.reasons;
  // What the plan weighed otherwise than the evidence of the part alone is not told by that evidence.
  const isOfPlan = decided !== null && decided.overrides && decided.by === "plan";
  return {
    what: decided
      ? `${sayDecided(decided)}${decided.unsettled ? `, to be decided again: ${unsettledWords[decided.unsettled]}` : ""}`
      : `not decided; proposed: ${sayOption(proposal).toLowerCase()}`,
    isOpen: decided?.unsettled !== null,
    why: decided?.reason
      ? `${decided.overrides ? "Against the proposal: " : ""}${decided.reason}`
      : isOfPlan
        ? "By the plan that was adopted."
        : because
          ? sayProblem(because, wording)
          : "",
    code: decided?.reason ?? (isOfPlan ? "plan" : (because?.code ?? "")),
  };
}

export const heading = (text: string): Content => ({
  text,
  bold: true,
  fontSize: 11,
  margin: [0, 10, 0, 4],
  outline: true,
  outlineText: text,
});
export const th = (text: string): TableCell => ({ text, color: quiet, fontSize: 7.5 });

export const tableLayout: TableLayout = {
  hLineWidth: (at) => (at === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => line,
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 1.5,
  paddingBottom: () => 1.5,
};

/** What engine it is: what its numbers say, what was fitted as built, and where it contradicts itself. */
export function identified({ identity, order }: Assessment, { pack }: CompiledPack, wording: Wording): Content[] {
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

const mostInRow = 4;
const arrow: TableCell = {
  text: "›",
  fontSize: 13,
  alignment: "center",
  border: [false, false, false, false],
  margin: [0, 3, 0, 0],
};

/** A line of damage as boxes one behind the other, large enough to read. */
function chainRow(steps: readonly ChainLine[]): Content[] {
  const box = ({ name, kind }: ChainLine): TableCell => ({ text: capital(name), fontSize: 9, bold: kind === "cause", alignment: "center" }); // prettier-ignore
  const rows: TableCell[][] = [];
  steps.forEach((each, at) => {
    if (at % mostInRow === 0) rows.push([]);
    rows.at(-1)!.push(box(each), at < steps.length - 1 ? arrow : { text: "", border: [false, false, false, false] });
  });
  for (const row of rows)
    while (row.length < 2 * mostInRow) row.push({ text: "", border: [false, false, false, false] });
  return [
    {
      table: { widths: Array.from({ length: mostInRow }, () => ["*", 14]).flat(), body: rows },
      layout: { hLineColor: () => line, vLineColor: () => line, paddingTop: () => 4, paddingBottom: () => 4 },
      margin: [0, 6, 0, 6],
    },
  ];
}

/**
 * What failed first, as it was settled: three sentences, the chain, and what it asks for.
 *
 * @param isBrief  for whoever was not there: what led to what in one line, and not all that was found
 */
export function cause({ diagnosis }: Assessment, wording: Wording, isBrief = false): Content[] {
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
  const steps = mainLine(chain);
  const told = isBrief ? [...steps, ...chain.filter(({ kind }) => kind === "finding")] : chain;
  const said =
    settlement.verdict === "cause"
      ? sayChain(tells, told, probability)
      : settlement.verdict === "no-failure"
        ? [`Nothing failed: ${settlement.reason ?? ""}`]
        : [];
  const done = { done: "done", refused: "not done", open: "still to do" } as const;
  return [
    heading("What failed first"),
    ...said.map((text): Content => ({ text, margin: [0, 1, 0, 1] })),
    ...(chain.length > 0 && settlement.verdict === "cause" ? (isBrief ? chainRow(steps) : chainPicture(chain)) : []),
    {
      ul: [
        ...actions.map(({ action, state, answer }) => `${action.text}: ${done[state]}${answer?.words ? ` (${answer.words})` : ""}.`), // prettier-ignore
        ...(gate === "open" ? ["Not settled any more: see what stands in the way."] : []),
        ...problems.filter(({ code }) => code === "cause-undetermined").map((found) => sayProblem(found, wording)),
      ],
    },
  ];
}

/** A page as all documents have it: A4, the name and the number of the page at its foot. */
export const sheetOf = (title: string, foot: string): Omit<TDocumentDefinitions, "content"> => ({
  info: { title },
  tagged: true,
  displayTitle: true,
  language: "en",
  pageSize: "A4",
  pageMargins: [40, 36, 40, 40],
  footer: (page, pages) => ({
    text: `${foot}, page ${page} of ${pages}`,
    alignment: "right",
    color: quiet,
    fontSize: 7,
    margin: [40, 12, 40, 0],
  }),
  defaultStyle: { font: "Atkinson", fontSize: 8.5, lineHeight: 1.1, color: "#231d18" },
});

/** A shop's mark as a picture of a document. */
export const imageOfMark = (mark: string): string => `data:image/png;base64,${mark}`;

/** Points; a mark is as large as it is at most. */
const markBox: [number, number] = [120, 40];

/** Says days as the job's shop writes them. */
export const dayOf =
  ({ order }: Pick<Assessment, "order">) =>
  (moment: string): string =>
    sayDay(dayIn(moment, order.settings?.zone), order.settings?.dates ?? "year-first");

/** How a document words what was found: lengths in the job's unit, days as its shop writes them. */
export const wordingOf = (
  { pack }: CompiledPack,
  { order }: Pick<Assessment, "order">,
  unit: Unit,
  names: "short" | "whole",
): Wording => ({
  unit,
  sources: sourceNames(pack, names),
  ...(order.settings?.dates ? { days: order.settings.dates } : {}),
});

/** The head of what goes to an owner: the engine, whose it is, the shop, the day. */
export function letterhead(pack: CompiledPack, assessment: Assessment, owner: string | null): Content[] {
  const { job, order } = assessment;
  const shop = order.settings?.shop;
  const day = dayOf(assessment);
  return [
    {
      columns: [
        { text: job.header?.name ?? "Engine", bold: true, fontSize: 20 },
        {
          stack: [
            ...(shop?.mark ? [{ image: imageOfMark(shop.mark), fit: markBox }] : []),
            { text: shop?.name ?? "", bold: true, fontSize: 10 },
            { text: shop?.address ?? "", color: quiet },
            { text: day(assessment.asOf), color: quiet },
          ],
          alignment: "right",
        },
      ],
    },
    {
      text: [
        ...(owner ? [owner] : []),
        variantOf(pack, assessment)?.name ?? pack.pack.family,
        job.header?.engine.number ? `No. ${job.header.engine.number}` : "number unknown",
        ...(order.application.name ? [order.application.name] : []),
        ...(order.hoursWanted ? [`wanted for ${grouped(order.hoursWanted)} h`] : []),
        ...(order.wantedBy ? [`wanted by ${day(order.wantedBy)}`] : []),
      ].join("  ·  "),
      margin: [0, 2, 0, 0],
    },
  ];
}

/** Where the shop and the owner sign. */
export const signatures: Content = {
  columns: ["For the shop", "For the owner"].map((who) => ({
    stack: [
      { canvas: [{ type: "line" as const, x1: 0, y1: 0, x2: 220, y2: 0, lineWidth: 0.5, lineColor: quiet }] },
      { text: `${who}, date`, color: quiet, fontSize: 7.5, margin: [0, 2, 0, 0] as [number, number, number, number] },
    ],
  })),
  margin: [0, 40, 0, 0],
  unbreakable: true,
};
