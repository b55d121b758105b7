"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { standsByPoint, type RowResult } from "@/core/measure/assess-row";
import type { Sheet } from "@/core/pack/compile-pack";
import { useJob } from "../../../job/JobContext";
import { late } from "../../../kit/late";
import { BandPlot } from "../BandPlot";
import { AxisPlot } from "./AxisPlot";
import { BoreShape } from "./BoreShape";
import { PolarPlot } from "./PolarPlot";
import { picturesOf, pictureWords, type PictureKind } from "./which-pictures";

// Both draw charts, by far the largest script of the bench: most sheets need neither.
const LiftCurve = late(async () => (await import("./LiftCurve")).LiftCurve);
const Trend = late(async () => (await import("./Trend")).Trend);

/** The pictures of a sheet, one at a time. */
export function Pictures({ sheet, row }: { sheet: Sheet; row: RowResult }) {
  const { assessment, unitFor } = useJob();
  const kinds = picturesOf(sheet.feature);
  const [chosen, setChosen] = useState<PictureKind | null>(null);
  const kind = chosen ?? kinds[0]!;
  const { governing } = sheet.feature;
  const rows = sheet.rows.map(({ id }) => assessment.rows.get(id)!);
  const unit = unitFor(sheet.feature.unit);
  return (
    <Box hideBelow="md" mt="10px">
      <Flex as="nav" aria-label="Pictures" gap="2px" mb="-4px">
        {kinds.map((each) => (
          <chakra.button
            key={each}
            type="button"
            aria-pressed={each === kind}
            onClick={() => setChosen(each)}
            px="8px"
            minHeight="28px"
            fontSize="12px"
            borderRadius="6px"
            color={each === kind ? "ink" : "quiet"}
            bg={each === kind ? "raised" : undefined}
            cursor="pointer"
            _hover={{ color: "ink" }}
          >
            {pictureWords[each]}
          </chakra.button>
        ))}
      </Flex>
      {kind === "band" && (
        <BandPlot
          title={sheet.feature.title}
          limits={governing.limits}
          unit={unitFor(governing.unit)}
          groups={rows.map((each) => ({
            id: each.row.id,
            label: each.row.label,
            values: standsByPoint(governing) ? each.points : [each.governing],
          }))}
        />
      )}
      {kind === "shape" && <BoreShape sheet={sheet} rows={rows} chosen={row.row.id} unit={unit} />}
      {kind === "polar" && <PolarPlot row={row} unit={unit} />}
      {kind === "axis" && <AxisPlot row={row} unit={unit} />}
      {kind === "curve" && <LiftCurve rows={rows} chosen={row} unit={unit} />}
      {kind === "trend" && <Trend row={row} />}
    </Box>
  );
}
