import { ListingQuery, cardPage, firstLines } from "@/server/cards";
import { shopToday } from "@/server/day-style";
import { requirePerson } from "@/server/require-person";
import { JobList } from "@/ui/shop/bench/JobList";

export const dynamic = "force-dynamic";

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function BenchPage({ searchParams }: Props) {
  const { id, name, role } = await requirePerson();
  const listing = ListingQuery.parse(await searchParams);
  // Not waited for: the page begins, and the lines come when they are there.
  return (
    <JobList
      me={{ id, name, role }}
      listing={listing}
      today={await shopToday()}
      page={cardPage(0, firstLines, listing)}
    />
  );
}
