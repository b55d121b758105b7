import { createHash } from "node:crypto";
import type { Readable } from "node:stream";
import { ZipFile } from "yazl";
import { writeRecord } from "@/core/entry/write-record";
import type { Mask } from "@/core/entry/masks";
import type { Envelope } from "@/core/entry/schema";
import { coreVersion } from "@/core/version";
import { memberNames, type Manifest } from "./archive-format";

interface Contents {
  readonly stream: string;
  readonly name: string;
  readonly entries: readonly Envelope[];
  readonly pack: { readonly id: string; readonly revision: number; readonly sha256: string; readonly json: unknown };
  readonly people: Readonly<Record<string, string>>;
  /** Names that are masked in the entries. */
  readonly masked: readonly Mask[];
  readonly photos: readonly { readonly sha256: string; readonly bytes: number; readonly open: () => Readable }[];
}

/** The same moment in every archive: the same job gives the same bytes. */
const someDay = new Date("2000-01-01T00:00:00Z");

/** A job's record, its pack, its photos and a manifest as one zip, as a stream of its bytes. */
export function writeArchive({ stream, name, entries, pack, people, photos, masked }: Contents): Readable {
  const zip = new ZipFile();
  const members: Manifest["members"] = [];
  const add = (member: string, text: string) => {
    const bytes = Buffer.from(text, "utf8");
    zip.addBuffer(bytes, member, { mtime: someDay, mode: 0o100644 });
    members.push({ name: member, bytes: bytes.length, sha256: createHash("sha256").update(bytes).digest("hex") });
  };
  add(memberNames.record, writeRecord(entries));
  add(memberNames.pack(pack.sha256), JSON.stringify(pack.json));
  for (const { sha256, bytes, open } of photos) {
    const member = memberNames.photo(sha256);
    // A photo is compressed already, and may be large: it is read when its turn comes.
    zip.addReadStreamLazy(member, { mtime: someDay, mode: 0o100644, compress: false, size: bytes }, (give) =>
      give(null, open()),
    );
    members.push({ name: member, bytes, sha256 });
  }
  const manifest: Manifest = {
    format: "ember-archive/1",
    core: coreVersion,
    job: { stream, name },
    pack: { id: pack.id, revision: pack.revision, sha256: pack.sha256 },
    people,
    ...(masked.length > 0 ? { masked: [...masked] } : {}),
    members,
  };
  zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`, "utf8"), memberNames.manifest, {
    mtime: someDay,
    mode: 0o100644,
  });
  zip.end();
  return zip.outputStream as Readable;
}
