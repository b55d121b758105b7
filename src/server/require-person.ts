import { redirect } from "next/navigation";
import type { Person } from "@/store/people";
import { currentPerson } from "./session";

/** The person a page is for; everybody else is sent to the door. */
export async function requirePerson(): Promise<Person> {
  return (await currentPerson()) ?? redirect("/sign-in");
}
