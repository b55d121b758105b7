import { notFound } from "next/navigation";
import { ownerView } from "@/server/owner";
import { requireSchema } from "@/server/require-person";
import { OwnerPage } from "@/ui/shop/owner/OwnerPage";
import { privatePage } from "../private-page";

export const metadata = privatePage("Your engine");
export const dynamic = "force-dynamic";

/** What an owner sees through a link: no session, nothing to write, nothing but what the view names. */
export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  await requireSchema();
  const { token } = await params;
  const shown = await ownerView(token);
  if (!shown) notFound();
  return (
    <OwnerPage
      {...shown}
      photos={`/api/owner/${token}/photos`}
      answers={`/api/owner/${token}/answer`}
      report={shown.view.withReport ? { page: `/owner/${token}/report`, file: `/api/owner/${token}/report` } : null}
    />
  );
}
