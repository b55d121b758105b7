"use client";
import { Box, chakra } from "@chakra-ui/react";
import type { JointSheet } from "@/core/pack/compile-pack";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { useJob } from "../../job/JobContext";
import { HeatBar } from "../../kit/HeatBar";
import { Th, VerdictCell } from "./SheetTable";

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
      <chakra.table width="100%" minWidth="560px" borderCollapse="collapse" aria-label={joint.title}>
        <thead>
          <chakra.tr borderBottomWidth="1px" borderColor="lineStrong">
            <Th>
              <chakra.span srOnly>place</chakra.span>
            </Th>
            {joint.ends.map((end) => (
              <Th key={end.id} scope="col" textAlign="right">
                {end.name}
              </Th>
            ))}
            <Th scope="col" textAlign="right">
              {joint.governing.short}
            </Th>
            {joint.derived.map((item) => (
              <Th key={item.id} title={item.name} scope="col" textAlign="right">
                {item.short}
              </Th>
            ))}
            <Th scope="col">verdict</Th>
          </chakra.tr>
        </thead>
        <tbody>
          {sheet.rows.map(({ id, label, name }) => {
            const result = assessment.joints.get(id)!;
            const isHere = id === chosen;
            const { governing, derived, ends } = result;
            return (
              <chakra.tr key={id} borderBottomWidth="1px" borderColor="line" bg={isHere ? "emberWash" : undefined}>
                <chakra.th scope="row" p="0" textAlign="left">
                  <chakra.button
                    type="button"
                    aria-label={capital(name)}
                    aria-current={isHere ? "true" : undefined}
                    onClick={() => onChoose(id)}
                    minWidth="40px"
                    minHeight="46px"
                    px="6px"
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
                    <chakra.td
                      key={end.id}
                      textAlign="right"
                      px="6px"
                      fontSize="14px"
                      color="quiet"
                      fontVariantNumeric="tabular-nums"
                    >
                      {of.estimate ? formatNumber(of.estimate.value, unitFor(of.characteristic.unit)) : "·"}
                    </chakra.td>
                  );
                })}
                <chakra.td
                  textAlign="right"
                  px="6px"
                  fontVariantNumeric="tabular-nums"
                  minWidth="96px"
                  color={governing.accepted === false ? "out" : undefined}
                >
                  <chakra.span fontSize="18px">
                    {governing.estimate ? formatNumber(governing.estimate.value, unit) : "·"}
                  </chakra.span>
                  <HeatBar wear={governing.wear} />
                  <chakra.span fontSize="11px" color="quiet">
                    {governing.expanded === null ? "" : `± ${formatUncertainty(governing.expanded, unit)}`}
                  </chakra.span>
                </chakra.td>
                {derived.map((item) => (
                  <chakra.td
                    key={item.characteristic.id}
                    textAlign="right"
                    px="6px"
                    fontSize="14px"
                    fontVariantNumeric="tabular-nums"
                    color={item.accepted === false ? "out" : "quiet"}
                  >
                    {item.estimate ? formatNumber(item.estimate.value, unitFor(item.characteristic.unit)) : ""}
                  </chakra.td>
                ))}
                <chakra.td px="6px">
                  <VerdictCell
                    governing={governing}
                    toGo={[...ends.values()].reduce((sum, end) => sum + end.points.length - end.measured, 0)}
                    measured={[...ends.values()].reduce((sum, end) => sum + end.measured, 0)}
                  />
                </chakra.td>
              </chakra.tr>
            );
          })}
        </tbody>
      </chakra.table>
    </Box>
  );
}
