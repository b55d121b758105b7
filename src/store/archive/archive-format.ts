import * as z from "@/core/z";
import { photoLimits } from "@/core/photo/photo-limits";
import { Id } from "@/core/pack/schema-base";

/** What lies in a job's archive: a zip with these members. */
export const memberNames = {
  manifest: "manifest.json",
  record: "record.ndjson",
  pack: (sha256: string) => `packs/${sha256}.json`,
  photo: (sha256: string) => `photos/${sha256}.jpg`,
} as const;

export const MiB = 1024 * 1024;

/** Sizes past which an archive is refused, in bytes; unpacked sizes are counted as they are read, whatever the zip says of them. */
export const archiveLimits = {
  archive: 2048 * MiB,
  record: 128 * MiB,
  pack: 5 * MiB,
  manifest: MiB,
  photo: photoLimits.bytes,
  members: 5000,
  /** All of it, unpacked. */
  unpacked: 3072 * MiB,
  /** So many times its own size a zip may unpack to: a record packs to an eighth, a photo not at all. */
  ratio: 40,
  /** Lines of a record, blank ones too. */
  lines: 250_000,
} as const;

const Sha256 = z.string().check(z.regex(/^[0-9a-f]{64}$/u));

/** Tells what an archive holds, so that a damaged one is noticed, and who the authors of its entries were. */
export const Manifest = z.object({
  format: z.literal("ember-archive/1"),
  core: z.string().check(z.maxLength(20)),
  job: z.object({ stream: z.uuid(), name: z.string().check(z.maxLength(2000)) }),
  pack: z.object({ id: Id, revision: z.int(), sha256: Sha256 }),
  /** Names by the ids that entries carry. On import they become labels, never people. */
  people: z.record(z.string(), z.string().check(z.maxLength(120))),
  /** Names that were erased before it was taken out: those entries are not as they were hashed. */
  masked: z.optional(z.array(z.object({ entry: z.uuid(), field: z.string().check(z.maxLength(40)) })).check(z.maxLength(100_000))), // prettier-ignore
  members: z
    .array(z.object({ name: z.string().check(z.maxLength(200)), bytes: z.int().check(z.minimum(0)), sha256: Sha256 }))
    .check(z.maxLength(archiveLimits.members)),
});
export type Manifest = z.infer<typeof Manifest>;
