import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { stations, type Station } from "@/core/stations";
import { requirePerson } from "@/server/require-person";
import { StationPage } from "@/ui/job/StationPage";
import { stationWords } from "@/words/stations";

interface Props {
  readonly params: Promise<{ station: string }>;
}

const stationOf = async ({ params }: Props): Promise<Station | undefined> => {
  const { station } = await params;
  return stations.find((each) => each === station);
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  const station = await stationOf(props);
  return { title: station ? stationWords[station] : "Not found" };
}

export default async function Page(props: Props) {
  await requirePerson();
  const station = await stationOf(props);
  if (!station) notFound();
  return <StationPage station={station} />;
}
