import type { Metadata } from "next";
import { boardData } from "@/server/board";
import { shopToday } from "@/server/day-style";
import { requirePerson } from "@/server/require-person";
import { BoardRoom } from "@/ui/shop/board/BoardRoom";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Board" };

export default async function Page() {
  const { id, name, role } = await requirePerson();
  return <BoardRoom me={{ id, name, role }} today={await shopToday()} {...await boardData()} />;
}
