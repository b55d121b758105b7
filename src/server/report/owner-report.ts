import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { Disposition } from "@/core/entry/schema";
import { groupBy } from "@/core/group";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { minorUnits } from "@/core/option/price-option";
import { decidedOn, type Decided } from "@/core/plan/standing";
import type { Choice } from "@/core/option/option";
import { unitById } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayDecided } from "@/words/say-option";
import { sayAmount } from "@/words/say-money";
import { sayProblem, type Wording } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { howWords, oldPartsWords, saidHowWords } from "@/words/words-for";
import {
  cause,
  dayOf,
  heading,
  letterhead,
  quiet,
  sheetOf,
  signatures,
  tableLayout,
  th,
  told,
  wordingOf,
} from "./pieces";

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

/** What is done to parts, what costs most first; those that stay as they are last, in one sentence. */
const doneTo: readonly (readonly [Disposition, done: string, toDo: string])[] = [
  ["replace", "Replaced", "To be replaced"],
  ["upgrade", "Replaced by a better one", "To be replaced by a better one"],
  ["rework", "Made good", "To be made good"],
  ["keep", "Taken out and kept", "To be kept aside"],
];

interface DecidedPart {
  readonly choice: Choice;
  readonly decided: Decided;
}

/** Parts of one kind by their labels: “Pistons 1, 2, 5”. */
const sayParts = (parts: readonly DecidedPart[]): string =>
  parts.length === 1
    ? capital(parts[0]!.choice.slot.name)
    : `${capital(parts[0]!.choice.partClass.name)} ${parts.map(({ choice }) => choice.slot.label).join(", ")}`;

/** What is decided is done once the engine is handed over, and not before. */
function work(parts: readonly DecidedPart[], isOver: boolean, wording: Wording): Content[] {
  const rows = doneTo.flatMap(([disposition, done, toDo]) => {
    const of = parts.filter(({ decided }) => decided.wanted.disposition === disposition);
    // Alike by kind and by why: the owner reads it once.
    const alike = groupBy(of, ({ choice, decided }) => `${choice.partClass.id} ${sayDecided(decided)} ${told(choice, wording).code}`); // prettier-ignore
    return [...alike.values()].map((same, at): TableCell[] => [
      { text: at === 0 ? (isOver ? done : toDo) : "", color: quiet },
      { text: sayParts(same), bold: true },
      { text: disposition === "rework" ? `${sayDecided(same[0]!.decided)}. ${told(same[0]!.choice, wording).why}` : told(same[0]!.choice, wording).why }, // prettier-ignore
    ]);
  });
  const stays = parts.filter(({ decided }) => ["reuse", "clean"].includes(decided.wanted.disposition));
  const kinds = [...groupBy(stays, ({ choice }) => choice.partClass.id).values()].map((same) => sayParts(same));
  const more = rows.length - most.kinds;
  return [
    ...(rows.length > 0
      ? [
          heading(isOver ? "What was done" : "What is to be done"),
          { layout: tableLayout, table: { headerRows: 1, widths: [80, 130, "*"], body: [["", "part", "why"].map(th), ...rows.slice(0, most.kinds)] } }, // prettier-ignore
          ...(more > 0 ? [{ text: `And ${many(more, "line")} more: see the technical record.`, color: quiet }] : []),
        ]
      : []),
    ...(kinds.length > 0
      ? [
          heading(isOver ? "What was used again" : "What is to be used again"),
          { text: `${kinds.slice(0, 24).join("; ")}${kinds.length > 24 ? `; and ${kinds.length - 24} kinds more` : ""}.` }, // prettier-ignore
          { text: "On what evidence stands in the technical record, part by part.", color: quiet }, // prettier-ignore
        ]
      : []),
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

/** What it costs against what was agreed, and what the owner did not want. */
export function money({ intake, job, order }: Assessment): Content[] {
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
function inShort({ choices, holds, job, order }: Assessment, parts: readonly DecidedPart[]): Content {
  const open = choices.length - parts.length;
  const goes = parts.filter(({ decided }) => ["replace", "upgrade"].includes(decided.wanted.disposition)).length;
  const made = parts.filter(({ decided }) => decided.wanted.disposition === "rework").length;
  const stays = parts.filter(({ decided }) => ["reuse", "clean"].includes(decided.wanted.disposition)).length;
  const plan = job.plans.at(-1)?.terms;
  const currency = order.settings?.currency ?? null;
  return {
    text: [
      ...(parts.length > 0
        ? [
            `Decided so far of ${many(choices.length, "part")}: ${goes} to be replaced, ${made} made good, ${stays} used again. `,
          ]
        : ["Nothing is decided yet. "]),
      ...(open > 0 ? [{ text: `${many(open, "part")} still to decide. `, bold: true }] : []),
      ...(plan ? [`By the plan that was adopted it runs ${grouped(plan.hours)} h with ${percent(plan.chance)}, for about ${sayAmount(plan.now / minorUnits, currency)}. `] : []), // prettier-ignore
      ...(holds.length > 0 ? [{ text: `${many(holds.length, "thing")} still ${holds.length === 1 ? "stands" : "stand"} in the way of handing it over.`, bold: true }] : []), // prettier-ignore
    ],
    margin: [0, 8, 0, 0],
  };
}

/** How it was identified, in a sentence; nothing where nobody looked. */
function sayIdentified({ identity }: Assessment, { pack }: CompiledPack): string {
  if (!identity) return "";
  const isSaid =
    identity.places.some(({ read }) => read.length > 0) || identity.tells.some(({ answer }) => answer !== null);
  const { variant, probability } = identity.likeliest;
  const name = pack.variants.find(({ id }) => id === variant)?.name ?? variant;
  return isSaid ? `By its numbers and what was seen of it this is ${name}, ${percent(probability)} sure.` : "";
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
  const parts = assessment.choices.flatMap((choice): DecidedPart[] => {
    const decided = decidedOn(choice);
    return decided?.unsettled === null ? [{ choice, decided }] : [];
  });
  const shown = photos.slice(0, most.photos);
  const cautions = assessment.cautions.filter(({ station }) => station === "decide" || station === "hand-over");
  const handed = job.handOvers.at(-1);
  return {
    ...sheetOf(`Report: ${name}`, name),
    content: [
      ...letterhead(pack, assessment, owner),
      { text: sayIdentified(assessment, pack), color: quiet, margin: [0, 2, 0, 0] },
      inShort(assessment, parts),
      ...cause(assessment, wording),
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
      ...work(parts, handed !== undefined, wording),
      ...watched(parts, assessment, wording),
      ...money(assessment),
      ...oldParts(parts, assessment),
      ...(cautions.length > 0
        ? [heading("Cautions"), { ul: cautions.map(({ text }) => text), color: quiet, fontSize: 8 }]
        : []),
      handed
        ? { text: `Handed over to ${handed.to} on ${dayOf(assessment)(handed.at)}.`, margin: [0, 12, 0, 0], bold: true }
        : signatures,
    ],
  };
}
