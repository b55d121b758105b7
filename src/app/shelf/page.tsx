import type { Metadata } from "next";
import { requirePerson } from "@/server/require-person";
import { listShelf } from "@/server/shelf";
import { ShelfRoom } from "@/ui/shop/shelf/ShelfRoom";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Shelf" };

export default async function ShelfPage() {
  const { id, name, role } = await requirePerson();
  return <ShelfRoom me={{ id, name, role }} {...await listShelf("", null)} />;
}
