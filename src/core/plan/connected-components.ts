import { groupByKeys, groupBy } from "../group";
import type { CompiledPack } from "../pack/compile-pack";
import { keptBeside } from "../same";
import type { Coupling, Couplings } from "./couplings";

/** A connected component: places that couplings and agreements join, and those. */
export interface Component {
  readonly places: readonly string[];
  readonly couplings: readonly Coupling[];
  readonly agreements: Couplings["agreements"];
}

/** What one place hangs together with, and by what. */
export interface Around extends Component {
  /** Where something follows for it from. */
  readonly from: readonly string[];
}

/** Who hangs together with whom, couplings and agreements by their number: the same while only verdicts are others. */
interface Shape {
  readonly groups: readonly Numbered[];
  readonly around: ReadonlyMap<string, Numbered & Pick<Around, "from">>;
}
interface Numbered {
  readonly places: readonly string[];
  readonly couplings: readonly number[];
  readonly agreements: readonly number[];
}

type Linked = { readonly places: readonly string[] };

const keptShapes = keptBeside<CompiledPack, Shape>();
const none: readonly never[] = [];

const numbered = (all: readonly Linked[]) => all.map(({ places }, at) => ({ places, at }));
const numbers = (of: readonly { readonly at: number }[]) => of.map(({ at }) => at);

function shapeOf(slots: readonly string[], { couplings, agreements, implications }: Couplings): Shape {
  const root = new Map(slots.map((slot) => [slot, slot]));
  const find = (slot: string): string => {
    let at = slot;
    while (root.get(at) !== at) at = root.get(at)!;
    root.set(slot, at);
    return at;
  };
  for (const { places } of [...couplings, ...agreements])
    for (const place of places) {
      const [a, b] = [find(places[0]!), find(place)];
      if (a !== b) root.set(b, a);
    }
  const [coupled, agreed] = [numbered(couplings), numbered(agreements)];
  const [coupledIn, agreedIn] = [coupled, agreed].map((all) => groupBy(all, ({ places }) => find(places[0]!))) as [
    ReadonlyMap<string, typeof coupled>,
    ReadonlyMap<string, typeof agreed>,
  ];
  const [coupledAt, agreedAt] = [coupled, agreed].map((all) => groupByKeys(all, ({ places }) => places)) as [
    ReadonlyMap<string, typeof coupled>,
    ReadonlyMap<string, typeof agreed>,
  ];
  const from = groupByKeys(implications, ({ on }) => on);
  return {
    groups: [...groupBy(slots, find)].map(([of, places]) => ({
      places,
      couplings: numbers(coupledIn.get(of) ?? none),
      agreements: numbers(agreedIn.get(of) ?? none),
    })),
    around: new Map(
      slots.map((slot) => {
        const [byCoupling, byAgreement] = [coupledAt.get(slot) ?? none, agreedAt.get(slot) ?? none];
        const places = new Set([...byCoupling, ...byAgreement].flatMap((each) => each.places));
        places.delete(slot);
        return [
          slot,
          {
            places: [...places],
            couplings: numbers(byCoupling),
            agreements: numbers(byAgreement),
            from: (from.get(slot) ?? none).flatMap((each) => each.from),
          },
        ];
      }),
    ),
  };
}

/** All places in their connected components, and what each of them hangs together with. */
export function connectedComponents(
  pack: CompiledPack,
  slots: readonly string[],
  all: Couplings,
): { readonly groups: readonly Component[]; readonly around: ReadonlyMap<string, Around> } {
  const { couplings, agreements, implications } = all;
  const basis: unknown[] = [...slots];
  for (const { id } of couplings) basis.push(id);
  for (const { id, places } of agreements) basis.push(id, ...places);
  for (const { id, from, on } of implications) basis.push(id, ...from, ...on);
  const { groups, around } = keptShapes(pack, basis, () => shapeOf(slots, all));
  const filled = <T extends Numbered>(of: T) => ({
    ...of,
    couplings: of.couplings.map((at) => couplings[at]!),
    agreements: of.agreements.map((at) => agreements[at]!),
  });
  return {
    groups: groups.map(filled),
    around: new Map([...around].map(([slot, of]) => [slot, filled(of)])),
  };
}
