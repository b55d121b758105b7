"use client";
import { chakra } from "@chakra-ui/react";

/** Where the limit stands on a bar of heat, in percent: what lies beyond it has room to be seen. */
export const limitAt = 84;

/** The verdict stays in view where a line is wider than the window: what it is about scrolls below it. */
const inView = { position: { md: "sticky" }, right: "0", bg: "ground", zIndex: 1 } as const;

/**
 * A table at the bench, with the looks of all that stands in it: its lines, `ReadingCell`, `HeatBar`. They are written once
 * and not at each of some hundred elements, which would be most of the time that a sheet takes to come. What a cell is at the
 * moment it says by its data attributes.
 */
export const BenchTable = chakra("table", {
  base: {
    borderCollapse: "collapse",
    "& tr": { borderBottomWidth: "1px", borderColor: "line" },
    "& thead tr": { borderColor: "lineStrong" },
    "& thead th": {
      fontWeight: 400,
      fontSize: "13px",
      color: "quiet",
      textAlign: "left",
      px: "6px",
      pb: "4px",
      whiteSpace: "nowrap",
    },
    "& tbody th": { fontSize: "18px", fontWeight: 700, width: "34px", px: "6px", textAlign: "left" },
    "& th[data-scrapped]": { color: "out", textDecoration: "line-through" },
    "& td": { px: "6px" },
    "& td[data-reading]": { minWidth: "84px", maxWidth: "130px", p: "0" },
    "& [data-figure]": { textAlign: "right", fontVariantNumeric: "tabular-nums", px: "4px" },
    "& td[data-figure]": { fontSize: "14px", color: "quiet" },
    "& td[data-figure=governing]": { color: "ink" },
    "& td[data-figure=out]": { color: "out" },
    "& [data-verdict]": inView,

    "& [data-cell]": {
      px: "4px",
      py: "2px",
      borderWidth: "2px",
      borderRadius: "7px",
      borderColor: "transparent",
    },
    "& [data-cell=active]": { borderColor: "ember", bg: "emberWash" },
    "& [data-alarm=near]": { borderColor: "near" },
    "& [data-alarm=out]": { borderColor: "out" },
    "& input": {
      width: "100%",
      minHeight: "26px",
      fontSize: "18px",
      fontVariantNumeric: "tabular-nums",
      bg: "transparent",
      outline: "none",
      color: "ink",
      _placeholder: { color: "quiet" },
      _focusVisible: { outline: "none" },
    },
    "& input[data-is=waiting]": { color: "near", fontStyle: "italic" },
    "& input[data-is=draft]": { color: "emberInk" },
    "& [data-below]": {
      mt: "3px",
      height: "14px",
      fontSize: "11px",
      lineHeight: "14px",
      color: "quiet",
      fontVariantNumeric: "tabular-nums",
      whiteSpace: "nowrap",
      "& > span": { mr: "6px" },
    },

    "& [data-heat]": { position: "relative", height: "3px", borderRadius: "2px", "& > *": { position: "absolute" } },
    "& [data-heat=known]": { bg: "line" },
    "& [data-heat=known]::after": {
      content: '""',
      position: "absolute",
      left: `${limitAt}%`,
      top: "-3px",
      width: "1px",
      height: "9px",
      bg: "lineStrong",
    },
    // It spans new to limit and is uncovered, so that the same heat always has the same colour.
    "& [data-glow]": {
      insetY: "0",
      left: "0",
      width: `${limitAt}%`,
      borderRadius: "2px",
      bgGradient: "to-r",
      gradientFrom: "cool",
      gradientVia: "near",
      gradientTo: "ember",
    },
    "& [data-ash]": { insetY: "0", left: `${limitAt}%`, bg: "ash" },
    "& [data-whisker]": { top: "-2px", height: "7px", borderInlineWidth: "1px", borderColor: "ink" },
  },
});
