import type { Metadata } from "next";
import { catalogueSize } from "@/server/catalogue";
import { requirePerson } from "@/server/require-person";
import { CatalogueRoom } from "@/ui/shop/catalogue/CatalogueRoom";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Catalogue" };

export default async function CataloguePage() {
  const { id, name, role } = await requirePerson();
  return <CatalogueRoom me={{ id, name, role }} count={await catalogueSize()} />;
}
