import type { Sentences } from "./sentence";

/** Entries, records and the packs they go by. */
export const fileSentences = {
  "unknown-type": (p) => `An entry of a type this program does not know (${p.type}) is kept, and not understood.`,
  "unknown-version": (p) => `An entry from a newer program (${p.type}, version ${p.v}) is kept, and not understood.`,
  schema: (p) => `${p.detail}.`,
  "not-json": () => "This line is not JSON.",
  "line-too-long": (p) => `This line has ${p.bytes} bytes; at most ${p.most} are read.`,
  "other-stream": () => "This entry belongs to another job than the first one in the file.",
  "record-empty": () => "There is no entry in the record.",
  "no-job-in-record": () => "No entry in the record opens a job.",
  "unknown-pack": (p) =>
    `The job is pinned to revision ${p.revision} of the pack ${p.id} (${p.sha256}), which is neither in the zip nor on this server. Export the job again together with its pack, or add that pack first.`,
  "job-unreadable": (p) =>
    `This job cannot be judged (${p.why}). Its record is whole: it can be read and taken out as it is.`,
  "pack-not-here": (p) =>
    `The pack ${p.sha256} is not on this server. Add it from the shell (add-pack), or choose one that is here.`,
  "too-deep": (p) => `This is nested more than ${p.most} levels deep.`,
} satisfies Sentences;
