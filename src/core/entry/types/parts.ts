import * as z from "../../z";
import { Id, partOrigins } from "../../pack/schema-base";
import { Against, Carried, Finite, Uuid, Words, mostCarried, supersedes } from "../shapes";
import { declare } from "../declare";

/**
 * What can be known of a part: its number, revision, series, lot, who supplied it; the size it was brought to before
 * (`size`) or had when new (`own-size`), by feature; what it ran in, where and beside what; the place it is meant for;
 * where it lies.
 */
export const partItems = [
  "number",
  "revision",
  "series",
  "lot",
  "supplier",
  "size",
  "own-size",
  "ran-in",
  "ran-beside",
  "meant-for",
  "lies",
] as const;
export type PartItem = (typeof partItems)[number];

/** Physical parts, and where they are. */
export const partsEntries = {
  "part-tagged": declare({
    says: "label",
    writer: "inspector",
    travels: false,
    ofEngine: false,
    moves: true,
    payload: z.strictObject({
      part: Uuid,
      class: Id,
      tag: z.string().check(z.trim(), z.minLength(1), z.maxLength(24)),
      origin: z.enum(partOrigins),
      supersedes,
    }),
  }),
  /**
   * One thing that is known of a part, as somebody read it off the part, its box or its record; null is an answer too:
   * nobody knows. By feature where it is a size.
   */
  "part-noted": declare({
    says: "evidence",
    writer: "inspector",
    travels: true,
    moves: true,
    payload: z.strictObject({
      part: Uuid,
      item: z.enum(partItems),
      feature: z.nullable(Id),
      value: z.nullable(z.union([z.string().check(z.trim(), z.minLength(1), z.maxLength(120)), Finite])),
      supersedes,
    }),
  }),
  "part-installed": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    ofEngine: false,
    moves: true,
    payload: z.strictObject({ part: Uuid, slot: Id, supersedes }),
  }),
  "part-removed": declare({
    says: "act",
    writer: "inspector",
    travels: false,
    moves: true,
    payload: z.strictObject({ part: Uuid, supersedes }),
  }),
  /** A part is out of the engine and in a bag. It is still the part of its slot until another takes its place. */
  "part-came-out": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "cameOut",
    payload: z.strictObject({
      part: Uuid,
      slot: Id,
      step: z.nullable(Id),
      orientation: z.nullable(Words),
      bag: z.nullable(z.string().check(z.trim(), z.minLength(1), z.maxLength(40))),
      supersedes,
    }),
  }),
  /**
   * A part that comes from the shelf or another job, with all that is known of it: the entries about it as they were
   * made there, and what spoke against it. They count here as though they had been made here.
   */
  "part-adopted": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "adopted",
    moves: true,
    byServer: true,
    payload: z.strictObject({
      part: Uuid,
      /** Where it comes from, in words: the shelf and the job before. */
      from: Words,
      entries: z.array(Carried).check(z.maxLength(mostCarried)),
      against: z.array(Against).check(z.maxLength(40)),
      supersedes,
    }),
  }),
  /** What was done with a part that nobody may fit again. */
  "part-scrapped": declare({
    says: "evidence",
    writer: "inspector",
    travels: false,
    list: "scrapped",
    payload: z.strictObject({
      part: Uuid,
      why: Words,
      made: z.enum(["destroyed", "marked", "held"]),
      certificate: z.nullable(Words),
      supersedes,
    }),
  }),
} as const;
