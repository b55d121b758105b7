import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Gauge, SettingMaster, ShopSettings, Uuid, supersedes } from "../shapes";
import { declare } from "../declare";
import { withGauge } from "../upcast";

/** The shop's own equipment. */
export const shopEntries = {
  /** A gauge of the shop as it is from now on: a new calibration is a new entry. */
  "gauge-registered": declare({
    says: "act",
    writer: "lead",
    travels: false,
    stream: "shop",
    upcasts: [withGauge],
    payload: z.strictObject({ gauge: Gauge, supersedes }),
  }),
  "master-registered": declare({
    says: "act",
    writer: "lead",
    travels: false,
    stream: "shop",
    payload: z.strictObject({ master: SettingMaster, supersedes }),
  }),
  /** What the shop counts and works by from now on; open jobs keep what they took until they take it anew. */
  "settings-changed": declare({
    says: "act",
    writer: "lead",
    travels: false,
    stream: "shop",
    payload: z.strictObject({ settings: ShopSettings, supersedes }),
  }),
  /** What a failed engine turned out to have, its confirming test recorded: counted once for each job, at its hand-over. */
  "cause-counted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    stream: "shop",
    payload: z.strictObject({ job: Uuid, pack: Id, causes: z.array(Id).check(z.maxLength(20)), supersedes }),
  }),
  /** How long the parts of an engine lasted whose hours were known: counted once for each job, at its hand-over. */
  "lives-counted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    stream: "shop",
    payload: z.strictObject({
      job: Uuid,
      pack: Id,
      lifetimes: z
        .array(
          z.strictObject({ class: Id, age: z.number().check(z.positive()), is: z.enum(["ended", "ended-by", "good"]) }),
        )
        .check(z.maxLength(500)),
      supersedes,
    }),
  }),
} as const;
