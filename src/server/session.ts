import { getIronSession, type IronSession } from "iron-session";
import { cookies } from "next/headers";
import * as z from "@/core/z";
import type { Person } from "@/store/people";
import {
  beginSession as keepSession,
  endSession as dropSession,
  personOfSession,
  sessionHours,
  type SignedIn,
} from "@/store/sessions";
import { database, isHttps, sessionSecret } from "./environment";
import { newId } from "./ids";
import type { Door } from "./sign-in";

const shape = {
  /** Which session; the database knows whose, and whether it still is one. */
  session: { name: "ember-session", seconds: sessionHours * 3600, holds: z.object({ id: z.uuid() }) },
  /** By which a person's own device is told from others. It lets nobody in. */
  device: {
    name: "ember-device",
    seconds: 400 * 24 * 3600,
    holds: z.object({ id: z.uuid(), people: z.array(z.uuid()).check(z.maxLength(40)) }),
  },
} as const;
type Kind = keyof typeof shape;
type Held<K extends Kind> = z.infer<(typeof shape)[K]["holds"]>;

const sealed = async <K extends Kind>(kind: K): Promise<IronSession<Partial<Held<K>>>> => {
  const { name, seconds } = shape[kind];
  return getIronSession<Partial<Held<K>>>(await cookies(), {
    password: sessionSecret(),
    cookieName: name,
    ttl: seconds,
    cookieOptions: { httpOnly: true, sameSite: "lax", secure: isHttps(), path: "/" },
  });
};

/** What a cookie holds; nothing where there is none, or one that is damaged. */
async function unsealed<K extends Kind>(kind: K): Promise<Held<K> | null> {
  try {
    const held = shape[kind].holds.safeParse({ ...(await sealed(kind)) });
    return held.success ? (held.data as Held<K>) : null;
  } catch {
    return null;
  }
}

/** Seals a cookie anew, whatever stood there before. */
async function seal<K extends Kind>(kind: K, holds: Held<K>): Promise<void> {
  (await cookies()).delete(shape[kind].name);
  const cookie = await sealed(kind);
  Object.assign(cookie, holds);
  await cookie.save();
}

/** The person who is signed in, looked up afresh: a session that was ended or revoked is over at its next request. */
export async function currentPerson(): Promise<SignedIn | null> {
  const held = await unsealed("session");
  return held && personOfSession(database(), held.id, new Date());
}

/** Whether somebody who was let in a while ago still is: asked where no request brings the session along. */
export const isStillAllowed = async ({ session }: SignedIn): Promise<boolean> =>
  (await personOfSession(database(), session, new Date())) !== null;

/** The device that asks, as far as it was here before. */
export const deviceAtTheDoor = (): Promise<Door["device"]> => unsealed("device");

const mostPeople = 40;

/** Begins a new session, ends the one that the browser held before, and remembers the device as one of this person's. */
export async function beginSession(person: Person): Promise<void> {
  const before = await unsealed("session");
  if (before) await dropSession(database(), before.id);
  const id = newId();
  await keepSession(database(), id, person, new Date());
  await seal("session", { id });
  const device = await unsealed("device");
  const people = [person.id, ...(device?.people ?? []).filter((each) => each !== person.id)].slice(0, mostPeople);
  await seal("device", { id: device?.id ?? newId(), people });
}

/** Ends the session here and at the server. */
export async function endSession(): Promise<void> {
  const held = await unsealed("session");
  if (held) await dropSession(database(), held.id);
  (await cookies()).delete(shape.session.name);
}
