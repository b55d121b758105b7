import * as z from "../z";
import type { Estimate } from "../quantity/estimate";
import { accountStates, coverage } from "../fragments/ledger";
import { openPart } from "./open-part";
import { standardUncertainty } from "../quantity/estimate";

const Mass = z.strictObject({ grams: z.number(), expanded: z.number() });

const mass = (of: Estimate) => ({ grams: of.value, expanded: coverage * standardUncertainty(of) });

export const fragmentsJson = openPart(
  "ledger",
  {
    accounts: z.array(
      z.strictObject({
        part: z.string(),
        lost: z.nullable(Mass),
        found: Mass,
        missing: z.nullable(Mass),
        state: z.enum(accountStates),
        toSearch: z.array(z.string()),
      }),
    ),
    materials: z.array(z.strictObject({ material: z.string(), lost: Mass, found: Mass, missing: Mass })),
  },
  ({ parts, materials }) => ({
    accounts: parts.map(({ part, lost, found, missing, state, toSearch }) => ({
      part: part.id,
      lost: lost && mass(lost),
      found: mass(found),
      missing: missing && mass(missing),
      state,
      toSearch: toSearch.map(({ circuit, node }) => `${circuit.id}/${node.id}`),
    })),
    materials: materials.map(({ material, lost, found, missing }) => ({
      material,
      lost: mass(lost),
      found: mass(found),
      missing: mass(missing),
    })),
  }),
);
