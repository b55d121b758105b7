"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { BudgetLine } from "@/core/measure/uncertainty-budget";
import { fromCore, type Unit } from "@/core/quantity/units";
import { saySource } from "@/words/say-source";
import { useJob } from "./JobContext";

const Cell = chakra("td", {
  base: {
    py: "4px",
    textAlign: "right",
    fontVariantNumeric: "tabular-nums",
    verticalAlign: "top",
    whiteSpace: "nowrap",
  },
});
const Head = chakra("th", {
  base: { fontWeight: 400, color: "quiet", textAlign: "right", pb: "2px", whiteSpace: "nowrap" },
});

/** What an uncertainty is made of, line by line; what two ends share and so cancels stands in it too. */
export function UncertaintyBudget({
  lines,
  total,
  coverage,
  unit,
}: {
  lines: readonly BudgetLine[];
  total: number;
  coverage: number;
  unit: Unit;
}) {
  const { assessment } = useJob();
  const [open, setOpen] = useState(false);
  if (lines.length === 0) return null;
  // One decimal finer than values are shown: contributions are smaller than what they add up to.
  const figure = (value: number) => (fromCore(value, unit) - fromCore(0, unit)).toFixed(unit.decimals + 1);
  return (
    <Box mt="14px">
      <Heading as="h3" fontSize="13px" fontWeight={400}>
        <chakra.button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          color="quiet"
          minHeight="28px"
          cursor="pointer"
          textDecoration="underline"
          textUnderlineOffset="3px"
          _hover={{ color: "ink" }}
        >
          {open ? "Hide the uncertainty budget" : "What is the uncertainty made of?"}
        </chakra.button>
      </Heading>
      {open && (
        <chakra.table width="100%" fontSize="12px" lineHeight="1.3" mt="4px" aria-label="Uncertainty budget">
          <thead>
            <chakra.tr borderBottomWidth="1px" borderColor="line">
              <Head textAlign="left">source</Head>
              <Head>u, {unit.symbol}</Head>
              <Head>share</Head>
            </chakra.tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <chakra.tr
                key={`${line.kind}:${line.subject}`}
                borderBottomWidth="1px"
                borderBottomStyle="dotted"
                borderColor="line"
              >
                <Cell textAlign="left" whiteSpace="normal" pr="6px">
                  {saySource(line, assessment.job)}
                  {line.cancels && (
                    <chakra.span display="block" color="sound">
                      shared by both ends: cancels
                    </chakra.span>
                  )}
                </Cell>
                <Cell>{figure(line.standard)}</Cell>
                <Cell color="quiet">{Math.round(line.share * 100)} %</Cell>
              </chakra.tr>
            ))}
            <chakra.tr>
              <Cell textAlign="left" fontWeight={700}>
                together, u
              </Cell>
              <Cell fontWeight={700}>{figure(total)}</Cell>
              <Cell color="quiet">U = {coverage.toFixed(coverage === Math.round(coverage) ? 0 : 2)} u</Cell>
            </chakra.tr>
          </tbody>
        </chakra.table>
      )}
    </Box>
  );
}
