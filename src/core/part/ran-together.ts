import type { Job, Part } from "../entry/fold";
import { groupByKeys } from "../group";
import type { CompiledPack } from "../pack/compile-pack";
import type { RelationOf } from "../pack/schema-relations";
import { inPairs, slotsOf } from "../pack/slots-of";

/**
 * Whether two parts ran together before: those that came in this engine by where they lay; what came from elsewhere by what
 * was read of it, and null where nobody read it. Of parts of two engines none did.
 *
 * @param isPair  whether two of this engine lay where parts run together; null where nobody wrote it down
 */
export function didRunTogether(a: Part, b: Part, isPair: (a: Part, b: Part) => boolean | null): boolean | null {
  const isOwn = (part: Part) => part.origin === "engine";
  if (isOwn(a) && isOwn(b)) return isPair(a, b);
  if (isOwn(a) !== isOwn(b)) return false;
  const beside = [a.known.text("ran-beside"), b.known.text("ran-beside")];
  if (beside[0] === b.tag || beside[1] === a.tag) return true;
  const engines = [a.known.text("ran-in"), b.known.text("ran-in")];
  if (engines[0] === null || engines[1] === null) return null;
  return engines[0] === engines[1] ? (beside[0] === null && beside[1] === null ? null : false) : false;
}

/** Where a part ran: the place it came out of, or is in still. Null of parts from elsewhere. */
export function placeRanIn(cameOut: Job["cameOut"]): (part: Part) => string | null {
  const cameFrom = new Map(cameOut.map(({ part, slot }) => [part, slot]));
  return ({ id, origin, slot }) => cameFrom.get(id) ?? (origin === "engine" ? slot : null);
}

/** Two places of which what is in them wore in on each other. */
export interface RanPair {
  readonly id: string;
  readonly relation: RelationOf<"ran-together">;
  readonly one: string;
  readonly other: string;
  /** Whether two parts did that may be put there; null where nobody knows. */
  readonly did: (one: Part, other: Part) => boolean | null;
}

/**
 * The pairs of a relation: many that run on one, as tappets on their camshaft, each at its own place of it and nowhere else.
 *
 * @param ranIn  where a part ran, as far as anybody recorded it; parts of this engine without it ran where they are
 */
export function ranPairs(
  pack: Pick<CompiledPack, "pack">,
  relation: RelationOf<"ran-together">,
  ranIn: (part: Part) => string | null,
): readonly RanPair[] {
  const pairs = inPairs(slotsOf(pack, relation.one), slotsOf(pack, relation.other));
  const together = new Set(pairs.map(([a, b]) => `${a} ${b}`));
  const pairsAt = groupByKeys(pairs, ([a, b]) => [a, b]);
  const isShared = (slot: string) => pairsAt.get(slot)!.length > 1;
  return pairs.map(([one, other]): RanPair => {
    const isPair = (mine: Part, mates: Part) => {
      const [from, beside] = [ranIn(mine), ranIn(mates)];
      if (from === null || beside === null) return true;
      const isMoved = (isShared(other) && from !== one) || (isShared(one) && beside !== other);
      return !isMoved && together.has(`${from} ${beside}`);
    };
    return { id: `${relation.id} ${one} ${other}`, relation, one, other, did: (a, b) => didRunTogether(a, b, isPair) };
  });
}
