import { z } from "zod";
import { Id } from "../../pack/schema-base";
import { Day, Disposition, EntryId, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

const Marking = z.string().trim().min(1).max(60);
const Minor = z.number().int().min(0).max(1e12);
const Quantity = z.number().positive().max(10_000);

/** A line of an order as it was placed: what, by which number, for which places. */
const PurchaseLine = z.strictObject({
  /** What receipts name it by. */
  line: z.string().min(1).max(20),
  name: Words,
  class: Id.nullable(),
  number: Marking.nullable(),
  /** Revisions that are taken; none named where any is. */
  revisions: z.array(z.string().trim().min(1).max(60)).max(50),
  slots: z.array(Id).max(500),
  quantity: Quantity,
  /** For all of them; null where nobody knew. */
  price: Minor.nullable(),
  deposit: Minor,
});

/** What is bought, what arrives, what is sent out and comes back, and what the owner does not want done. */
export const orderEntries = {
  /** Ordered of one supplier. */
  "purchase-made": declare({
    writer: "lead",
    list: "purchases",
    payload: z.strictObject({
      supplier: Words,
      /** The day it was promised for. */
      due: Day.nullable(),
      words: Words.nullable(),
      lines: z.array(PurchaseLine).min(1).max(200),
      supersedes,
    }),
  }),
  /** What came: as it stands on the box, in which state, and the parts that were tagged of it. */
  "goods-received": declare({
    writer: "inspector",
    list: "receipts",
    payload: z.strictObject({
      /** The order and line it is for; null where nobody ordered it. */
      purchase: EntryId.nullable(),
      line: z.string().min(1).max(20).nullable(),
      /** What tells one box from another: number of its label or delivery note. */
      box: Marking.nullable(),
      quantity: Quantity,
      /** As read on part or box; null where nothing could be read. */
      number: Marking.nullable(),
      revision: Marking.nullable(),
      lot: Marking.nullable(),
      state: z.enum(["right", "wrong", "damaged", "missing"]),
      words: Words.nullable(),
      parts: z.array(Uuid).max(500),
      supersedes,
    }),
  }),
  /** Old parts that went back to the supplier for their deposit. */
  "core-returned": declare({
    writer: "inspector",
    list: "coresReturned",
    payload: z.strictObject({
      purchase: EntryId,
      line: z.string().min(1).max(20),
      quantity: Quantity,
      words: Words.nullable(),
      supersedes,
    }),
  }),
  /** Parts that are out of the house: at which machine shop, and until when. */
  "sent-out": declare({
    writer: "inspector",
    list: "sentOut",
    payload: z.strictObject({ parts: z.array(Uuid).min(1).max(200), to: Words, due: Day.nullable(), supersedes }),
  }),
  /** One of them is back, and how. */
  "came-back": declare({
    writer: "inspector",
    list: "cameBack",
    payload: z.strictObject({
      part: Uuid,
      state: z.enum(["right", "wrong", "damaged"]),
      words: Words.nullable(),
      supersedes,
    }),
  }),
  /** What the owner wants done with old parts that are not used again. */
  "old-parts-agreed": declare({
    writer: "lead",
    list: "oldParts",
    payload: z.strictObject({
      wish: z.enum(["scrap", "give-back", "keep-here"]),
      by: Words,
      on: Day,
      how: z.enum(["in-person", "phone", "letter", "mail"]),
      supersedes,
    }),
  }),
  /** Work that the owner does not want done, though it was advised, and what that may lead to. */
  "work-declined": declare({
    writer: "lead",
    list: "declined",
    payload: z.strictObject({
      part: Uuid,
      disposition: Disposition,
      what: Words,
      warning: z.string().trim().min(1).max(2000),
      by: Words,
      on: Day,
      how: z.enum(["in-person", "phone", "letter", "mail"]),
      supersedes,
    }),
  }),
} as const;
