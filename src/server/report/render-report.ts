import sharp from "sharp";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import { jobSituation } from "@/core/order/order";
import { packFor } from "@/core/pack/conditions";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { photosForOwner } from "@/core/photo/photos";
import { renderPdf } from "../render-pdf";
import { accountDocument } from "./account-document";
import { declinedDocument, estimateDocument } from "./estimate-document";
import { notToRunDocument } from "./not-to-run";
import { imageOf, ownerReport, type OwnerPhoto } from "./owner-report";
import { imageOfMark } from "./pieces";
import { reportDefinition } from "./report-definition";
import type { Report } from "./reports";

/** Reads a photo as small JPEG; null where it is not there. */
export type ReadPhoto = (photo: string) => Promise<Uint8Array | null>;

/** So many photos are read at most: the document takes fewer. */
const mostPhotos = 8;

async function photosOf({ job }: Assessment, pack: CompiledPack, read: ReadPhoto): Promise<OwnerPhoto[]> {
  const found = await Promise.all(
    photosForOwner(job)
      .slice(0, mostPhotos)
      .map(async ({ photo, words, part }): Promise<OwnerPhoto | null> => {
        const jpeg = await read(photo);
        const slot = part && job.parts.get(part)?.slot;
        return jpeg && { jpeg, photo, words, of: (slot && pack.slots.get(slot)?.name) ?? null };
      }),
  );
  return found.flatMap((each) => each ?? []);
}

/**
 * The owner's report as its pieces, for a page to read instead of a file.
 *
 * @returns  the pieces; by the text of each picture in them the photo that it is of; and that of the shop's mark
 */
export async function ownerPieces(
  pack: CompiledPack,
  assessment: Assessment,
  read: ReadPhoto,
  owner: string | null,
): Promise<{ readonly paper: Content; readonly photos: ReadonlyMap<string, string>; readonly mark: string | null }> {
  const own = packFor(pack, jobSituation(assessment.order));
  const photos = await photosOf(assessment, own, read);
  const marked = await withSoundMark(assessment);
  const mark = marked.order.settings?.shop?.mark;
  return {
    paper: ownerReport(own, marked, photos, owner).content as Content,
    photos: new Map(photos.map((photo) => [imageOf(photo), photo.photo])),
    mark: mark === undefined ? null : imageOfMark(mark),
  };
}

/** A shop's mark as a picture that was read and drawn anew; null where it has none or it is no picture. */
export async function soundMark({ order }: Pick<Assessment, "order">): Promise<Buffer | null> {
  const mark = order.settings?.shop?.mark;
  if (!mark) return null;
  return sharp(Buffer.from(mark, "base64"), { limitInputPixels: 1_000_000 })
    .resize({ width: 480, height: 160, fit: "inside", withoutEnlargement: true })
    .png()
    .toBuffer()
    .catch(() => null);
}

/** The same assessment with that mark, or with none: a document is not kept back by it. */
async function withSoundMark(assessment: Assessment): Promise<Assessment> {
  const { order } = assessment;
  if (!order.settings?.shop?.mark) return assessment;
  const { mark: _, ...rest } = order.settings.shop;
  const drawn = await soundMark(assessment);
  const sound = drawn ? { ...rest, mark: drawn.toString("base64") } : rest;
  return { ...assessment, order: { ...order, settings: { ...order.settings, shop: sound } } };
}

/** A document of a job as a PDF file. */
export async function renderReport(
  report: Report,
  pack: CompiledPack,
  judged: Assessment,
  read: ReadPhoto,
  /** Whose engine it is. */
  owner: string | null = null,
): Promise<Uint8Array<ArrayBuffer>> {
  const assessment = await withSoundMark(judged);
  const own = packFor(pack, jobSituation(assessment.order));
  const documents: Readonly<Record<Report, () => Promise<TDocumentDefinitions> | TDocumentDefinitions>> = {
    owner: async () => ownerReport(own, assessment, await photosOf(assessment, own, read), owner),
    record: () => reportDefinition(own, assessment, owner),
    estimate: () => estimateDocument(own, assessment, owner),
    declined: () => declinedDocument(own, assessment, owner),
    "not-to-run": () => notToRunDocument(own, assessment, owner),
    account: () => accountDocument(own, assessment, owner),
  };
  return renderPdf(await documents[report]());
}
