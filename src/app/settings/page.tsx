import type { Metadata } from "next";
import { schoolsOf } from "@/core/pack/schools";
import { packsOnOffer } from "@/server/open-job";
import { openGauges } from "@/server/gauges";
import { requirePerson } from "@/server/require-person";
import { SettingsPage } from "@/ui/shop/settings/SettingsPage";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Settings" };

export default async function Settings() {
  const { id, name, role } = await requirePerson();
  const [{ stream, entries }, packs] = await Promise.all([openGauges(), packsOnOffer()]);
  return (
    <SettingsPage
      me={{ id, name, role }}
      stream={stream}
      entries={entries}
      schools={schoolsOf(packs.map(({ pack }) => pack))}
    />
  );
}
