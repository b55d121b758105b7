import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { requirePerson } from "@/server/require-person";
import { jobPlaces, placeWords, type JobPlace } from "@/words/places";

interface Props {
  readonly params: Promise<{ station: string }>;
}

const placeOf = async ({ params }: Props): Promise<JobPlace | undefined> => {
  const { station } = await params;
  return jobPlaces.find((each) => each === station);
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  const place = await placeOf(props);
  return { title: place ? placeWords(place) : "Not found" };
}

/** The browser draws the places of a job itself, in the frame around this: here it is only told which there are. */
export default async function Page(props: Props) {
  await requirePerson();
  if (!(await placeOf(props))) notFound();
  return null;
}
