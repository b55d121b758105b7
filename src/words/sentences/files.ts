import { many, type Sentences } from "./sentence";

/** Entries, records and archives. */
export const fileSentences = {
  "unknown-type": (p) => `An entry of a type this program does not know (${p.type}) is kept, and not understood.`,
  "unknown-version": (p) => `An entry from a newer program (${p.type}, version ${p.v}) is kept, and not understood.`,
  schema: (p) => `${p.detail}.`,
  "not-json": () => "This line is not JSON.",
  "line-too-long": (p) => `This line has ${p.bytes} bytes; at most ${p.most} are read.`,
  "other-stream": () => "This entry belongs to another job than the first one in the file.",

  "not-a-zip": () =>
    "This is not a zip file, or it is cut short. Choose the zip that Hand over gives as “Everything, zip”.",
  "zip-damaged": (p) => `The zip is damaged: ${p.why}. Nothing of it was taken.`,
  "too-many-members": (p) => `The zip holds ${p.count} files; at most ${p.most} are read. Nothing of it was taken.`,
  "member-too-large": (p) =>
    `${p.member} unpacks to ${p.bytes} bytes or more; at most ${p.most} are read. Nothing of the zip was taken.`,
  "member-not-json": (p) => `${p.member} is not JSON.`,
  "member-damaged": (p) =>
    `${p.member} is not what the manifest says it is: the zip was changed or damaged. Nothing of it was taken.`,
  "unknown-member": (p) => `The zip holds a file that does not belong to a job: ${p.member}. Nothing of it was taken.`,
  "record-missing": (p) => `The zip has no ${p.member}: there is no job in it.`,
  "record-empty": () => "There is no entry in the record.",
  "no-job-in-record": () => "No entry in the record opens a job.",
  "pack-misnamed": (p) => `${p.member} holds another pack than its name says (${p.sha256}).`,
  "unknown-pack": (p) =>
    `The job is pinned to revision ${p.revision} of the pack ${p.id} (${p.sha256}), which is neither in the zip nor on this server. Export the job again together with its pack, or add that pack first.`,
  "job-unreadable": (p) =>
    `This job cannot be judged (${p.why}). Its record is whole: it can be read and taken out as it is.`,
  "pack-not-here": (p) =>
    `The pack ${p.sha256} is not on this server. Add it from the shell (add-pack), or choose one that is here.`,
  "too-deep": (p) => `This is nested more than ${p.most} levels deep.`,
  "import-id-taken": (p) =>
    `${many(p.count, "entry", "entries")} of this record (${p.id}) ${p.count === 1 ? "is" : "are"} here already with another content. Nothing was taken.`,
  "import-strikes-others": (p) =>
    `${many(p.count, "entry", "entries")} of this record (${p.id}) would correct or strike what the zip does not bring. Nothing was taken.`,
  "import-not-a-job": () => "The record would go where no job is. Nothing was taken.",
  "import-adds": (p) =>
    `${p.name} is here already. The zip has ${many(p.added, "entry", "entries")} more than the ${p.known} that both have${p.corrects > 0 ? `; ${p.corrects} of them ${p.corrects === 1 ? "corrects or strikes" : "correct or strike"} what is here` : ""}. Nothing is added before you say so.`,
  "too-many-lines": (p) => `The record has more than ${p.most} lines, blank ones too. Nothing of the zip was taken.`,
  "member-twice": (p) => `The zip holds ${p.member} twice. Nothing of it was taken.`,
  "unpacks-too-large": (p) =>
    `The zip unpacks to ${p.bytes} bytes; of its size at most ${p.most} are read. Nothing of it was taken.`,
} satisfies Sentences;
