import { nodeId } from "../causes/unfold";
import { variantOf, type Assessment } from "../assessment";
import { dayIn } from "../entry/clock";
import { standingHandOver } from "../entry/visit";
import type { Progress } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import { accountOf, thingsOf, type Account, type ThingHere } from "../money/account";
import { ledgerOf, moneyKinds, moneyOfLines, type Ledger, type MoneyKind } from "../money/ledger";
import type { Money } from "../option/price-option";
import { orderOfJob } from "../ordering/order-of-job";
import { photosForOwner } from "../photo/photos";
import { countStages, stages, statesOfPlaces, type Stage } from "../state/state-of-places";
import { stations, type Station } from "../stations";

/** All that an owner's link may show; what is not named here it does not. */
export interface OwnerView {
  readonly name: string;
  readonly engine: string;
  readonly number: string | null;
  readonly wantedBy: string | null;
  readonly progress: readonly { readonly station: Station; readonly progress: Progress }[];
  /** How many of its parts are how far. */
  readonly parts: readonly { readonly stage: Stage; readonly count: number }[];
  /** The estimate and the changes to it, each with what the owner said; null where it waits for that. */
  readonly estimates: readonly {
    readonly id: string;
    readonly kind: "estimate" | "change";
    readonly amount: number;
    readonly words: string;
    readonly answer: { readonly agreed: boolean; readonly by: string; readonly on: string } | null;
  }[];
  /** What it comes to by what is decided, and how shop and owner stand, in minor units; null while nothing costs anything. */
  readonly money: {
    readonly kinds: readonly { readonly is: MoneyKind; readonly amount: Money }[];
    readonly total: Money;
    readonly undecided: number;
    readonly account: Account;
  } | null;
  /** What came with the engine, and how much of it is still at the shop. */
  readonly things: readonly ThingHere[];
  readonly currency: string | null;
  readonly tax: { readonly name: string; readonly percent: number } | null;
  readonly shop: { readonly name: string; readonly address: string } | null;
  /** What failed first, as a sentence each; nothing while it is not settled. */
  readonly causes: readonly string[];
  readonly handedOver: string | null;
  /** The days it is ready, half of the times and nine in ten; null where nobody can tell, and once it is gone. */
  readonly ready: { readonly likely: string; readonly safe: string } | null;
  readonly withReport: boolean;
  /** Only those that were chosen for the owner. */
  readonly photos: readonly { readonly photo: string; readonly words: string | null; readonly of: string | null }[];
}

const toldCauses = ({ diagnosis: { network, settlement } }: Assessment): readonly string[] =>
  (settlement?.causes ?? []).flatMap(({ cause, place }) => {
    const node = network?.of.get(nodeId(cause, place));
    return node?.kind === "cause" ? [node.item.tells] : [];
  });

const moneyFor = (assessment: Assessment, ledger: Ledger): OwnerView["money"] =>
  ledger.lines.length === 0
    ? null
    : {
        kinds: moneyKinds.flatMap((is) => {
          const of = ledger.lines.filter((line) => line.is === is);
          return of.length > 0 ? [{ is, amount: moneyOfLines(of) }] : [];
        }),
        total: ledger.total,
        undecided: ledger.undecided,
        account: accountOf(assessment, ledger),
      };

/** What an owner may see of a job. */
export function ownerViewOf(pack: CompiledPack, assessment: Assessment, withReport: boolean): OwnerView {
  const { header } = assessment.job;
  const over = standingHandOver(assessment.job);
  const order = orderOfJob(pack, assessment);
  const { schedule } = order;
  const counts = countStages(statesOfPlaces(pack, assessment));
  const nameOfPart = (id: string | null) => {
    const slot = id && assessment.job.parts.get(id)?.slot;
    return slot ? (pack.slots.get(slot)?.name ?? null) : null;
  };
  return {
    name: header?.name ?? "Engine",
    engine: [pack.pack.family, variantOf(pack, assessment)?.name].filter(Boolean).join(", "),
    number: header?.engine.number ?? null,
    wantedBy: assessment.order.wantedBy,
    progress: stations.flatMap((station) => {
      const progress = assessment.progress.get(station);
      return progress ? [{ station, progress }] : [];
    }),
    parts: stages.flatMap((stage) => (counts.has(stage) ? [{ stage, count: counts.get(stage)! }] : [])),
    estimates: assessment.intake.costEstimates.lines.map(({ estimate: { id, kind, amount, words }, approval }) => ({
      id,
      kind,
      amount,
      words,
      answer: approval && { agreed: approval.agreed, by: approval.by, on: approval.on },
    })),
    money: moneyFor(assessment, ledgerOf(pack, assessment, order)),
    things: thingsOf(assessment.job),
    currency: assessment.order.settings?.currency ?? null,
    tax: assessment.order.settings?.tax ?? null,
    shop: assessment.order.settings?.shop ?? null,
    causes: assessment.diagnosis.gate === "settled" ? toldCauses(assessment) : [],
    ready: schedule && !over ? { likely: schedule.likely, safe: schedule.safe } : null,
    handedOver: over && dayIn(over.at, assessment.order.settings?.zone),
    withReport,
    photos: photosForOwner(assessment.job).map(({ photo, words, part }) => ({ photo, words, of: nameOfPart(part) })),
  };
}
