import type { Couplings } from "./couplings";
import type { Component } from "./connected-components";
import type { Option } from "../option/option";
import type { Constraint } from "../numeric/bucket-elimination";
import { mayStay, offersAt, poseGroup, type Candidate, type World } from "./settle";

/** All places at once, with what may be picked for each and what they may not pick together. */
export interface Whole {
  readonly places: readonly { readonly slot: string; readonly offers: readonly Option[]; readonly isPinned: boolean }[];
  /** Values that places have to agree on: places of their own, numbered after the others, with so many values each. */
  readonly hubs: readonly number[];
  readonly constraints: readonly Constraint[];
}

/** What the plan is made from: groups beside each other, and what follows from one place for another as constraints of the two. */
export function wholeOf(
  candidates: ReadonlyMap<string, Candidate>,
  groups: readonly Component[],
  implications: Couplings["implications"],
): Whole {
  const world: World = "open-allowed";
  const slots = groups.flatMap(({ places }) => places);
  const number = new Map(slots.map((slot, at) => [slot, at]));
  const offers = slots.map((slot) => offersAt(candidates.get(slot)!));
  const hubs: number[] = [];
  const constraints: Constraint[] = [];
  const stays = (slot: string) => mayStay(candidates.get(slot)!, world);
  for (const group of groups) {
    const posed = poseGroup(group, candidates, world, stays);
    const numberIn = (at: number) =>
      at < group.places.length ? number.get(group.places[at]!)! : slots.length + hubs.length + at - group.places.length;
    for (const { of, allows } of posed.constraints) constraints.push({ of: of.map(numberIn), allows });
    hubs.push(...posed.hubs.map(({ costs }) => costs.length));
  }
  for (const { from, triggers, on, against } of implications)
    for (const by of from)
      for (const slot of on) {
        if (slot === by || candidates.get(slot)!.pin !== null) continue;
        const [one, other] = [number.get(by)!, number.get(slot)!];
        if (!offers[one]!.some((option) => triggers(by, option))) continue;
        constraints.push({
          of: [one, other],
          allows: ([a, b]) =>
            !triggers(by, offers[one]![a!]!) || against(slot, offers[other]![b!]!, by)?.allowed !== false,
        });
      }
  const places = slots.map((slot, at) => ({ slot, offers: offers[at]!, isPinned: candidates.get(slot)!.pin !== null }));
  return { places, hubs, constraints };
}
