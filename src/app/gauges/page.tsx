import type { Metadata } from "next";
import { shopToday } from "@/server/day-style";
import { openGauges } from "@/server/gauges";
import { requirePerson } from "@/server/require-person";
import { GaugeRoom } from "@/ui/shop/gauges/GaugeRoom";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Gauges" };

export default async function GaugesPage() {
  const { id, name, role } = await requirePerson();
  return <GaugeRoom me={{ id, name, role }} today={await shopToday()} {...await openGauges()} />;
}
