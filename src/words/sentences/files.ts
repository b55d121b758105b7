import type { PackBound } from "@/core/pack/unfolded-size";
import { grouped } from "../grouped";
import type { Sentences } from "./sentence";

const unfoldedWords: Readonly<Record<PackBound, string>> = {
  rows: "places that are measured",
  points: "points that are measured",
  terms: "terms of expressions",
  findings: "findings that a part can have",
  consequences: "consequences",
  links: "links between causes",
  nodes: "causes and findings",
  walks: "steps along circuits",
  couplings: "parts tied to each other",
  meetings: "ends that have to go together",
};

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
  "job-set-aside": (p) =>
    `Judging this job ${p.why === "too-long" ? "took longer than a minute" : p.why === "too-much" ? "took more memory than it may" : "ended the program's worker twice"}. It is set aside so that the others go on; its record is whole.`,
  "job-unreadable": (p) =>
    `This job cannot be judged (${p.why}). Its record is whole: it can be read and taken out as it is.`,
  "pack-not-here": (p) =>
    `The pack ${p.sha256} is not on this server. Add it from the shell (add-pack), or choose one that is here.`,
  "pack-unfolds-too-far": (p) =>
    `Laid out over the whole engine this pack comes to ${grouped(p.count)} ${unfoldedWords[p.what as PackBound] ?? p.what}, and at most ${grouped(p.most)} can be judged. Say less of every place beside every other.`,
  "reserved-name": (p) => `Nothing may be called “${p.name}” here.`,
  "too-deep": (p) => `This is nested more than ${p.most} levels deep.`,
} satisfies Sentences;
