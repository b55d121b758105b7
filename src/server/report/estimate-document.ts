import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import { groupBy } from "@/core/group";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { isMeasured, type Choice, type Option } from "@/core/option/option";
import { estimateOf } from "@/core/money/estimate";
import { moneyKinds, moneyOfLines, type MoneyKind } from "@/core/money/ledger";
import { minorUnits, type Money } from "@/core/option/price-option";
import { sumOf } from "@/core/ordering/to-order";
import { decidedOn } from "@/core/plan/standing";
import { unitById } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { sayAmount, sayMoney } from "@/words/say-money";
import { moneyKindWords } from "@/words/words-for";
import { sayOption } from "@/words/say-option";
import type { Wording } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { money } from "./owner-report";
import { dayOf, heading, letterhead, quiet, sheetOf, signatures, tableLayout, th, told, wordingOf } from "./pieces";

/** So many lines as a person reads before they sign. */
const mostLines = 40;

/** What is to be done with a part: as it was decided, else as it is proposed. */
const planned = (choice: Choice): Option => decidedOn(choice)?.option ?? choice.proposal;

/** What else the evidence allows and the owner may ask for instead: of each other way to go with the part the one that costs least. */
function others(choice: Choice): readonly Option[] {
  const here = planned(choice).disposition;
  const open = choice.options.filter(
    ({ allowed, price, disposition }) =>
      allowed === true && price !== null && ![here, "hold", "keep"].includes(disposition),
  );
  return [...groupBy(open, ({ disposition }) => disposition).values()].map((same) =>
    same.reduce((least, each) => (each.price!.likely < least.price!.likely ? each : least)),
  );
}

const isWork = (choice: Choice) => ["replace", "upgrade", "rework"].includes(planned(choice).disposition);

/** What the work is made of, alike places in one line, each with what else could be done. */
function lines(assessment: Assessment, wording: Wording): Content[] {
  const currency = assessment.order.settings?.currency ?? null;
  const price = (option: Option, count: number) =>
    option.price === null
      ? "price open"
      : sayMoney(
          { low: option.price.low * count, likely: option.price.likely * count, high: option.price.high * count },
          currency,
        );
  const groups = [
    ...groupBy(assessment.choices.filter(isWork), (choice) =>
      [
        choice.partClass.id,
        sayOption(planned(choice)),
        told(choice, wording).code,
        ...others(choice).map((each) => `${sayOption(each)} ${each.price?.likely}`),
      ].join("|"),
    ).values(),
  ];
  const body = groups.slice(0, mostLines).map((same): TableCell[] => {
    const [first] = same;
    const name =
      same.length === 1
        ? capital(first!.slot.name)
        : `${capital(first!.partClass.name)} ${same.map(({ slot }) => slot.label).join(", ")}`;
    const instead = others(first!).map((each) => `${sayOption(each)}, ${price(each, same.length)}`);
    return [
      { text: name, bold: true },
      {
        stack: [
          { text: `${sayOption(planned(first!))}. ${told(first!, wording).why}` },
          ...(instead.length > 0 ? [{ text: `Or: ${instead.join("; ")}`, color: quiet }] : []),
        ],
      },
      { text: price(planned(first!), same.length), alignment: "right" },
    ];
  });
  const more = groups.length - body.length;
  return body.length === 0
    ? []
    : [
        heading("What the work is"),
        { layout: tableLayout, table: { headerRows: 1, widths: [130, "*", 80], body: [["part", "what and why", "parts and machine shop"].map(th), ...body] } }, // prettier-ignore
        ...(more > 0 ? [{ text: `And ${many(more, "line")} more: see the technical record.`, color: quiet }] : []),
      ];
}

/** What nobody could judge yet: the owner signs knowing of it. */
function unjudged({ choices }: Assessment): Content[] {
  const unseen = choices.filter((choice) => !isMeasured(choice) && planned(choice).disposition === "hold").length;
  return unseen === 0
    ? []
    : [
        {
          text: `${many(unseen, "part")} ${unseen === 1 ? "is" : "are"} not judged yet: what ${unseen === 1 ? "it needs" : "they need"} may come as a change, and is asked for before it is done.`, // prettier-ignore
          margin: [0, 6, 0, 0],
        },
      ];
}

/** What it is likely to come to: parts, machine shop, the work and the tax, with what is not in it. */
function likely(pack: CompiledPack, assessment: Assessment): Content[] {
  const { order } = assessment;
  const currency = order.settings?.currency ?? null;
  const { lines, total, unpriced } = estimateOf(pack, assessment);
  if (lines.length === 0) return [];
  const row = (name: string, amount: Money, bold = false): TableCell[] => [
    { text: name, bold },
    { text: sayMoney(amount, currency), alignment: "right", color: quiet },
    { text: sayAmount(amount.likely / minorUnits, currency), alignment: "right", bold },
  ];
  const of = (kind: MoneyKind) => lines.filter(({ is }) => is === kind);
  const tax = order.settings?.tax;
  const share = (of_: number) => Math.round((of_ * (tax?.percent ?? 0)) / 100);
  const taxed = { low: share(total.low), likely: share(total.likely), high: share(total.high) };
  const without = unpriced > 0 ? ` Not in it: ${many(unpriced, "line")} without a price.` : "";
  return [
    heading("What it is likely to come to"),
    {
      layout: tableLayout,
      table: {
        headerRows: 1,
        widths: ["*", 110, 80],
        body: [
          ["", "from – to", "likely"].map(th),
          ...moneyKinds.flatMap((kind) => (of(kind).length > 0 ? [row(moneyKindWords[kind], moneyOfLines(of(kind)))] : [])), // prettier-ignore
          row("In all", total, true),
          ...(tax ? [row(`${tax.name}, ${tax.percent} %`, taxed), row(`In all with ${tax.name}`, sumOf([total, taxed]), true)] : []), // prettier-ignore
        ],
      },
    },
    {
      text: `It covers what is listed below, measured and put together, and is by prices of ${order.settings ? "this shop" : "the family"} and its packs.${without}`, // prettier-ignore
      color: quiet,
      margin: [0, 3, 0, 0],
    },
  ];
}

/** The estimate for the owner: what is asked for, what the work is and what could be done instead, and where to sign. */
export function estimateDocument(
  pack: CompiledPack,
  assessment: Assessment,
  owner: string | null = null,
): TDocumentDefinitions {
  const name = assessment.job.header?.name ?? "Engine";
  const unit = unitById(assessment.job.header?.unit ?? "mm")!;
  const wording = wordingOf(pack, assessment, unit, "short");
  return {
    ...sheetOf(`Estimate: ${name}`, name),
    content: [
      ...letterhead(pack, assessment, owner),
      { text: "Estimate", bold: true, fontSize: 14, margin: [0, 10, 0, 0] },
      ...(assessment.intake.costEstimates.lines.length === 0
        ? [{ text: "No amount is asked for yet: the shop names it at Intake.", color: quiet, margin: [0, 6, 0, 0] as [number, number, number, number] }] // prettier-ignore
        : []),
      ...money(assessment, null),
      ...likely(pack, assessment),
      ...lines(assessment, wording),
      { unbreakable: true, stack: [...unjudged(assessment), signatures] },
    ],
  };
}

/** Work that the owner does not want, a page for each piece: what it may lead to, and where both sign that it was said. */
export function declinedDocument(
  pack: CompiledPack,
  assessment: Assessment,
  owner: string | null = null,
): TDocumentDefinitions {
  const { job } = assessment;
  const name = job.header?.name ?? "Engine";
  return {
    ...sheetOf(`Declined work: ${name}`, name),
    content:
      job.declined.length === 0
        ? [...letterhead(pack, assessment, owner), { text: "No work was declined.", margin: [0, 10, 0, 0] }]
        : job.declined.map(({ what, warning, by, on }, at): Content => ({
            stack: [
              ...letterhead(pack, assessment, owner),
              { text: "Work that the owner does not want done", bold: true, fontSize: 14, margin: [0, 14, 0, 8] },
              { text: `${capital(what)}.`, bold: true, fontSize: 11 },
              { text: "What it may lead to", color: quiet, margin: [0, 10, 0, 2] },
              { text: warning, fontSize: 11 },
              {
                text: `The shop advised this work and said what leaving it out may lead to. It was declined by ${by} on ${dayOf(assessment)(on)}. Local codes and the maker's manual come first; where they require the work, the engine is not handed over without it.`, // prettier-ignore
                margin: [0, 12, 0, 0],
              },
              signatures,
            ],
            ...(at > 0 ? { pageBreak: "before" as const } : {}),
          })),
  };
}
