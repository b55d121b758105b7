import { getIronSession } from "iron-session";
import { cookies } from "next/headers";
import { personById, type Person } from "@/store/people";
import { database, isHttps, sessionSecret } from "./environment";

interface Sealed {
  person?: string;
  version?: number;
}

const twelveHours = 12 * 3600;

const sealed = async () =>
  getIronSession<Sealed>(await cookies(), {
    password: sessionSecret(),
    cookieName: "ember-session",
    ttl: twelveHours,
    cookieOptions: { httpOnly: true, sameSite: "lax", secure: isHttps(), path: "/" },
  });

/** The person who is signed in, looked up afresh: a session that was revoked ends at its next request. */
export async function currentPerson(): Promise<Person | null> {
  const { person: id, version } = await sealed();
  if (!id) return null;
  const person = await personById(database(), id);
  return person && person.sessionVersion === version ? person : null;
}

/** Whether somebody who was let in a while ago still is: asked where no request brings the session along. */
export async function isStillAllowed({ id, sessionVersion }: Person): Promise<boolean> {
  return (await personById(database(), id))?.sessionVersion === sessionVersion;
}

/** Begins a new session; whatever the browser held before is replaced. */
export async function beginSession({ id, sessionVersion }: Person): Promise<void> {
  const session = await sealed();
  session.person = id;
  session.version = sessionVersion;
  await session.save();
}

export async function endSession(): Promise<void> {
  (await sealed()).destroy();
}
