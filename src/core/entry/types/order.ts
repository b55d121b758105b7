import * as z from "../../z";
import { Id } from "../../pack/schema-base";
import { Day, Disposition, EntryId, Uuid, Words, supersedes } from "../shapes";
import { declare } from "../declare";

const Marking = z.string().check(z.trim(), z.minLength(1), z.maxLength(60));
const Minor = z.int().check(z.minimum(0), z.maximum(1e12));
const Quantity = z.number().check(z.positive(), z.maximum(10_000));

/** A line of an order as it was placed: what, by which number, for which places. */
const PurchaseLine = z.strictObject({
  /** What receipts name it by. */
  line: z.string().check(z.minLength(1), z.maxLength(20)),
  name: Words,
  class: z.nullable(Id),
  number: z.nullable(Marking),
  /** Revisions that are taken; none named where any is. */
  revisions: z.array(z.string().check(z.trim(), z.minLength(1), z.maxLength(60))).check(z.maxLength(50)),
  slots: z.array(Id).check(z.maxLength(500)),
  quantity: Quantity,
  /** For all of them; null where nobody knew. */
  price: z.nullable(Minor),
  deposit: Minor,
});

/** What is bought, what arrives, what is sent out and comes back, and what the owner does not want done. */
export const orderEntries = {
  /** Ordered of one supplier, or asked of the owner, who brings it. */
  "purchase-made": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "purchases",
    payload: z.strictObject({
      /** The owner brings it: nothing is charged for it. */
      byOwner: z.optional(z.literal(true)),
      supplier: Words,
      /** The day it was promised for. */
      due: z.nullable(Day),
      words: z.nullable(Words),
      lines: z.array(PurchaseLine).check(z.minLength(1), z.maxLength(200)),
      supersedes,
    }),
  }),
  /** What came: as it stands on the box, in which state, and the parts that were tagged of it. */
  "goods-received": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "receipts",
    payload: z.strictObject({
      /** The order and line it is for; null where nobody ordered it. */
      purchase: z.nullable(EntryId),
      line: z.nullable(z.string().check(z.minLength(1), z.maxLength(20))),
      /** What tells one box from another: number of its label or delivery note. */
      box: z.nullable(Marking),
      quantity: Quantity,
      /** As read on part or box; null where nothing could be read. */
      number: z.nullable(Marking),
      revision: z.nullable(Marking),
      lot: z.nullable(Marking),
      state: z.enum(["right", "wrong", "damaged", "missing"]),
      words: z.nullable(Words),
      parts: z.array(Uuid).check(z.maxLength(500)),
      supersedes,
    }),
  }),
  /** Old parts that went back to the supplier for their deposit. */
  "core-returned": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "coresReturned",
    payload: z.strictObject({
      purchase: EntryId,
      line: z.string().check(z.minLength(1), z.maxLength(20)),
      quantity: Quantity,
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** Parts that are out of the house: at which machine shop, and until when. */
  "sent-out": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    list: "sentOut",
    payload: z.strictObject({
      parts: z.array(Uuid).check(z.minLength(1), z.maxLength(200)),
      to: Words,
      due: z.nullable(Day),
      supersedes,
    }),
  }),
  /** One of them is back, and how. */
  "came-back": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "cameBack",
    payload: z.strictObject({
      part: Uuid,
      state: z.enum(["right", "wrong", "damaged"]),
      words: z.nullable(Words),
      supersedes,
    }),
  }),
  /** What the owner wants done with old parts that are not used again. */
  "old-parts-agreed": declare({
    says: "act",
    writer: "lead",
    travels: false,
    list: "oldParts",
    names: ["by"],
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
    says: "evidence",
    writer: "lead",
    travels: false,
    list: "declined",
    names: ["by"],
    payload: z.strictObject({
      part: Uuid,
      disposition: Disposition,
      what: Words,
      warning: z.string().check(z.trim(), z.minLength(1), z.maxLength(2000)),
      by: Words,
      on: Day,
      how: z.enum(["in-person", "phone", "letter", "mail"]),
      supersedes,
    }),
  }),
} as const;
