"use client";
import { Heading } from "@chakra-ui/react";
import { useMemo } from "react";
import { ledgerOf } from "@/core/money/ledger";
import { buysOfJob } from "@/core/ordering/order-of-job";
import { scheduleOf } from "@/core/ordering/schedule";
import { sayMinor } from "@/words/say-plan";
import { many } from "@/words/sentences/sentence";
import { Cautions } from "../../job/Cautions";
import { StationHolds } from "../../job/StationHolds";
import { StationLayout } from "../../job/StationLayout";
import { useInAddress } from "../../job/address";
import { useJob } from "../../job/JobContext";
import { TabRow, type TabItem } from "../../kit/TabRow";
import { BuyTab } from "./BuyTab";
import { MoneyTab } from "./MoneyTab";
import { OrderedTab } from "./OrderedTab";
import { ShopTab } from "./ShopTab";
import { WhenTab } from "./WhenTab";
import { useSettled } from "../../kit/Below";
import { useDay } from "../../kit/day";

const known = ["buy", "ordered", "shop", "money", "when"] as const;
type Tab = (typeof known)[number];

/** What is bought and what goes to the machine shop, by what was decided and no more; what came of it, and when it is done. */
export function OrderStation() {
  const day = useDay();
  const { assessment, pack } = useJob();
  const buys = useMemo(() => buysOfJob(pack, assessment), [pack, assessment]);
  const { toBuy, shop } = buys;
  const ledger = useMemo(() => ledgerOf(pack, assessment, buys), [pack, assessment, buys]);
  const isSettled = useSettled();
  /** Undefined while it is still to be played through. */
  const schedule = useMemo(
    () => (isSettled ? scheduleOf(pack, assessment, buys.toBuy.lines, buys.shop) : undefined),
    [isSettled, pack, assessment, buys],
  );
  const coming = assessment.buying.ordered.filter(({ open }) => open > 0);
  const away = shop.lines.filter(({ state }) => state !== "measured");
  // It opens where there is something to do.
  const [word, setTab] = useInAddress("tab");
  const chosen = known.find((each) => each === word) ?? null;
  const tab = chosen ?? (toBuy.lines.length === 0 && coming.length > 0 ? "ordered" : "buy");
  const tabs: readonly TabItem<Tab>[] = [
    { id: "buy", name: "To buy", count: toBuy.lines.length > 0 ? many(toBuy.lines.length, "line") : "" },
    {
      id: "ordered",
      name: "On order",
      count: coming.length > 0 ? `${coming.length} to come` : "",
      isUrgent: coming.some(({ isOverdue }) => isOverdue),
    },
    { id: "shop", name: "Machine shop", count: away.length > 0 ? many(away.length, "part") : "" },
    { id: "money", name: "What it costs", count: sayMinor(ledger.total.likely, assessment.order.settings?.currency ?? null) }, // prettier-ignore
    { id: "when", name: "Ready when", count: schedule ? day(schedule.likely) : "" },
  ];
  return (
    <StationLayout aside={null}>
      <Heading as="h1" fontSize="22px">
        What is bought, and what is sent out
      </Heading>
      <Cautions station="order" partClass="" />
      <StationHolds station="order" />
      <TabRow label="Order" items={tabs} here={tab} onChoose={setTab} />
      {tab === "buy" && <BuyTab toBuy={toBuy} />}
      {tab === "ordered" && <OrderedTab />}
      {tab === "shop" && <ShopTab shop={shop} />}
      {tab === "money" && <MoneyTab ledger={ledger} fromShop={shop.lines.length} />}
      {tab === "when" && schedule !== undefined && <WhenTab schedule={schedule} />}
    </StationLayout>
  );
}
