import type { Metadata } from "next";
import { requirePerson } from "@/server/require-person";
import { OwnersRoom } from "@/ui/shop/owners/OwnersRoom";

export const metadata: Metadata = { title: "Owners" };

export default async function Page() {
  const { id, name, role } = await requirePerson();
  return <OwnersRoom me={{ id, name, role }} />;
}
