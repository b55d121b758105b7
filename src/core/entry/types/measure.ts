import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Day, Finite, Gauge, Phase, SettingMaster, Temperatures, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";
import { renamed, withGauge, type Json } from "../upcast";

/** Readings, and what they were taken with. */
export const measureEntries = {
  "occasion-opened": declare({
    says: "act",
    writer: "inspector",
    travels: true,
    upcasts: [withGauge],
    payload: z.strictObject({
      occasion: Uuid,
      phase: Phase,
      gauge: Gauge,
      master: z.nullable(SettingMaster),
      temperatures: Temperatures,
      supersedes,
    }),
  }),
  "reading-taken": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    upcasts: [(payload) => renamed(payload, { valueMm: "value" }) as Json],
    payload: z.strictObject({
      occasion: Uuid,
      part: Uuid,
      feature: Id,
      point: Id,
      /** In core units: mm for lengths, otherwise SI. */
      value: Finite,
      /** Half the way between go and no-go, where the gauge only tells between which two it lies; `value` is the middle. */
      half: z.optional(z.number().check(z.positive())),
      typed: z.string().check(z.minLength(1), z.maxLength(40)),
      unit: Id,
      /** The question that was put to the person and answered with 'keep'. */
      kept: z.optional(Id),
      supersedes,
    }),
  }),
  /** What a person says of repeats that scatter beyond their gauge: the part is no rounder than that, or the gauge is no better. */
  "scatter-said": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "scattersSaid",
    payload: z.strictObject({ occasion: Uuid, part: Uuid, feature: Id, point: Id, is: z.enum(["form", "gauge"]), supersedes }), // prettier-ignore
  }),
  /** What a place measured at earlier visits of the engine, taken into this job to reckon its rate of wear by. */
  "visits-taken": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "visitsTaken",
    payload: z.strictObject({
      part: Uuid,
      feature: Id,
      visits: z
        .array(
          z.strictObject({
            name: Words,
            on: Day,
            hours: z.number().check(z.minimum(0)),
            value: Finite,
            standard: z.number().check(z.minimum(0)),
          }),
        )
        .check(z.minLength(1), z.maxLength(20)),
      supersedes,
    }),
  }),
} as const;
