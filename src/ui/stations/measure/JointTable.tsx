"use client";
import { Box, chakra } from "@chakra-ui/react";
import type { JointSheet } from "@/core/pack/compile-pack";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { useJob } from "../../job/JobContext";
import { BenchTable } from "./BenchTable";
import { HeatBar } from "./HeatBar";
import { VerdictCell } from "./SheetTable";

/** How the ends of a joint fit at each place. Nothing is typed here: it follows from the readings of the ends. */
export function JointTable({
  sheet,
  chosen,
  onChoose,
}: {
  sheet: JointSheet;
  chosen: string;
  onChoose: (row: string) => void;
}) {
  const { assessment, unitFor } = useJob();
  const { joint } = sheet;
  const unit = unitFor(joint.governing.unit);
  return (
    <Box overflowX="auto">
      <BenchTable width="100%" minWidth="560px" aria-label={joint.title}>
        <thead>
          <tr>
            <th>
              <chakra.span srOnly>place</chakra.span>
            </th>
            {joint.ends.map((end) => (
              <th key={end.id} scope="col" data-figure="">
                {end.name}
              </th>
            ))}
            <th scope="col" data-figure="">
              {joint.governing.short}
            </th>
            {joint.derived.map((item) => (
              <th key={item.id} title={item.name} scope="col" data-figure="">
                {item.short}
              </th>
            ))}
            <th scope="col">verdict</th>
          </tr>
        </thead>
        <tbody>
          {sheet.rows.map(({ id, label, name }) => {
            const result = assessment.joints.get(id)!;
            const isHere = id === chosen;
            const { governing, derived, ends } = result;
            return (
              <chakra.tr key={id} bg={isHere ? "emberWash" : undefined}>
                <chakra.th scope="row" p="0">
                  <chakra.button
                    type="button"
                    aria-label={capital(name)}
                    aria-current={isHere ? "true" : undefined}
                    onClick={() => onChoose(id)}
                    minWidth="40px"
                    minHeight="46px"
                    fontSize="18px"
                    fontWeight={700}
                    textAlign="left"
                    cursor="pointer"
                  >
                    {label}
                  </chakra.button>
                </chakra.th>
                {joint.ends.map((end) => {
                  const of = ends.get(end.id)!.governing;
                  return (
                    <td key={end.id} data-figure="">
                      {of.estimate ? formatNumber(of.estimate.value, unitFor(of.characteristic.unit)) : "·"}
                    </td>
                  );
                })}
                <chakra.td data-figure={governing.accepted === false ? "out" : "governing"} minWidth="96px">
                  <chakra.span fontSize="18px">
                    {governing.estimate ? formatNumber(governing.estimate.value, unit) : "·"}
                  </chakra.span>
                  {governing.wear && <HeatBar wear={governing.wear} />}
                  <chakra.span fontSize="11px" color="quiet">
                    {governing.expanded === null ? "" : `± ${formatUncertainty(governing.expanded, unit)}`}
                  </chakra.span>
                </chakra.td>
                {derived.map((item) => (
                  <td key={item.characteristic.id} data-figure={item.accepted === false ? "out" : ""}>
                    {item.estimate ? formatNumber(item.estimate.value, unitFor(item.characteristic.unit)) : ""}
                  </td>
                ))}
                <td>
                  <VerdictCell
                    governing={governing}
                    toGo={[...ends.values()].reduce((sum, end) => sum + end.points.length - end.measured, 0)}
                    measured={[...ends.values()].reduce((sum, end) => sum + end.measured, 0)}
                  />
                </td>
              </chakra.tr>
            );
          })}
        </tbody>
      </BenchTable>
    </Box>
  );
}
