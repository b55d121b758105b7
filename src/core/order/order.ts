import type { Job } from "../entry/fold";
import { Notes } from "../entry/notes";
import { decisionRules, ShopSettings, type DecisionRule, type Payload } from "../entry/schema";
import { judgement } from "../judgement";
import type { JobSituation } from "../pack/conditions";
import { keptBeside } from "../same";
import type { CompiledPack } from "../pack/compile-pack";
import type { lifeUnits } from "../pack/life-units";

/** What the engine goes into. Null is unknown. */
export interface Application {
  /** The kind that cautions and conditions speak of. */
  readonly kind: string | null;
  /** What it goes into, in a word or two. */
  readonly name: string | null;
  /** The same with all that was asked of it. */
  readonly words: string | null;
}

export const bearers = ["owner", "shop"] as const;
export type Bearer = (typeof bearers)[number];

/** What is ordered: as the job was opened, and as Intake has it since. Null is unknown. */
export interface Order {
  readonly notes: Notes;
  readonly hoursWanted: number | null;
  /** The same in whatever lives are counted in. */
  readonly wanted: Readonly<Record<(typeof lifeUnits)[number], number | null>>;
  /** The least chance to run the hours wanted that the owner takes, from 0 to 1. */
  readonly chanceWanted: number | null;
  readonly budget: number | null;
  readonly wantedBy: string | null;
  /** What a day without the engine costs its owner. */
  readonly dayRate: number | null;
  /** Who bears what is done over, and the days it stands still. */
  readonly redoBorneBy: Bearer | null;
  readonly idleBorneBy: Bearer | null;
  /** How far the shop may go beyond the estimate before it asks again. */
  readonly askAbove: number | null;
  /** Whether the engine is used under a certificate, or carries passengers. */
  readonly certified: boolean | null;
  readonly rule: DecisionRule;
  readonly application: Application;
  /** The variant that a person said it is; never one that is only likely. */
  readonly variant: string | null;
  /** How the shop works where practitioners differ: the option by school, null where nobody chose. */
  readonly schools: ReadonlyMap<string, string | null>;
  /** What the shop counts and works by, as this job took it last; null where it took nothing yet. */
  readonly settings: ShopSettings | null;
  /** How long parts of a class last by the shop's own, where this job goes by that. */
  readonly lives: ReadonlyMap<string, Payload<"lives-adopted">["classes"][number]>;
}

const keptSituations = keptBeside<Order, JobSituation>();

/** What conditions of a pack are held against in this job. */
export const jobSituation = (order: Order): JobSituation =>
  keptSituations(order, [], () => ({
    variant: order.variant,
    application: order.application.kind,
    schools: order.schools,
  }));

export const orderItems = [
  "hours-wanted",
  "kilometres-wanted",
  "cycles-wanted",
  "chance-wanted",
  "budget",
  "wanted-by",
  "day-rate",
  "redo-borne-by",
  "idle-borne-by",
  "ask-above",
  "certified",
  "decision-rule",
] as const;
/** What is asked of an order: kilometres and cycles only where a life is counted in them. */
export const orderItemsOf = ({ pack }: CompiledPack) =>
  orderItems.filter((item) => {
    const counted = (["kilometres", "cycles"] as const).find((unit) => item === `${unit}-wanted`);
    return counted === undefined || pack.classes.some(({ life }) => life?.[counted] !== undefined);
  });
type OrderItem = (typeof orderItems)[number] | "variant";

const numberOrNull = (value: unknown) => (typeof value === "number" ? value : null);
const amountOrNull = (value: unknown) => (typeof value === "number" && value >= 0 ? value : null);
/** What was noted in percent, as a share; what is none is not known. */
const shareOf = (value: unknown) => (typeof value === "number" && value > 0 && value < 100 ? value / 100 : null);
const bearerOf = (value: unknown) => bearers.find((each) => each === value) ?? null;
const textOrNull = (value: unknown) => (typeof value === "string" ? value : null);

function applicationOf({ pack }: CompiledPack, { header }: Pick<Job, "header">, notes: Notes): Application {
  const chosen = (pack.intake?.questions ?? []).flatMap(({ id, options }) => {
    const answer = notes.value("application", id);
    return options.filter((option) => option.id === answer);
  });
  const into = chosen.find((option) => option.application !== undefined);
  return {
    kind: into?.application ?? header?.application.kind ?? null,
    name: into?.name ?? header?.application.words ?? null,
    words: chosen.length > 0 ? chosen.map(({ name }) => name).join(", ") : (header?.application.words ?? null),
  };
}

/** What was said of this job comes first, disagreement and "nobody knows" included; then what the shop does. */
function schoolsOf({ pack }: CompiledPack, notes: Notes, settings: Order["settings"]): Order["schools"] {
  const usual = settings?.schools?.filter((each) => each.pack === pack.id) ?? [];
  return new Map(
    pack.intake?.schools.map(({ id, options }) => {
      if (notes.about("school", id).length > 0) return [id, textOrNull(notes.value("school", id))];
      const option = usual.find(({ school }) => school === id)?.option;
      return [id, options.find((each) => each.id === option)?.id ?? null];
    }),
  );
}

/**
 * The one order of a job, for whoever asks: what was said at Intake comes before what was known when it was opened.
 *
 * @param job  its header and what was noted at Intake
 * @returns    null wherever nobody knows, never a zero for want of a figure
 */
export function assessOrder(pack: CompiledPack, job: Pick<Job, "header" | "notes" | "settings" | "livesTaken">): Order {
  const { header } = job;
  const notes = new Notes(job.notes);
  const noted = (item: OrderItem) => notes.value("order", item);
  const or = <T>(item: OrderItem, take: (value: unknown) => T, before: T): T =>
    noted(item) === undefined ? before : take(noted(item));
  const rule = noted("decision-rule");
  const certified = noted("certified");
  const settings = job.settings.at(-1)?.settings ?? null;
  const hoursWanted = amountOrNull(or("hours-wanted", numberOrNull, header?.hoursWanted ?? null));
  return {
    notes,
    hoursWanted,
    wanted: {
      hours: hoursWanted,
      kilometres: amountOrNull(noted("kilometres-wanted")),
      cycles: amountOrNull(noted("cycles-wanted")),
    },
    chanceWanted: shareOf(noted("chance-wanted")),
    budget: amountOrNull(or("budget", numberOrNull, header?.budget ?? null)),
    wantedBy: or("wanted-by", textOrNull, header?.wantedBy ?? null),
    dayRate: amountOrNull(noted("day-rate")),
    redoBorneBy: bearerOf(noted("redo-borne-by")),
    idleBorneBy: bearerOf(noted("idle-borne-by")),
    askAbove: amountOrNull(noted("ask-above")),
    certified: typeof certified === "boolean" ? certified : null,
    rule: decisionRules.find((each) => each === rule) ?? header?.decisionRule ?? "simple",
    application: applicationOf(pack, job, notes),
    variant: or("variant", textOrNull, header?.engine.variant ?? null),
    schools: schoolsOf(pack, notes, settings),
    settings,
    lives: livesOf(job.livesTaken),
  };
}

const livesOf = (taken: Job["livesTaken"]): Order["lives"] => {
  const last = taken.at(-1);
  return new Map(last?.on ? last.classes.map((each) => [each.class, each]) : []);
};

export const orderJudgement = judgement({
  lists: ["header", "notes", "settings", "livesTaken"],
  needs: [],
  assess: assessOrder,
  problems: () => [],
});
