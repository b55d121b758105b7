import { cardPage, firstLines } from "@/server/cards";
import { requirePerson } from "@/server/require-person";
import { JobList } from "@/ui/shop/bench/JobList";

export const dynamic = "force-dynamic";

export default async function BenchPage() {
  const { id, name, role } = await requirePerson();
  return <JobList me={{ id, name, role }} page={await cardPage(0, firstLines)} />;
}
