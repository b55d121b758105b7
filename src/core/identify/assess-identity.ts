import type { Job, Signed } from "../entry/fold";
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
  { order: { certified } }: { readonly order: Pick<Order, "certified"> },
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

/** A variant is known once it is as sure as it matters. */
const sureEnough = 0.95;

export const identifyJudgement = judgement({
  lists: ["numbers", "tells", "contradictionsSigned"],
  needs: ["order"],
  assess: assessIdentity,
  problems: (identity) => identity?.problems ?? [],
  stations: {
    identify: (identity) =>
      identity && {
        done:
          identity.places.filter(({ read }) => read.length === 1).length +
          (identity.likeliest.probability >= sureEnough ? 1 : 0),
        total: identity.places.length + 1,
      },
  },
});
