import { cardPage, firstLines } from "@/server/cards";
import { requirePerson } from "@/server/require-person";
import { JobList } from "@/ui/shop/bench/JobList";

export const dynamic = "force-dynamic";

export default async function BenchPage() {
  const { id, name, role } = await requirePerson();
  // Not waited for: the page begins, and the lines come when they are there.
  return <JobList me={{ id, name, role }} page={cardPage(0, firstLines)} />;
}
