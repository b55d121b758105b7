import * as z from "../z";
import { openPart } from "./open-part";

export const crackJson = openPart(
  "crack",
  { zones: z.array(z.strictObject({ part: z.string(), zone: z.string(), state: z.nullable(z.string()) })) },
  ({ parts }) => ({
    zones: parts
      .filter(({ partClass }) => partClass.zoneMap)
      .flatMap(({ part, zones }) => [...zones].map(([zone, state]) => ({ part: part.id, zone, state }))),
  }),
);
