import { many, type Sentences } from "./sentence";

/** What is wrong with a zip that brings a job, or with taking it in. */
export const archiveSentences = {
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
  "pack-misnamed": (p) => `${p.member} holds another pack than its name says (${p.sha256}).`,
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
