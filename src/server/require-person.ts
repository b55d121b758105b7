import { redirect } from "next/navigation";
import type { SignedIn } from "@/store/sessions";
import { schemaIsKnown } from "./environment";
import { currentPerson } from "./session";

/** A page over another program's database shows nothing of it. */
class UnknownSchema extends Error {
  readonly digest = "unknown-schema";
}

/** The person a page is for; everybody else is sent to the door. */
export async function requirePerson(): Promise<SignedIn> {
  if (!(await schemaIsKnown())) throw new UnknownSchema();
  return (await currentPerson()) ?? redirect("/sign-in");
}
