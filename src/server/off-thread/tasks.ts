import { assess } from "@/core/assess";
import { readCatalogueCsv, type CatalogueRead } from "@/core/catalogue/catalogue";
import { readEngineText } from "@/core/library/read-engine-text";
import type { Linted } from "@/core/lint/read-pack-text";
import { readLibrary } from "@/store/read-library";
import { ownerViewOf, type OwnerView } from "@/core/views/owner-view";
import { openJob, type OpenJob } from "../jobs";
import { labelSheet, labelsOf } from "../labels/label-sheet";
import { ownerOf } from "../owners";
import { paperOf, type Paper, type Wish } from "../papers/papers";
import { smallPhoto } from "../photos";
import { ownerPieces, renderReport, soundMark } from "../report/render-report";
import type { Report } from "../report/reports";

/** A document of a job, ready to be sent. */
export interface Document {
  readonly file: Uint8Array<ArrayBuffer>;
  /** Of the job. */
  readonly name: string;
}

/** What the linter makes of a pack's text, as far as it goes from thread to thread. */
export interface LookedAt {
  readonly json: unknown;
  readonly faults: readonly Linted[];
  readonly warnings: readonly Linted[];
  readonly isCut: boolean;
  /** Null where anything is wrong with it. */
  readonly pack: { readonly id: string; readonly family: string; readonly revision: number; readonly sha256: string } | null; // prettier-ignore
}

type OwnerPaper = Awaited<ReturnType<typeof ownerPieces>> & {
  readonly shop: { readonly name: string; readonly address: string } | null;
};

const judged = ({ pack, entries }: OpenJob) => assess(pack, entries, new Date().toISOString());

/** Opens a job and does something with it; null where there is none that can be judged. */
async function withJob<T>(id: string, work: (job: OpenJob) => Promise<T>): Promise<T | null> {
  const job = await openJob(id);
  return job && work(job);
}

const ownerName = async ({ entries }: OpenJob): Promise<string | null> => (await ownerOf(entries))?.name ?? null;

/** All that is judged for a request and may take long: each takes and gives what goes from thread to thread. */
export const tasks = {
  report: ({ job, report }: { readonly job: string; readonly report: Report }): Promise<Document | null> =>
    withJob(job, async (open) => ({
      file: await renderReport(report, open.pack, judged(open), smallPhoto(job), await ownerName(open)),
      name: open.header.name,
    })),
  labels: ({ job }: { readonly job: string }): Promise<Document | null> =>
    withJob(job, async (open) => ({
      file: await labelSheet(labelsOf(open.pack, judged(open)), open.header.name),
      name: open.header.name,
    })),
  paper: ({
    job,
    paper,
    wish,
  }: {
    readonly job: string;
    readonly paper: Paper;
    readonly wish: Wish;
  }): Promise<Document | null> =>
    // prettier-ignore
    withJob(job, async (open) => ({
      file: await paperOf(paper, open.pack, judged(open), wish),
      name: open.header.name,
    })),
  ownerView: ({
    job,
    withReport,
  }: {
    readonly job: string;
    readonly withReport: boolean;
  }): Promise<{ readonly view: OwnerView; readonly owner: string | null } | null> =>
    // prettier-ignore
    withJob(job, async (open) => ({
      view: ownerViewOf(open.pack, judged(open), withReport),
      owner: await ownerName(open),
    })),
  ownerPaper: ({ job }: { readonly job: string }): Promise<OwnerPaper | null> =>
    withJob(job, async (open) => {
      const assessment = judged(open);
      const { paper, ...rest } = await ownerPieces(open.pack, assessment, smallPhoto(job), await ownerName(open));
      // How its tables are ruled is for a printer, and no thread takes functions.
      return { ...rest, paper: JSON.parse(JSON.stringify(paper)) as typeof paper, shop: assessment.order.settings?.shop ?? null }; // prettier-ignore
    }),
  ownerMark: ({ job }: { readonly job: string }): Promise<Uint8Array<ArrayBuffer> | null> =>
    withJob(job, async (open) => {
      const mark = await soundMark(judged(open));
      return mark && Uint8Array.from(mark);
    }),
  lookAtPack: async ({ text }: { readonly text: string }): Promise<LookedAt> => {
    const { pack, ...found } = readEngineText(await readLibrary(), text);
    if (!pack) return { ...found, json: null, pack: null };
    const { id, family, revision } = pack.pack;
    return { ...found, pack: { id, family, revision, sha256: pack.sha256 } };
  },
  readCatalogue: async ({ text }: { readonly text: string }): Promise<CatalogueRead> => readCatalogueCsv(text),
};

export type Tasks = typeof tasks;
export type Task = keyof Tasks;
export type Asked<T extends Task> = Parameters<Tasks[T]>[0];
export type Answered<T extends Task> = Awaited<ReturnType<Tasks[T]>>;
