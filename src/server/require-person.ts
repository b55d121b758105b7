import { redirect } from "next/navigation";
import type { SignedIn } from "@/store/sessions";
import { schemaIsKnown } from "./environment";
import { currentPerson } from "./session";

/** A page over another program's database shows nothing of it. */
class UnknownSchema extends Error {
  readonly digest = "unknown-schema";
}

/** Ends a page whose database belongs to another version of this program. */
export async function requireSchema(): Promise<void> {
  if (!(await schemaIsKnown())) throw new UnknownSchema();
}

/** The person a page is for; everybody else is sent to the door. */
export async function requirePerson(): Promise<SignedIn> {
  await requireSchema();
  return (await currentPerson()) ?? redirect("/sign-in");
}
