import { randomBytes } from "node:crypto";
import { assess } from "@/core/assess";
import { ownerViewOf, type OwnerView } from "@/core/views/owner-view";
import { makeEntry } from "@/core/entry/make-entry";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { appendWithin } from "@/store/append";
import { withTransaction } from "@/store/connection";
import { addOwnerLink, linkByToken, linksOf, revokeOwnerLink, type OwnerLink } from "@/store/owner-links";
import { lockStream, readEntries } from "@/store/streams";
import { fold } from "@/core/entry/fold";
import { photosForOwner } from "@/core/photo/photos";
import { ownerOf } from "./owners";
import { photoResponse, pictureResponse, smallPhoto } from "./photos";
import { ownerPieces, soundMark } from "./report/render-report";
import { database } from "./environment";
import { newId } from "./ids";
import { openJob, type OpenJob } from "./jobs";

const tokenShape = /^[A-Za-z0-9_-]{22}$/u;

/** The job that a token opens, or null; a token that was guessed, is over or was revoked opens nothing, and no more is said. */
export async function openByToken(
  token: string,
): Promise<{ readonly job: OpenJob; readonly withReport: boolean; readonly link: OwnerLink } | null> {
  if (!tokenShape.test(token)) return null;
  const link = await linkByToken(database(), token, new Date());
  const job = link && (await openJob(link.job));
  return job ? { job, withReport: link.withReport, link } : null;
}

export async function ownerView(
  token: string,
): Promise<{ readonly view: OwnerView; readonly owner: string | null } | null> {
  const opened = await openByToken(token);
  if (!opened) return null;
  const { pack, entries } = opened.job;
  const view = ownerViewOf(pack, assess(pack, entries, new Date().toISOString()), opened.withReport);
  return { view, owner: (await ownerOf(entries))?.name ?? null };
}

/** The report of a link that shows it, in its pieces; null where there is none to show. */
export async function ownerPaper(token: string) {
  const opened = await openByToken(token);
  if (!opened?.withReport) return null;
  const { id, pack, entries } = opened.job;
  const assessment = assess(pack, entries, new Date().toISOString());
  const owner = (await ownerOf(entries))?.name ?? null;
  return {
    ...(await ownerPieces(pack, assessment, smallPhoto(id), owner)),
    shop: assessment.order.settings?.shop ?? null,
  };
}

/** The mark of the shop, for a link that shows the report; null where there is none, and for a token that opens nothing. */
export async function ownerMark(token: string): Promise<Response | null> {
  const opened = await openByToken(token);
  if (!opened?.withReport) return null;
  const { pack, entries } = opened.job;
  const mark = await soundMark(assess(pack, entries, new Date().toISOString()));
  return mark && pictureResponse(mark, "image/png", "no-store");
}

/** A photo that the shop chose for the owner; null for any other, and for a token that opens nothing. Not kept by any cache: a link can be shut. */
export async function ownerPhoto(token: string, photo: string, size: "small" | "full"): Promise<Response | null> {
  const opened = await openByToken(token);
  if (!opened || !photosForOwner(fold(opened.job.entries)).some((each) => each.photo === photo)) return null;
  return photoResponse(opened.job.id, photo, size, "no-store");
}

/**
 * Keeps the owner's word on an estimate as an entry of the job: once, while it is asked for. It is written in the name of
 * whoever gave the link out; the name the owner typed stands in it.
 */
export async function answerByToken(
  token: string,
  { estimate, agreed, by }: { readonly estimate: string; readonly agreed: boolean; readonly by: string },
): Promise<Outcome<null>> {
  const opened = await openByToken(token);
  if (!opened) return refused(problem("not-found"));
  const { job, link } = opened;
  const now = new Date();
  return withTransaction(database(), async (connection) => {
    // Two who answer at once take turns, and the second finds it answered.
    await lockStream(connection, job.id);
    const entries = await readEntries(connection, job.id);
    const { costEstimates } = assess(job.pack, entries, now.toISOString()).intake;
    if (!costEstimates.lines.some((line) => line.estimate.id === estimate && line.approval === null))
      return refused(problem("estimate-answered"));
    const maker = { stream: job.id, author: link.madeBy, now: () => now.getTime(), random: () => randomBytes(16) };
    const entry = makeEntry(maker, "owner-answered", { estimate, agreed, by, link: link.id });
    await appendWithin(connection, job.id, [entry], now, "lead");
    return done(null);
  });
}

/** Makes a link. Its token of 128 bits is given out this once. */
export async function makeOwnerLink(
  job: string,
  madeBy: string,
  days: number,
  withReport: boolean,
): Promise<{ readonly id: string; readonly token: string; readonly expiresAt: Date }> {
  const token = randomBytes(16).toString("base64url");
  const madeAt = new Date();
  const link = {
    id: newId(),
    job,
    withReport,
    madeBy,
    madeAt,
    expiresAt: new Date(madeAt.getTime() + days * 86_400_000),
  };
  await addOwnerLink(database(), link, token);
  return { id: link.id, token, expiresAt: link.expiresAt };
}

/** A job's links as they are shown: when made, until when, whether shut. Never their tokens. */
export const shownLinks = async (job: string) =>
  (await linksOf(database(), job)).map(({ id, withReport, madeAt, expiresAt, revokedAt }) => ({
    id,
    withReport,
    madeAt,
    expiresAt,
    revokedAt,
  }));

/** Shuts a link for ever; false where the job has none of that id. */
export const shutOwnerLink = (job: string, link: string): Promise<boolean> =>
  revokeOwnerLink(database(), job, link, new Date());
