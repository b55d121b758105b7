import type { Assessment } from "../assessment";
import type { Hold } from "../holds";
import { thingsOf, type ThingHere } from "../money/account";
import type { CompiledPack } from "../pack/compile-pack";
import type { Station } from "../stations";
import type { GateKind } from "../entry/outcomes";
import { isDecided, isReady, statesOfPlaces, type PlaceState } from "../state/state-of-places";

export interface GateLine {
  readonly is: GateKind;
  /** Where it is settled first. */
  readonly station: Station;
  readonly places: readonly PlaceState[];
  readonly holds: readonly Hold[];
  /** What came with the engine and is still here. */
  readonly things: readonly ThingHere[];
  readonly count: number;
  /** Somebody may be hurt by it: whatever reason is given, it bars a release to run. */
  readonly hurts: boolean;
}

export interface Gate {
  /** What is open, the gravest first; empty where nothing is. */
  readonly lines: readonly GateLine[];
  /** It may not be released to run, whatever reason is given. */
  readonly isBarred: boolean;
}

const hurtsIn = (places: readonly PlaceState[]) => places.some(({ choice }) => choice.partClass.rule !== undefined);

/**
 * What stands between an engine and its way out: every hold, and every place that is not ready, each once.
 *
 * @param pack  the pack the assessment was made by
 */
export function gateOf(pack: CompiledPack, assessment: Assessment): Gate {
  const places = [...statesOfPlaces(pack, assessment).values()].filter((place) => !isReady(place));
  const holdsOf = (kind: Hold["kind"]) => assessment.holds.filter((hold) => hold.kind === kind);
  const ofPlaces = (is: "undecided" | "held" | "undone", station: Station, of: readonly PlaceState[]): GateLine => ({ is, station, places: of, holds: [], things: [], count: of.length, hurts: hurtsIn(of) }); // prettier-ignore
  const ofHolds = (is: "danger" | "debt" | "unknown"): GateLine => {
    const holds = holdsOf(is);
    return { is, station: holds[0]?.settledAt ?? "hand-over", places: [], holds, things: [], count: holds.length, hurts: is === "danger" }; // prettier-ignore
  };
  const ofThings = (things: readonly ThingHere[]): GateLine => {
    const here = things.filter((thing) => thing.here > 0);
    return { is: "not-returned", station: "hand-over", places: [], holds: [], things: here, count: here.length, hurts: false }; // prettier-ignore
  };
  const isUndone = (place: PlaceState) => isDecided(place);
  const undone = places.filter(isUndone);
  const lines = [
    ofHolds("danger"),
    ofPlaces(
      "undecided",
      "decide",
      places.filter((place) => !isUndone(place) && place.stage !== "held"),
    ),
    ofPlaces(
      "held",
      "decide",
      places.filter(({ stage }) => stage === "held"),
    ),
    ofPlaces("undone", undone.some(({ waits }) => waits.some(({ is }) => is === "measuring-again")) ? "measure" : "order", undone), // prettier-ignore
    ofHolds("debt"),
    ofHolds("unknown"),
    ofThings(thingsOf(assessment.job)),
  ].filter(({ count }) => count > 0);
  return { lines, isBarred: lines.some(({ hurts }) => hurts) };
}
