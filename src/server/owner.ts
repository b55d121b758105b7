import { randomBytes } from "node:crypto";
import { assess } from "@/core/assess";
import { ownerViewOf, type OwnerView } from "@/core/owner-view";
import { addOwnerLink, linkByToken, linksOf, revokeOwnerLink } from "@/store/owner-links";
import { fold } from "@/core/entry/fold";
import { photosForOwner } from "@/core/photo/photos";
import { photoResponse } from "./photos";
import { database } from "./environment";
import { newId } from "./ids";
import { openJob, type OpenJob } from "./jobs";

const tokenShape = /^[A-Za-z0-9_-]{22}$/u;

/** The job that a token opens, or null; a token that was guessed, is over or was revoked opens nothing, and no more is said. */
export async function openByToken(
  token: string,
): Promise<{ readonly job: OpenJob; readonly withReport: boolean } | null> {
  if (!tokenShape.test(token)) return null;
  const link = await linkByToken(database(), token, new Date());
  const job = link && (await openJob(link.job));
  return job ? { job, withReport: link.withReport } : null;
}

export async function ownerView(token: string): Promise<OwnerView | null> {
  const opened = await openByToken(token);
  return (
    opened &&
    ownerViewOf(
      opened.job.pack,
      assess(opened.job.pack, opened.job.entries, new Date().toISOString()),
      opened.withReport,
    )
  );
}

/** A photo that the shop chose for the owner; null for any other, and for a token that opens nothing. Not kept by any cache: a link can be shut. */
export async function ownerPhoto(token: string, photo: string, size: "small" | "full"): Promise<Response | null> {
  const opened = await openByToken(token);
  if (!opened || !photosForOwner(fold(opened.job.entries)).some((each) => each.photo === photo)) return null;
  return photoResponse(opened.job.id, photo, size, "no-store");
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
