import { notFound } from "next/navigation";
import { ownerPaper } from "@/server/owner";
import { requireSchema } from "@/server/require-person";
import { OwnerFrame } from "@/ui/shop/owner/OwnerFrame";
import { Paper, type Piece } from "@/ui/shop/owner/Paper";
import { privatePage } from "../../private-page";

export const metadata = privatePage("Your report");
export const dynamic = "force-dynamic";

/** The report as a page, for whoever holds an owner's link that shows it: what the PDF says, piece by piece. */
export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  await requireSchema();
  const { token } = await params;
  const shown = await ownerPaper(token);
  if (!shown) notFound();
  const { paper, photos, mark, shop } = shown;
  return (
    <OwnerFrame shop={shop} back={`/owner/${token}`}>
      <Paper
        of={paper as Piece}
        srcOf={(image) => {
          if (image === mark) return `/api/owner/${token}/mark`;
          const photo = photos.get(image);
          return photo && `/api/owner/${token}/photos/${photo}/full`;
        }}
      />
    </OwnerFrame>
  );
}
