import * as z from "../../z";
import { kindsOfPayment, kindsOfWork, waysOfPaying } from "../outcomes";
import { Day, EntryId, Words, supersedes } from "../shapes";
import { declare } from "../declare";

const Count = z.int().check(z.minimum(1), z.maximum(10_000));

/** What is accounted for between shop and owner: hours worked, money paid, things that came with the engine. */
export const accountEntries = {
  /** Somebody worked at the engine: at what, when, how long. */
  "time-booked": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "timesBooked",
    payload: z.strictObject({
      work: z.enum(kindsOfWork),
      by: Words,
      on: Day,
      /** Of one person on one day. */
      minutes: z.int().check(z.minimum(1), z.maximum(1440)),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** Money that the owner paid, or got back, in minor units. */
  "payment-noted": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "payments",
    names: ["by"],
    payload: z.strictObject({
      is: z.enum(kindsOfPayment),
      minor: z.int().check(z.minimum(1), z.maximum(1e12)),
      by: Words,
      on: Day,
      how: z.enum(waysOfPaying),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** Something that came with the engine and is the owner's: carburettor, bracket, a box of bolts. */
  "thing-came": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "thingsThatCame",
    payload: z.strictObject({ name: Words, quantity: Count, words: z.nullable(Words), supersedes }),
  }),
  /** All or some of it went back to the owner. */
  "thing-went-back": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "thingsThatWentBack",
    names: ["to"],
    payload: z.strictObject({ thing: EntryId, quantity: Count, to: Words, on: Day, supersedes }),
  }),
} as const;
