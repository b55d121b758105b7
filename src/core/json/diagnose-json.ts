import * as z from "../z";
import { FoundJson, foundJson } from "./json-parts";
import { gates } from "../diagnose/assess-diagnose";
import { openPart } from "./open-part";

export const diagnoseJson = openPart(
  "diagnosis",
  {
    diagnosis: z.strictObject({
      gate: z.enum(gates),
      causes: z.array(z.strictObject({ cause: z.string(), place: z.nullable(z.string()) })),
      /** What speaks of causes: 0 for 'looked, not there'. */
      sightings: z.array(z.strictObject({ finding: z.string(), grade: z.number() })),
      unexplained: z.array(z.string()),
      actions: z.array(z.strictObject({ cause: z.string(), action: z.string(), state: z.string() })),
      suspects: z.array(z.strictObject({ part: z.string(), tag: z.string(), circuit: z.string(), state: z.string() })),
      problems: z.array(FoundJson),
    }),
  },
  ({ gate, settlement, sightings, unexplained, actions, contamination, problems }) => ({
    diagnosis: {
      gate,
      causes: settlement?.causes.map(({ cause, place }) => ({ cause, place })) ?? [],
      sightings: sightings.map(({ node, grade }) => ({ finding: node, grade })),
      unexplained: unexplained.map(({ node }) => node),
      actions: actions.map(({ cause, action, state }) => ({ cause, action: action.id, state })),
      suspects: contamination.suspects.map(({ part, circuit, state }) => ({
        part: part.id,
        tag: part.tag,
        circuit: circuit.id,
        state,
      })),
      problems: problems.map(foundJson),
    },
  }),
);
