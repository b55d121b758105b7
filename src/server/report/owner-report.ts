import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { Disposition } from "@/core/entry/schema";
import { groupBy } from "@/core/group";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { ledgerOf, moneyOfLines, type Ledger } from "@/core/money/ledger";
import { paidSoFar } from "@/core/money/account";
import { minorUnits } from "@/core/option/price-option";
import { buysOfJob } from "@/core/ordering/order-of-job";
import { standingHandOver } from "@/core/entry/visit";
import { decidedOn, type Decided } from "@/core/plan/standing";
import { countStages, stages, statesOfPlaces, type PlaceStates, type Stage } from "@/core/state/state-of-places";
import type { Choice } from "@/core/option/option";
import { unitById } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayDecided } from "@/words/say-option";
import { sayAmount, sayExact, sayMoney } from "@/words/say-money";
import { gateWords, outcomeWords, ownerStageWords } from "@/words/state-words";
import { sayProblem, type Wording } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { howWords, oldPartsWords, saidHowWords } from "@/words/words-for";
import { cause, dayOf, heading, letterhead, quiet, sheetOf, signatures, tableLayout, th, wordingOf } from "./pieces";

/** A photo that the shop chose for the owner, as JPEG. */
export interface OwnerPhoto {
  readonly jpeg: Uint8Array;
  /** By which the store knows it. */
  readonly photo: string;
  readonly words: string | null;
  readonly of: string | null;
}

/** A photo as a document carries it. */
export const imageOf = ({ jpeg }: Pick<OwnerPhoto, "jpeg">) =>
  `data:image/jpeg;base64,${Buffer.from(jpeg).toString("base64")}`;

/** So much of each list as a person reads; the technical record has all of it. */
const most = { kinds: 20, watched: 10, photos: 4 } as const;

/** What becomes of parts, what costs most first; those that stay as they are last, in one sentence. */
const doneTo: readonly Disposition[] = ["replace", "upgrade", "rework", "keep"];

/** What is so of a part by now, and never more: new ones are here or not, and in the engine nobody has put them yet. */
const soFar: Readonly<Record<"replace" | "upgrade" | "rework" | "keep", Readonly<Partial<Record<Stage, string>>>>> = {
  replace: { decided: "To be replaced", ordered: "New one ordered", here: "New one here", ready: "New one here, good" },
  upgrade: {
    decided: "Better one to come",
    ordered: "Better one ordered",
    here: "Better one here",
    ready: "Better one here, good",
  },
  rework: {
    decided: "To be made good",
    "sent-out": "At the machine shop",
    here: "Back, to be checked",
    ready: "Made good, measured",
  },
  keep: { decided: "To be kept aside", ordered: "Kept aside", here: "Kept aside", ready: "Kept aside" },
};

interface DecidedPart {
  readonly choice: Choice;
  readonly decided: Decided;
  readonly stage: Stage;
}

/** Why, for somebody who was not there: the reason somebody gave, or what speaks for it. */
function whyOf({ choice, decided }: DecidedPart, wording: Wording): string {
  const [because] = decided.option?.reasons.filter(({ severity }) => severity === "error") ?? [];
  const [reuse] = choice.alone[0]?.reasons ?? [];
  if (decided.reason) return decided.reason;
  // What nothing refuses goes because the plan weighed it so.
  if (decided.by === "plan" && because === undefined && choice.alone[0]?.allowed !== false) return "By the plan agreed on."; // prettier-ignore
  const found = because ?? reuse ?? choice.proposal.reasons[0];
  return found ? sayProblem(found, wording) : "";
}

/** What a part is used again on: what was measured, checked and looked at. */
function provenBy({ choice: { part, needs } }: DecidedPart, { crack, findings }: Assessment): string {
  const lines = part ? (findings.byPart.get(part.id)?.lines ?? []) : [];
  const said = [
    ...(needs.some(({ row }) => row.measured > 0) ? ["measured"] : []),
    ...(part && crack.byPart.get(part.id)?.isChecked ? ["checked for cracks"] : []),
    ...(lines.some(({ grade }) => grade !== null) ? ["looked over"] : []),
  ];
  return said.length > 0 ? said.join(", ") : "by word alone";
}

/** Parts of one kind by their labels: “Pistons 1, 2, 5”. */
const sayParts = (parts: readonly DecidedPart[]): string =>
  parts.length === 1
    ? capital(parts[0]!.choice.slot.name)
    : `${capital(parts[0]!.choice.partClass.name)} ${parts.map(({ choice }) => choice.slot.label).join(", ")}`;

/** What is done and what is to be done, each as far as it is; and what is used again, on what evidence. */
function work(parts: readonly DecidedPart[], assessment: Assessment, wording: Wording): Content[] {
  const rows = doneTo.flatMap((disposition) => {
    const of = parts.filter(({ decided }) => decided.wanted.disposition === disposition);
    // Alike by kind, by how far it is and by why: the owner reads it once.
    const alike = groupBy(of, (each) => `${each.choice.partClass.id} ${each.stage} ${sayDecided(each.decided)} ${each.decided.reason ?? ""}`); // prettier-ignore
    return [...alike.values()].map((same): TableCell[] => [
      { text: soFar[disposition as keyof typeof soFar][same[0]!.stage] ?? "", color: quiet },
      { text: sayParts(same), bold: true },
      { text: disposition === "rework" ? `${sayDecided(same[0]!.decided)}. ${whyOf(same[0]!, wording)}` : whyOf(same[0]!, wording) }, // prettier-ignore
    ]);
  });
  const stays = parts.filter(({ decided }) => ["reuse", "clean"].includes(decided.wanted.disposition));
  const ready = stays.filter(({ stage }) => stage === "ready");
  const kinds = [...groupBy(ready, (each) => `${each.choice.partClass.id} ${provenBy(each, assessment)}`).values()].map(
    (same) => `${sayParts(same)} (${provenBy(same[0]!, assessment)})`,
  );
  const notYet = [...groupBy(stays.filter(({ stage }) => stage !== "ready"), ({ choice }) => choice.partClass.id).values()].map((same) => sayParts(same)); // prettier-ignore
  const more = rows.length - most.kinds;
  const listed = (all: readonly string[]) => `${all.slice(0, 24).join("; ")}${all.length > 24 ? `; and ${all.length - 24} kinds more` : ""}.`; // prettier-ignore
  return [
    ...(rows.length > 0
      ? [
          heading("What is done to it, and how far that is"),
          { layout: tableLayout, table: { headerRows: 1, widths: [95, 125, "*"], body: [["", "part", "why"].map(th), ...rows.slice(0, most.kinds)] } }, // prettier-ignore
          ...(more > 0 ? [{ text: `And ${many(more, "line")} more: see the technical record.`, color: quiet }] : []),
        ]
      : []),
    ...(kinds.length > 0 ? [heading("What is used again, and on what evidence"), { text: listed(kinds) }] : []),
    ...(notYet.length > 0 ? [heading("What is to be used again once it is proven"), { text: listed(notYet) }] : []),
  ];
}

const watchedCodes: ReadonlySet<string> = new Set(["crack-watched", "used-on-used", "seen-tells", "tested-tells", "known-tells"]); // prettier-ignore

/** What stays in the engine and is to be looked at again. */
function watched(parts: readonly DecidedPart[], { endurance, order }: Assessment, wording: Wording): Content[] {
  const lines = parts.flatMap(({ choice, decided }) => {
    if (!["reuse", "clean", "rework"].includes(decided.wanted.disposition)) return [];
    const name = capital(choice.slot.name);
    const said = (decided.option?.reasons ?? [])
      .filter(({ code }) => watchedCodes.has(code))
      .map((found) => `${name}: ${sayProblem(found, wording)}`);
    const least = Math.min(
      1,
      ...choice.needs.flatMap(({ row }) => {
        const found = endurance.get(row.row.id);
        return found ? [found.probability ?? found.low] : [];
      }),
    );
    const wears =
      order.hoursWanted !== null && decided.wanted.disposition !== "rework" && least < 0.9
        ? [`${name}: reaches ${grouped(order.hoursWanted)} h with ${percent(least)} by how it has worn so far.`]
        : [];
    return [...said.slice(0, 1), ...wears];
  });
  const distinct = [...new Set(lines)];
  const more = distinct.length - most.watched;
  return distinct.length === 0
    ? []
    : [
        heading("What to watch"),
        { ul: [...distinct.slice(0, most.watched), ...(more > 0 ? [`And ${many(more, "part")} more, in the technical record.`] : [])] }, // prettier-ignore
      ];
}

/** What it comes to by what was decided, the work included, and what is not in it. */
export function sayLedger({ lines, total, unpriced, undecided }: Ledger, currency: string | null): string {
  const committed = moneyOfLines(lines.filter(({ state }) => state === "committed"));
  const without = [
    unpriced > 0 ? `${many(unpriced, "line")} without a price` : "",
    undecided > 0 ? `${many(undecided, "part")} not decided` : "",
  ].filter(Boolean);
  return `By what is decided it comes to about ${sayAmount(total.likely / minorUnits, currency)} (${sayMoney(total, currency)}), work included; ${sayMoney(committed, currency)} of it is ordered or done.${without.length > 0 ? ` Not in it: ${without.join(" and ")}.` : ""}`; // prettier-ignore
}

/**
 * What it costs against what was agreed, and what the owner did not want.
 *
 * @param ledger  what it comes to by what is decided; null where that is told elsewhere
 */
export function money({ intake, job, order }: Assessment, ledger: Ledger | null): Content[] {
  const { lines, total, approved } = intake.costEstimates;
  const currency = order.settings?.currency ?? null;
  const word = { estimate: "Estimate", change: "Change" } as const;
  const body = lines.map(({ estimate, approval }): TableCell[] => [
    { text: word[estimate.kind], color: quiet },
    { text: estimate.words },
    { text: approval ? `${approval.agreed ? "agreed" : "refused"} by ${approval.by}, ${dayOf({ order })(approval.on)}, ${saidHowWords[approval.how]}` : "not answered yet" }, // prettier-ignore
    { text: sayAmount(estimate.amount, currency), alignment: "right" },
  ]);
  const tax = order.settings?.tax;
  return [
    ...(body.length > 0
      ? [
          heading("What it costs"),
          { layout: tableLayout, table: { headerRows: 1, widths: [55, "*", 170, 70], body: [["", "what", "owner", "amount"].map(th), ...body] } }, // prettier-ignore
          {
            text: `In all ${sayAmount(total, currency)}, of which ${sayAmount(approved, currency)} are agreed.${tax ? ` ${tax.name} of ${tax.percent} % comes to ${sayAmount((total * tax.percent) / 100, currency)} on top.` : ""}`, // prettier-ignore
            margin: [0, 3, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...(ledger && ledger.lines.length > 0 ? [{ text: sayLedger(ledger, currency), margin: [0, 3, 0, 0] as [number, number, number, number] }] : []), // prettier-ignore
    ...(ledger && job.payments.length > 0 ? [{ text: `Paid so far: ${sayExact(paidSoFar(job), currency)}.`, margin: [0, 3, 0, 0] as [number, number, number, number] }] : []), // prettier-ignore
    ...(job.declined.length > 0
      ? [
          heading("What the owner did not want done"),
          { ul: job.declined.map(({ what, warning, by, on }) => `${capital(what)}. Told beforehand: ${warning} Declined by ${by} on ${dayOf({ order })(on)}.`) }, // prettier-ignore
        ]
      : []),
  ];
}

/** What became of old parts. */
function oldParts(parts: readonly DecidedPart[], { job, order }: Assessment): Content[] {
  const kept = parts.filter(({ decided }) => decided.wanted.disposition === "keep").length;
  const of = (made: "destroyed" | "marked") => job.scrapped.filter((each) => each.made === made).length;
  const [destroyed, marked, returned] = [of("destroyed"), of("marked"), job.coresReturned.length];
  const lines = [
    ...(destroyed > 0 ? [`${many(destroyed, "part")} destroyed, so that nobody fits ${destroyed === 1 ? "it" : "them"} again`] : []), // prettier-ignore
    ...(marked > 0 ? [`${many(marked, "part")} marked as scrap`] : []),
    ...(returned > 0 ? [`${many(returned, "old part")} sent in for a deposit`] : []),
    ...(kept > 0 ? [`${many(kept, "part")} kept for another engine`] : []),
  ];
  const goes = parts.filter(({ decided }) => ["replace", "upgrade"].includes(decided.wanted.disposition)).length;
  const [wish, ...others] = job.oldParts;
  const agreed =
    wish && others.length === 0
      ? `As the owner wants it they are ${oldPartsWords[wish.wish]}: ${wish.by}, ${dayOf({ order })(wish.on)}, ${howWords[wish.how]}.`
      : goes > 0
        ? "What the owner wants done with them is not written down."
        : "";
  return lines.length > 0 || agreed
    ? [heading("Old parts"), { text: [lines.length > 0 ? `${capital(lines.join("; "))}. ` : "", agreed] }]
    : [];
}

/** Where it stands, in a few sentences. */
function inShort({ holds, job }: Assessment, states: PlaceStates): Content {
  const counts = countStages(states);
  const said = stages.flatMap((stage) => (counts.has(stage) ? [`${counts.get(stage)} ${ownerStageWords[stage]}`] : []));
  const plan = job.plans.at(-1)?.terms;
  const over = standingHandOver(job);
  return {
    text: [
      `Of ${many(states.size, "part")}: ${said.reverse().join(", ")}. `,
      ...(plan ? [`By the plan agreed on it runs ${grouped(plan.hours)} h with ${percent(plan.chance)}. `] : []), // prettier-ignore
      ...(holds.length > 0 && over === null ? [{ text: `${many(holds.length, "thing")} still ${holds.length === 1 ? "stands" : "stand"} in the way of handing it over.`, bold: true }] : []), // prettier-ignore
    ],
    margin: [0, 8, 0, 0],
  };
}

/** How it left, and what was open then: what was not done is said. */
function left(assessment: Assessment): Content[] {
  const over = standingHandOver(assessment.job);
  if (!over) return [signatures];
  const { outcome, past, word, to, at } = over;
  const day = dayOf(assessment);
  return [
    ...(past.length > 0
      ? [
          heading("What was not done, and is known to be open"),
          { ul: past.map(({ is, count, why }) => `${gateWords[is]}: ${count}${why === null ? "" : `. ${why}`}`) },
        ]
      : []),
    {
      text: `${outcome === null ? "Handed over" : outcomeWords[outcome].name}: to ${to} on ${day(at)}.${word ? ` ${word.by} was told that it may not be run, ${howWords[word.how]} on ${day(word.on)}.` : ""}`, // prettier-ignore
      margin: [0, 12, 0, 0],
      bold: true,
    },
  ];
}

/** How it was identified, in a sentence; nothing where nobody looked. */
function sayIdentified({ identity, job }: Assessment, { pack }: CompiledPack): string {
  if (!identity) return "";
  const told = job.header?.engine.number ?? null;
  const plain = (text: string) => text.toUpperCase().replace(/[^A-Z0-9]+/gu, "");
  const read = identity.places.flatMap(({ read: all }) => all.map(({ text }) => text));
  const others = told === null ? [] : read.filter((text) => plain(text) !== plain(told));
  const differs = others.length > 0 ? `It came as No. ${told}; on it stands ${[...new Set(others)].join(", ")}. ` : "";
  const isSaid =
    identity.places.some(({ read }) => read.length > 0) || identity.tells.some(({ answer }) => answer !== null);
  const { variant, probability } = identity.likeliest;
  const name = pack.variants.find(({ id }) => id === variant)?.name ?? variant;
  return isSaid
    ? `${differs}By its numbers and what was seen of it this is ${name}, ${percent(probability)} sure.`
    : "";
}

const photoWidth = 245;

/**
 * The report for the owner: what was found and why it failed, what was done on what evidence, what to watch, what it costs, who
 * signed. A few pages at most; a section whose judgement does not exist yet is left out.
 */
export function ownerReport(
  pack: CompiledPack,
  assessment: Assessment,
  photos: readonly OwnerPhoto[],
  owner: string | null = null,
): TDocumentDefinitions {
  const { job } = assessment;
  const name = job.header?.name ?? "Engine";
  const unit = unitById(job.header?.unit ?? "mm")!;
  const wording = wordingOf(pack, assessment, unit, "short");
  const states = statesOfPlaces(pack, assessment);
  const parts = [...states.values()].flatMap(({ choice, stage }): DecidedPart[] => {
    const decided = decidedOn(choice);
    return decided?.unsettled === null && stage !== "held" ? [{ choice, decided, stage }] : [];
  });
  const shown = photos.slice(0, most.photos);
  const cautions = assessment.cautions.filter(({ station }) => station === "decide" || station === "hand-over");
  return {
    ...sheetOf(`Report: ${name}`, name),
    content: [
      ...letterhead(pack, assessment, owner),
      { text: sayIdentified(assessment, pack), color: quiet, margin: [0, 2, 0, 0] },
      inShort(assessment, states),
      ...cause(assessment, wording, true),
      ...(shown.length > 0
        ? [
            {
              columns: [0, 1].map((side) => ({
                width: photoWidth,
                stack: shown.flatMap(({ jpeg, words, of }, at): Content[] =>
                  at % 2 === side
                    ? [
                        { image: imageOf({ jpeg }), fit: [photoWidth, 150], margin: [0, 6, 0, 1] }, // prettier-ignore
                        { text: [words, of].filter(Boolean).join(" · "), color: quiet, fontSize: 7.5 },
                      ]
                    : [],
                ),
              })),
              columnGap: 20,
            },
          ]
        : []),
      ...work(parts, assessment, wording),
      ...watched(parts, assessment, wording),
      ...money(assessment, ledgerOf(pack, assessment, buysOfJob(pack, assessment))),
      ...oldParts(parts, assessment),
      ...(cautions.length > 0
        ? [heading("Cautions"), { ul: cautions.map(({ text }) => text), color: quiet, fontSize: 8 }]
        : []),
      ...left(assessment),
    ],
  };
}
