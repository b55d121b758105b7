import { randomBytes } from "node:crypto";
import { makeEntry } from "@/core/entry/make-entry";
import { done, problem, refused, type Outcome } from "@/core/problem/problem";
import { appendWithin } from "@/store/append";
import { withTransaction } from "@/store/connection";
import { addOwnerLink, linkByToken, linksOf, revokeOwnerLink, type OwnerLink } from "@/store/owner-links";
import { personById } from "@/store/people";
import { lockStream, readEntries, readEntriesOf } from "@/store/streams";
import { fold } from "@/core/entry/fold";
import { photosForOwner } from "@/core/photo/photos";
import { offThread } from "./off-thread/off-thread";
import { ownerNamedIn, ownerTypes } from "./owners";
import { photoResponse, pictureResponse } from "./photos";
import { database } from "./environment";
import { newId } from "./ids";

const tokenShape = /^[A-Za-z0-9_-]{22}$/u;

/** Types of entries that a link rests on: whose engine it is, and whether the job lies on the bench. */
const restTypes = [...ownerTypes, "job-put-away"] as const;

/** Why a link is shut though nobody shut it: what it rested on is gone. */
export type Fallen = "maker-gone" | "owner-erased" | "put-away";

async function fallen(job: string, madeBy: string): Promise<Fallen | null> {
  const maker = await personById(database(), madeBy);
  if (!maker || maker.isDisabled) return "maker-gone";
  const entries = await readEntriesOf(database(), job, restTypes);
  if ((fold(entries).putAways.at(-1)?.to ?? "bench") !== "bench") return "put-away";
  return (await ownerNamedIn(entries))?.erasedAt ? "owner-erased" : null;
}

/**
 * The link that a token opens, or null; a token that was guessed, is over or was revoked opens nothing, nor does one whose
 * maker or owner is gone, or whose job was put away; and no more is said.
 */
export async function linkOf(token: string): Promise<OwnerLink | null> {
  if (!tokenShape.test(token)) return null;
  const link = await linkByToken(database(), token, new Date());
  return link && (await fallen(link.job, link.madeBy)) === null ? link : null;
}

export async function ownerView(token: string) {
  const link = await linkOf(token);
  return link && offThread("ownerView", { job: link.job, withReport: link.withReport });
}

/** The report of a link that shows it, in its pieces; null where there is none to show. */
export async function ownerPaper(token: string) {
  const link = await linkOf(token);
  return link?.withReport ? offThread("ownerPaper", { job: link.job }) : null;
}

/** The mark of the shop, for a link that shows the report; null where there is none, and for a token that opens nothing. */
export async function ownerMark(token: string): Promise<Response | null> {
  const link = await linkOf(token);
  const mark = link?.withReport ? await offThread("ownerMark", { job: link.job }) : null;
  return mark && pictureResponse(Buffer.from(mark), "image/png", "no-store");
}

/** A photo that the shop chose for the owner; null for any other, and for a token that opens nothing. Not kept by any cache: a link can be shut. */
export async function ownerPhoto(token: string, photo: string, size: "small" | "full"): Promise<Response | null> {
  const link = await linkOf(token);
  if (!link || !photosForOwner(fold(await readEntries(database(), link.job))).some((each) => each.photo === photo)) return null; // prettier-ignore
  return photoResponse(link.job, photo, size, "no-store");
}

/** Types of entries that say which estimates wait for their owner. */
const estimateTypes = ["estimate-made", "approval-given", "owner-answered", "entry-struck"] as const;

/** By whom an answer through a link is: the owner, who has no account here. */
export const answersBy = "owner";

/**
 * Keeps the owner's word on an estimate as an entry of the job: once, while it is asked for. It is the owner's, with the name
 * that they typed; the role that is stamped on it lets nothing be done.
 */
export async function answerByToken(
  token: string,
  { estimate, agreed, by }: { readonly estimate: string; readonly agreed: boolean; readonly by: string },
): Promise<Outcome<null>> {
  const link = await linkOf(token);
  if (!link) return refused(problem("not-found"));
  const now = new Date();
  return withTransaction(database(), async (connection) => {
    // Two who answer at once take turns, and the second finds it answered.
    await lockStream(connection, link.job);
    const { costEstimates, approvals, ownerAnswers } = fold(await readEntriesOf(connection, link.job, estimateTypes));
    const isAnswered = [...approvals, ...ownerAnswers].some((each) => each.estimate === estimate);
    if (isAnswered || !costEstimates.some(({ id }) => id === estimate)) return refused(problem("estimate-answered"));
    const maker = { stream: link.job, author: answersBy, now: () => now.getTime(), random: () => randomBytes(16) };
    const entry = makeEntry(maker, "owner-answered", { estimate, agreed, by, link: link.id });
    await appendWithin(connection, link.job, [entry], now, "viewer");
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

/** A job's links as they are shown: when made, until when, whether shut and by what. Never their tokens. */
export const shownLinks = async (job: string) =>
  Promise.all(
    (await linksOf(database(), job)).map(async ({ id, withReport, madeAt, madeBy, expiresAt, revokedAt }) => ({
      id,
      withReport,
      madeAt,
      expiresAt,
      revokedAt,
      fallen: await fallen(job, madeBy),
    })),
  );

/** Shuts a link for ever; false where the job has none of that id. */
export const shutOwnerLink = (job: string, link: string): Promise<boolean> =>
  revokeOwnerLink(database(), job, link, new Date());
