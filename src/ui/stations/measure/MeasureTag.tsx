"use client";
import { useMemo } from "react";
import type { RowResult } from "@/core/measure/assess-row";
import type { Sheet } from "@/core/pack/compile-pack";
import { Cautions } from "../../job/Cautions";
import { PartTag } from "../../job/PartTag";
import { GaugePlace } from "./GaugePlace";
import { ReasonsOwed } from "./ReasonsOwed";

/** What is said beside a sheet: the tag of the part in hand, where the gauge goes, what is owed, what to beware of. */
export function MeasureTag({ sheet, row, point }: { sheet: Sheet; row: RowResult; point: string }) {
  const owed = useMemo(
    () => (
      <>
        <ReasonsOwed />
        <Cautions station="measure" partClass={sheet.partClass.id} />
      </>
    ),
    [sheet],
  );
  return (
    <PartTag row={row} beneath={<GaugePlace sheet={sheet} point={point} />}>
      {owed}
    </PartTag>
  );
}
