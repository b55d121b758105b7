import type { Metadata } from "next";
import { requirePerson } from "@/server/require-person";
import { PeopleRoom } from "@/ui/shop/people/PeopleRoom";

export const metadata: Metadata = { title: "People" };

export default async function Page() {
  const { id, name, role, unit } = await requirePerson();
  return <PeopleRoom me={{ id, name, role, unit }} />;
}
