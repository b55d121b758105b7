import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { KindOfWork } from "@/core/entry/outcomes";
import { accountOf, thingsOf } from "@/core/money/account";
import { ledgerOf, moneyKinds, type MoneyLine } from "@/core/money/ledger";
import { buysOfJob } from "@/core/ordering/order-of-job";
import { standingHandOver } from "@/core/entry/visit";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { minorUnits } from "@/core/option/price-option";
import { capital } from "@/words/capital";
import { sayExact, sayMinutes } from "@/words/say-money";
import { sayThing, sayWhereThing } from "@/words/say-thing";
import { many } from "@/words/sentences/sentence";
import { moneyKindWords, payingWords, paymentWords, workWords } from "@/words/words-for";
import { dayOf, heading, letterhead, quiet, sheetOf, signatures, tableLayout } from "./pieces";

/** So many lines of one kind are named; the rest are summed in one. */
const mostOfAKind = 40;

const nameOf = ({ is, name, quantity, minutes, isBooked, state }: MoneyLine): string => {
  if (is === "labour") return `${workWords[name as KindOfWork]}, ${sayMinutes(minutes ?? 0)}${isBooked ? "" : " (estimated)"}`; // prettier-ignore
  return `${quantity > 1 ? `${quantity} × ` : ""}${capital(name)}${state === "by-owner" ? ", supplied by the owner" : ""}`;
};

/** What was done for the owner: each kind with its lines, to the minor unit. */
function linesOf(lines: readonly MoneyLine[], currency: string | null): Content[] {
  const row = ({ amount, ...line }: MoneyLine): TableCell[] => [
    { text: nameOf({ amount, ...line }) },
    { text: amount === null ? "price open" : sayExact(amount.likely, currency), alignment: "right" },
  ];
  return moneyKinds.flatMap((kind): Content[] => {
    const of = lines.filter(({ is }) => is === kind);
    if (of.length === 0) return [];
    const rest = of.slice(mostOfAKind);
    const sum = rest.reduce((so, { amount }) => so + (amount?.likely ?? 0), 0);
    return [
      heading(moneyKindWords[kind]),
      {
        layout: tableLayout,
        table: {
          widths: ["*", 90],
          body: [
            ...of.slice(0, mostOfAKind).map(row),
            ...(rest.length > 0 ? [[{ text: `${rest.length} lines more` }, { text: sayExact(sum, currency), alignment: "right" as const }]] : []), // prettier-ignore
          ],
        },
      },
    ];
  });
}

/** The sums: what is done, the tax, what was paid, what is left to pay. */
function sums(pack: CompiledPack, assessment: Assessment, lines: readonly MoneyLine[]): Content[] {
  const { job, order, intake } = assessment;
  const currency = order.settings?.currency ?? null;
  const day = dayOf(assessment);
  const { done, tax, owed, toCome } = accountOf(assessment, ledgerOf(pack, assessment, buysOfJob(pack, assessment)));
  const open = lines.filter(({ amount }) => amount === null).length;
  const row = (name: string, minor: number, bold = false): TableCell[] => [
    { text: name, bold },
    { text: sayExact(minor, currency), alignment: "right", bold },
  ];
  const approved = Math.round(intake.costEstimates.approved * minorUnits);
  const without = [
    // Of an engine that left nothing more comes.
    toCome > 0 && standingHandOver(job) === null ? `${many(toCome, "line")} still to come` : "",
    open > 0 ? `${many(open, "line")} without a price` : "",
  ].filter(Boolean);
  return [
    heading("Account"),
    {
      layout: tableLayout,
      table: {
        widths: ["*", 90],
        body: [
          row("Ordered, sent out and worked", done),
          ...(order.settings?.tax ? [row(`${order.settings.tax.name}, ${order.settings.tax.percent} %`, tax)] : []),
          ...job.payments.map(({ is, by, on, how, minor }) => row(`${paymentWords[is]}, ${by}, ${payingWords[how]}, ${day(on)}`, is === "refund" ? minor : -minor)), // prettier-ignore
          row(owed < 0 ? "Paid ahead" : "Left to pay", Math.abs(owed), true),
        ],
      },
    },
    {
      text: [
        ...(intake.costEstimates.lines.length > 0 ? [`Agreed before tax: ${sayExact(approved, currency)}. `] : []),
        ...(without.length > 0 ? [`Not in it: ${without.join(" and ")}.`] : []),
      ],
      color: quiet,
      margin: [0, 4, 0, 0],
    },
  ];
}

/** What came with the engine, and whether it went back. */
function things({ job }: Assessment): Content[] {
  const all = thingsOf(job);
  if (all.length === 0) return [];
  const said = all.map((thing) => `${sayThing(thing)}: ${sayWhereThing(thing)}.`);
  return [heading("What came with the engine"), { text: said.map(capital).join(" ") }];
}

/** The account between shop and owner: what was done, what was paid, what is left; final once the engine left. */
export function accountDocument(
  pack: CompiledPack,
  assessment: Assessment,
  owner: string | null = null,
): TDocumentDefinitions {
  const name = assessment.job.header?.name ?? "Engine";
  const isFinal = standingHandOver(assessment.job) !== null;
  const currency = assessment.order.settings?.currency ?? null;
  const { lines } = ledgerOf(pack, assessment, buysOfJob(pack, assessment));
  const done = lines.filter(({ state }) => state !== "to-come");
  return {
    ...sheetOf(`Account: ${name}`, name),
    content: [
      ...letterhead(pack, assessment, owner),
      { text: isFinal ? "Final account" : "Account so far", bold: true, fontSize: 14, margin: [0, 10, 0, 0] },
      ...linesOf(done, currency),
      ...sums(pack, assessment, done),
      ...things(assessment),
      { unbreakable: true, stack: [signatures] },
    ],
  };
}
