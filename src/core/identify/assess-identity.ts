import { z } from "zod";
import type { Job, Signed } from "../entry/fold";
import { FoundJson, foundJson } from "../json-parts";
import { judgement } from "../judgement";
import type { Order } from "../order/order";
import type { CompiledPack } from "../pack/compile-pack";
import type { Identity, Tell } from "../pack/schema";
import { problem, type Problem } from "../problem/problem";
import { readNumber, type NumberReading } from "./decode-number";
import { posterior, rankChecks, type Evidence, type NextCheck, type Posterior } from "./posterior";

export interface PlaceResult {
  readonly place: Identity["places"][number];
  /** More than one where two people read it at once. */
  readonly read: readonly Signed<"number-read">[];
  readonly reading: NumberReading | null;
  /** The variant it says the engine was built as; null where it says none, or several. */
  readonly says: string | null;
}

export interface TellResult {
  readonly tell: Tell;
  /** More than one where two people answered at once: then it counts for nothing. */
  readonly answers: readonly Signed<"tell-answered">[];
  readonly answer: string | null;
}

export interface IdentityResult {
  readonly places: readonly PlaceResult[];
  readonly tells: readonly TellResult[];
  readonly posterior: Posterior;
  readonly likeliest: { readonly variant: string; readonly probability: number };
  readonly next: readonly NextCheck[];
  /** Places that disagree, or evidence that only a story explains. */
  readonly contradiction: boolean;
  readonly signed: readonly Signed<"contradiction-signed">[];
  readonly problems: readonly Problem[];
}

/** Below this the plain truth no longer explains what was seen better than something that happened to the engine. */
const honestEnough = 0.5;

type Read = Pick<Job, "numbers" | "tells" | "contradictionsSigned">;

function placeResult(place: Identity["places"][number], job: Read): PlaceResult {
  const read = job.numbers.filter((number) => number.place === place.id);
  const reading = read.length === 1 ? readNumber(read[0]!.text, place) : null;
  const said = [...new Set(reading?.decoded.flatMap((decoded) => decoded.variant?.built ?? []) ?? [])];
  return { place, read, reading, says: said.length === 1 ? said[0]! : null };
}

function tellResult(tell: Tell, job: Read): TellResult {
  const answers = job.tells.filter((answer) => answer.tell === tell.id);
  return { tell, answers, answer: answers.length === 1 ? answers[0]!.answer : null };
}

/** What engine this really is, from what was read and seen; null where the pack knows no numbers and no tells. */
export function assessIdentity(
  { pack }: CompiledPack,
  job: Read,
  { certified }: Pick<Order, "certified">,
): IdentityResult | null {
  const { identity } = pack;
  if (!identity) return null;
  const places = identity.places.map((place) => placeResult(place, job));
  const tells = identity.tells.map((tell) => tellResult(tell, job));
  const evidence: Evidence = {
    places: new Map(places.flatMap(({ place, says }) => (says ? [[place.id, says] as const] : []))),
    tells: new Map(tells.flatMap(({ tell, answer }) => (answer ? [[tell.id, answer] as const] : []))),
    numbers: new Map(
      places.flatMap(({ place, reading }) => (reading?.plain ? [[place.id, reading.plain] as const] : [])),
    ),
  };
  const found = posterior(identity, evidence);
  const [variant, probability] = [...found.variants].reduce((best, each) => (each[1] > best[1] ? each : best));
  const plain = places.flatMap(({ reading }) => (reading && reading.plain !== "" ? [reading.plain] : []));
  const disagree = new Set(plain).size > 1;
  const seen = evidence.places.size + evidence.tells.size > 0;
  const contradiction = disagree || (seen && found.honest < honestEnough);
  const problems = [
    ...places.flatMap(({ place, read }) =>
      read.length > 1
        ? [
            problem("number-read-twice", [place.id], {
              place: place.name,
              texts: read.map((each) => each.text).join(", "),
            }),
          ]
        : [],
    ),
    ...tells.flatMap(({ tell, answers }) =>
      answers.length > 1 ? [problem("tell-answered-twice", [tell.id], { tell: tell.name, count: answers.length })] : [],
    ),
    ...places.flatMap(({ place, reading }) =>
      [...(reading?.problems ?? []), ...(reading?.decoded.flatMap((decoded) => decoded.problems) ?? [])].map(
        (each): Problem => ({ ...each, path: [place.id, ...each.path] }),
      ),
    ),
    ...(disagree
      ? [
          problem("places-disagree", [], {
            numbers: places.flatMap(({ place, read }) => read.map((each) => `${place.name} ${each.text}`)).join("; "),
          }),
        ]
      : []),
    ...(contradiction && certified && job.contradictionsSigned.length === 0 ? [problem("contradiction-unsigned")] : []),
  ];
  return {
    places,
    tells,
    posterior: found,
    likeliest: { variant, probability },
    problems,
    // One that cannot be seen, or that two people see differently, is not asked for again.
    next: rankChecks(identity, evidence).filter(
      ({ tell }) => !tells.some((each) => each.tell === tell && each.answers.length > 0),
    ),
    contradiction,
    signed: job.contradictionsSigned,
  };
}

const placeJson = ({ place, read, reading }: PlaceResult) => ({
  place: place.id,
  texts: read.map(({ text }) => text),
  decoded: (reading?.decoded ?? []).map(({ rule, serial, built, variant, revisions }) => ({
    rule: rule.id,
    serial,
    builtFrom: built?.from ?? null,
    builtTo: built?.to ?? null,
    shift: built?.shift ?? null,
    time: built?.time ?? null,
    asBuilt: variant?.built ?? null,
    byNow: variant?.now ?? null,
    revisions: revisions.map(({ part, revision, orElse }) => ({ part, revision, orElse })),
  })),
  lookAlikes: reading?.lookAlikes.map(({ plain }) => plain) ?? [],
});

/** A variant is known once it is as sure as it matters. */
const sureEnough = 0.95;

export const identifyJudgement = judgement({
  reads: ["numbers", "tells", "contradictionsSigned"],
  assess: assessIdentity,
  problems: (identity) => identity?.problems ?? [],
  progress: (identity) =>
    identity && {
      done:
        identity.places.filter(({ read }) => read.length === 1).length +
        (identity.likeliest.probability >= sureEnough ? 1 : 0),
      total: identity.places.length + 1,
    },
  json: {
    /** Probability of each variant, likeliest stories, and the check to make next; null where the pack tells no variants apart. */
    shape: {
      identity: z
        .strictObject({
          variants: z.record(z.string(), z.number()),
          honest: z.number(),
          contradiction: z.boolean(),
          stories: z.array(
            z.strictObject({ story: z.string().nullable(), variant: z.string(), probability: z.number() }),
          ),
          next: z.strictObject({ tell: z.string(), bits: z.number(), bitsPerMinute: z.number() }).nullable(),
          /** What stands at each place, and what it says by each rule that it fits. */
          places: z.array(
            z.strictObject({
              place: z.string(),
              texts: z.array(z.string()),
              decoded: z.array(
                z.strictObject({
                  rule: z.string(),
                  serial: z.number().nullable(),
                  builtFrom: z.string().nullable(),
                  builtTo: z.string().nullable(),
                  shift: z.number().nullable(),
                  time: z.string().nullable(),
                  asBuilt: z.string().nullable(),
                  byNow: z.string().nullable(),
                  revisions: z.array(
                    z.strictObject({ part: z.string(), revision: z.string(), orElse: z.string().nullable() }),
                  ),
                }),
              ),
              lookAlikes: z.array(z.string()),
            }),
          ),
          problems: z.array(FoundJson),
          signed: z.array(z.strictObject({ entry: z.string(), variant: z.string(), why: z.string() })),
        })
        .nullable(),
    },
    of: (identity) => {
      if (!identity) return { identity: null };
      const { posterior: found, contradiction, next, places, problems, signed } = identity;
      return {
        identity: {
          variants: Object.fromEntries(found.variants),
          honest: found.honest,
          contradiction,
          stories: found.stories
            .slice(0, 5)
            .map(({ id, variant, probability }) => ({ story: id, variant, probability })),
          next: next[0] ? { tell: next[0].tell.id, bits: next[0].bits, bitsPerMinute: next[0].bitsPerMinute } : null,
          places: places.map(placeJson),
          problems: problems.map(foundJson),
          signed: signed.map(({ id, variant, why }) => ({ entry: id, variant, why })),
        },
      };
    },
  },
});
