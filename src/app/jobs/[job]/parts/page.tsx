import type { Metadata } from "next";
import { requirePerson } from "@/server/require-person";
import { PartsRoom } from "@/ui/parts/PartsRoom";

export const metadata: Metadata = { title: "Parts in hand" };

export default async function Page() {
  await requirePerson();
  return <PartsRoom />;
}
