import fc from "fast-check";
import { createGroups, groupBy } from "./group";

test("groups that grow are what grouping anew gives, in any order and however much goes or comes at once", () => {
  const key = ({ key: of }: { key: number }) => of;
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.array(fc.nat(300), { maxLength: 120 }), fc.array(fc.nat(5), { maxLength: 120 }), fc.boolean()), { maxLength: 6 }), // prettier-ignore
      (rounds) => {
        const grow = createGroups(key);
        let list: { key: number }[] = [];
        for (const [gone, come, isTurned] of rounds) {
          const out = new Set(gone);
          list = [...list.filter((_, at) => !out.has(at)), ...come.map((each) => ({ key: each }))];
          if (isTurned) list = list.toReversed();
          expect([...grow(list)].sort(([a], [b]) => a - b)).toEqual([...groupBy(list, key)].sort(([a], [b]) => a - b));
        }
      },
    ),
    { numRuns: 60 },
  );
});
