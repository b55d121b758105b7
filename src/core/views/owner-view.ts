import { nodeId } from "../causes/unfold";
import { variantOf, type Assessment } from "../assessment";
import { dayIn } from "../entry/clock";
import { standingHandOver } from "../entry/visit";
import type { Progress } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
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

/** What an owner may see of a job. */
export function ownerViewOf(pack: CompiledPack, assessment: Assessment, withReport: boolean): OwnerView {
  const { header } = assessment.job;
  const over = standingHandOver(assessment.job);
  const { schedule } = orderOfJob(pack, assessment);
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
