import * as z from "../z";
import { openPart } from "./open-part";

export const findingsJson = openPart(
  "findings",
  {
    findings: z.array(
      z.strictObject({ part: z.string(), finding: z.string(), place: z.nullable(z.string()), grade: z.number() }),
    ),
  },
  ({ byPart }) => ({
    findings: [...byPart.values()].flatMap(({ part, lines }) =>
      lines.flatMap(({ kind, place, grade }) =>
        grade === null ? [] : [{ part: part.id, finding: kind.id, place: place?.id ?? null, grade }],
      ),
    ),
  }),
);
