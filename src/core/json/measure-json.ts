import * as z from "../z";
import { CharacteristicJson, PointJson, characteristicJson, pointJson } from "./json-parts";
import { Phase } from "../entry/schema";
import { lifeUnits } from "../pack/life-units";
import { openPart } from "./open-part";

export const measureJson = openPart(
  "measured",
  {
    rows: z.array(
      z.strictObject({
        row: z.string(),
        name: z.string(),
        part: z.nullable(z.string()),
        tag: z.nullable(z.string()),
        phase: z.nullable(Phase),
        /** The size it was brought to; null at the size it had when new. */
        size: z.nullable(z.string()),
        accepted: z.nullable(z.boolean()),
        points: z.array(PointJson),
        characteristics: z.array(CharacteristicJson),
      }),
    ),
    joints: z.array(
      z.strictObject({
        joint: z.string(),
        name: z.string(),
        accepted: z.nullable(z.boolean()),
        characteristics: z.array(CharacteristicJson),
      }),
    ),
    endurance: z.array(
      z.strictObject({
        row: z.string(),
        wanted: z.number(),
        counted: z.enum(lifeUnits),
        ageFrom: z.nullable(z.number()),
        ageTo: z.nullable(z.number()),
        probability: z.nullable(z.number()),
        low: z.number(),
        high: z.number(),
        limit: z.number(),
        life: z.nullable(z.number()),
      }),
    ),
  },
  ({ rows, joints, endurance }) => ({
    rows: [...rows.values()].map(({ row, part, phase, size, accepted, points, governing, derived }) => ({
      row: row.id,
      name: row.name,
      part: part?.id ?? null,
      tag: part?.tag ?? null,
      phase,
      size: size?.id ?? null,
      accepted,
      points: points.map(pointJson),
      characteristics: [governing, ...derived].map(characteristicJson),
    })),
    joints: [...joints.values()].map(({ row, accepted, governing, derived }) => ({
      joint: row.id,
      name: row.name,
      accepted,
      characteristics: [governing, ...derived].map(characteristicJson),
    })),
    endurance: [...endurance].map(([row, { wanted, counted, age, probability, low, high, limit, life }]) => ({
      row,
      wanted,
      counted,
      ageFrom: age?.from ?? null,
      ageTo: age?.to ?? null,
      probability,
      low,
      high,
      limit,
      life,
    })),
  }),
);
