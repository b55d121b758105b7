import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import { buysOfJob } from "@/core/ordering/order-of-job";
import { orderNumber } from "@/core/ordering/order-number";
import { sumOf } from "@/core/ordering/to-order";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { formatNumber } from "@/core/quantity/format-quantity";
import { unitById } from "@/core/quantity/units";
import { writeTagCode } from "@/core/strip/tag-code";
import { capital } from "@/words/capital";
import { amissWords } from "@/words/sentences/order";
import { sayExact, sayMoney } from "@/words/say-money";
import { many } from "@/words/sentences/sentence";
import { renderPdf } from "../render-pdf";
import { dayOf } from "../report/pieces";
import { measuringSheets, stripList } from "./bench-sheets";
import { heads, mm, page, quiet, rules, sender, type Format } from "./page";

export const papers = ["shopping", "order", "return-note", "machine-shop", "measuring", "strip-list"] as const;
export type Paper = (typeof papers)[number];

/** What is bought of one supplier; of nobody in particular where it is empty. */
function shopping(pack: CompiledPack, assessment: Assessment, supplier: string): TDocumentDefinitions {
  const name = assessment.job.header?.name ?? "";
  const currency = assessment.order.settings?.currency ?? null;
  const lines = buysOfJob(pack, assessment).toBuy.lines.filter((line) => (line.supplier ?? "") === supplier);
  const title = `${name}: to buy${supplier === "" ? "" : ` from ${supplier}`}`;
  if (lines.length === 0) return page(title, [{ text: "There is nothing to buy here." }]);
  return page(title, [
    ...headOf(pack, assessment),
    {
      table: {
        headerRows: 1,
        widths: ["auto", "*", "auto", "auto", "auto"],
        body: [
          heads("how many", "what", "number", "revision", "about"),
          ...lines.map(({ quantity, unit, name: what, holds, number, supersededBy, revisions, price }): TableCell[] => [
            { text: unit === null ? String(quantity) : `${quantity} ${unit}` },
            { stack: [{ text: capital(what), bold: true }, ...(holds.length > 0 ? [{ text: holds.join(", "), fontSize: 8, color: quiet }] : [])] }, // prettier-ignore
            { stack: [{ text: number ?? "" }, ...(supersededBy === null ? [] : [{ text: `old: now ${supersededBy}`, fontSize: 8, bold: true }])] }, // prettier-ignore
            { text: revisions.join(" or ") },
            { text: price === null ? "" : sayMoney(price, currency), alignment: "right" },
          ]),
        ],
      },
      layout: rules,
    },
    { text: `In all about ${sayMoney(sumOf(lines.flatMap(({ price }) => price ?? [])), currency)}.`, margin: [0, 10, 0, 0] }, // prettier-ignore
  ]);
}

/** An order as it was placed, for its supplier: by its number, to be confirmed. */
export function orderPaper(pack: CompiledPack, assessment: Assessment, purchase: string | null): TDocumentDefinitions {
  const found = assessment.buying.ordered.filter((each) => each.purchase.id === purchase);
  const { settings } = assessment.order;
  const [first] = found;
  if (!first) return page("Order", [{ text: "There is no such order in this job." }]);
  const { supplier, due, byOwner } = first.purchase;
  const number = orderNumber(first.purchase, settings?.zone);
  const day = dayOf(assessment);
  const total = found.reduce((sum, { line }) => sum + (line.price ?? 0), 0);
  const open = found.filter(({ line }) => line.price === null).length;
  return page(`Order ${number}`, [
    ...headOf(pack, assessment),
    { text: [{ text: byOwner ? "To be brought by " : "To ", color: quiet }, { text: supplier, bold: true }, `, ordered ${day(first.purchase.at)}${due === null ? "" : `, promised for ${day(due)}`}.`], margin: [0, 0, 0, 8] }, // prettier-ignore
    {
      table: {
        headerRows: 1,
        widths: ["auto", "*", "auto", "auto", "auto"],
        body: [
          heads("how many", "what", "number", "revision", "price"),
          ...found.map(({ line }): TableCell[] => [
            { text: String(line.quantity) },
            { text: capital(line.name), bold: true },
            { text: line.number ?? "" },
            { text: line.revisions.join(" or ") },
            { text: line.price === null ? "open" : sayExact(line.price, settings?.currency ?? null), alignment: "right" }, // prettier-ignore
          ]),
        ],
      },
      layout: rules,
    },
    { text: `In all ${sayExact(total, settings?.currency ?? null)}${open > 0 ? `, without ${many(open, "line")} that ${open === 1 ? "has" : "have"} no price` : ""}. Name order ${number} on every box and bill.`, margin: [0, 10, 0, 0] }, // prettier-ignore
    { text: "Confirmed by: ____________________   Day: ______________", margin: [0, 20, 0, 0], color: quiet },
  ]);
}

/** What goes back to a supplier: what was ordered, what came instead, and why it goes back. */
function returnNote(pack: CompiledPack, assessment: Assessment, supplier: string): TDocumentDefinitions {
  const title = `${assessment.job.header?.name ?? ""}: return note${supplier === "" ? "" : ` to ${supplier}`}`;
  const lines = assessment.buying.ordered.filter(
    ({ purchase, amiss }) =>
      (supplier === "" || purchase.supplier === supplier) && [...amiss.keys()].some((why) => why !== "missing"),
  );
  if (lines.length === 0) return page(title, [{ text: "Nothing goes back." }]);
  return page(title, [
    ...headOf(pack, assessment),
    {
      table: {
        headerRows: 1,
        widths: ["*", "auto", "auto", "auto", "*"],
        body: [
          heads("what", "ordered as", "came as", "how many", "why it goes back"),
          ...lines.map(({ line, purchase, came, amiss, receipts }): TableCell[] => [
            { stack: [{ text: capital(line.name), bold: true }, { text: `order ${orderNumber(purchase, assessment.order.settings?.zone)} of ${dayOf(assessment)(purchase.at)}`, fontSize: 8, color: quiet }] }, // prettier-ignore
            { text: [line.number, line.revisions.length > 0 ? `revision ${line.revisions.join(" or ")}` : null].filter(Boolean).join(", ") || "without a number" }, // prettier-ignore
            { text: [came.join(", "), ...new Set(receipts.flatMap(({ lot }) => (lot ? `lot ${lot}` : [])))].filter(Boolean).join(", ") || "not read" }, // prettier-ignore
            { text: String([...amiss].reduce((sum, [why, count]) => (why === "missing" ? sum : sum + count), 0)) },
            { text: [...amiss.keys()].filter((why) => why !== "missing").map((why) => amissWords[why]).join("; ") }, // prettier-ignore
          ]),
        ],
      },
      layout: rules,
    },
    { text: "Received by: ____________________   Day: ______________", margin: [0, 20, 0, 0], color: quiet },
  ]);
}

/** By which numbers a part is known, where anybody read one. */
function numbersOf({ job }: Assessment, id: string): string {
  const known = job.parts.get(id)?.known;
  const [number, revision] = [known?.text("number"), known?.text("revision")];
  return [number ? `Number ${number}` : "number not read", revision ? `revision ${revision}` : ""].filter(Boolean).join(", "); // prettier-ignore
}

/** Whose paper it is and for which engine; and a word where what failed is not settled: more may have to be bought or done. */
function headOf({ pack }: CompiledPack, { job, order, day: today, holds }: Assessment): Content[] {
  const { settings } = order;
  const number = job.header?.engine.number;
  const isOpen = holds.some(({ code }) => code === "cause-open" || code === "cause-reopened");
  return [
    sender({
      shop: settings?.shop ?? null,
      day: dayOf({ order })(today),
      engine: [job.header?.name, pack.family, number ? `No. ${number}` : "number unknown"].filter(Boolean).join(" · "),
    }),
    ...(isOpen
      ? [{ text: "What made this engine fail is not settled yet: more may follow, and what is ordered may have to change.", bold: true, margin: [0, 0, 0, 8] as [number, number, number, number] }] // prettier-ignore
      : []),
  ];
}

/** For each part that is machined a page part of its own: its code, what is done to it in which order, and what it has to measure. */
function handOuts(pack: CompiledPack, assessment: Assessment): TDocumentDefinitions {
  const { job } = assessment;
  const { shop } = buysOfJob(pack, assessment);
  const title = `${job.header?.name ?? ""}: for the machine shop`;
  const unit = unitById(job.header?.unit ?? "mm")!;
  if (shop.lines.length === 0) return page(title, [{ text: "Nothing that was decided is machined." }]);
  return page(title, [
    ...headOf(pack, assessment),
    ...shop.lines.map((line): Content => ({
      unbreakable: true,
      margin: [0, 0, 0, 14],
      columns: [
        { qr: job.id ? writeTagCode({ job: job.id, part: line.part }) : line.tag, fit: 26 * mm, eccLevel: "M", width: 32 * mm }, // prettier-ignore
        {
          width: "*",
          stack: [
            { text: `${capital(line.name)} · ${line.tag}`, bold: true, fontSize: 13 },
            { text: numbersOf(assessment, line.part), color: quiet, fontSize: 9 },
            ...line.ways.map(({ name, of, measuredMm, toMm }) => ({
              text: [
                { text: capital(name), bold: true },
                of === null ? "" : `, ${of}`,
                toMm === null ? "" : `: to ${formatNumber(toMm.min, unit)} – ${formatNumber(toMm.max, unit)} ${unit.symbol}`, // prettier-ignore
                measuredMm === null ? "" : ` (measures ${formatNumber(measuredMm, unit)})`,
              ],
              margin: [0, 3, 0, 0] as [number, number, number, number],
            })),
            {
              ol: line.operations.map(({ name, finish, caution }) => [capital(name), finish, caution].filter(Boolean).join(". ")), // prettier-ignore
              margin: [0, 4, 0, 0],
              fontSize: 9,
            },
            { text: "Back on: ______________   Measured: ______________   By: ______________", margin: [0, 8, 0, 0], color: quiet }, // prettier-ignore
          ],
        },
      ],
    })),
  ]);
}

/** What a paper is asked for with. */
export interface Wish {
  /** What is bought of one supplier only. */
  readonly supplier: string;
  /** The order, by its entry. */
  readonly purchase: string | null;
  /** One sheet of readings, or one part, only; everything where neither is said. */
  readonly sheet: string | null;
  readonly part: string | null;
  readonly format: Format;
}

/** A sheet of paper to work by, or to go out of the house. */
export function paperOf(
  paper: Paper,
  pack: CompiledPack,
  assessment: Assessment,
  wish: Wish,
): Promise<Uint8Array<ArrayBuffer>> {
  const definitions: Readonly<Record<Paper, () => TDocumentDefinitions>> = {
    shopping: () => shopping(pack, assessment, wish.supplier),
    order: () => orderPaper(pack, assessment, wish.purchase),
    "return-note": () => returnNote(pack, assessment, wish.supplier),
    "machine-shop": () => handOuts(pack, assessment),
    measuring: () => measuringSheets(pack, assessment, wish),
    "strip-list": () => stripList(pack, assessment, wish.format),
  };
  return renderPdf(definitions[paper]());
}
