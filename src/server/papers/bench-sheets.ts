import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { RowResult } from "@/core/measure/assess-row";
import type { CompiledPack, Sheet } from "@/core/pack/compile-pack";
import { shownUnit, unitById, type Unit } from "@/core/quantity/units";
import { writeTagCode } from "@/core/strip/tag-code";
import { capital } from "@/words/capital";
import { sayLimit, sayRef, sourceNames } from "@/words/say-option";
import { mm, page, quiet, rules, type Format } from "./page";

// Sheets that somebody at the bench fills in with a pencil, and that are typed in by place afterwards.

/** So many points of a place stand in one line. */
const across = 6;

/** The limits of a sheet with where they stand. */
function limitsOf({ feature: { governing } }: Sheet, unit: Unit, sources: ReadonlyMap<string, string>): string {
  const { new: fresh, reassembly } = governing.limits;
  const said = [fresh && `new ${sayLimit(fresh, unit)}`, reassembly && `reassembly ${sayLimit(reassembly, unit)}`];
  const ref = reassembly?.ref ?? fresh?.ref;
  const limits = said.filter(Boolean).join(", ");
  return limits === "" ? "no limit of its own" : `${limits} ${unit.symbol}${ref ? `; ${sayRef(ref, sources)}` : ""}`;
}

/** A place: its code, what it is called, and a box for each point, with what was read already. */
function place(row: RowResult, job: string | null): Content {
  const names = new Map(row.feature.points.map(({ id, name }) => [id, name]));
  const cells = row.points.map(({ point, readings }): TableCell => ({
    stack: [
      { text: names.get(point) ?? point, fontSize: 7, color: quiet },
      { text: readings.length > 0 ? "read" : " ", fontSize: 9, color: quiet, margin: [0, 2, 0, 8] },
    ],
  }));
  const lines = Array.from({ length: Math.ceil(cells.length / across) }, (_, line) => {
    const those = cells.slice(line * across, (line + 1) * across);
    return [...those, ...Array.from({ length: across - those.length }, (): TableCell => ({ text: "", border: [false, false, false, false] }))]; // prettier-ignore
  });
  return {
    unbreakable: true,
    margin: [0, 0, 0, 8],
    columns: [
      row.part && job
        ? { qr: writeTagCode({ job, part: row.part.id }), fit: 18 * mm, eccLevel: "M", width: 22 * mm }
        : { text: "", width: 22 * mm },
      {
        width: "*",
        stack: [
          {
            text: [
              { text: capital(row.row.name), bold: true },
              row.part ? `  ·  ${row.part.tag}` : "  ·  no part in hand",
            ],
          },
          {
            table: { widths: Array.from({ length: across }, () => "*"), body: lines },
            layout: { hLineColor: () => quiet, vLineColor: () => quiet, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
            margin: [0, 3, 0, 0],
          },
        ],
      },
    ],
  };
}

/**
 * Blank sheets for what is to be measured: of one part, of one sheet of readings, or what is left of the whole job; each with
 * its limits, its places in the order in which they are typed in, and the codes of the parts. What is scrapped or not there is left out.
 */
export function measuringSheets(
  pack: CompiledPack,
  assessment: Assessment,
  {
    sheet: only,
    part,
    format,
  }: { readonly sheet: string | null; readonly part: string | null; readonly format: Format },
): TDocumentDefinitions {
  const { job, rows, crack } = assessment;
  const lengths = unitById(job.header?.unit ?? "mm")!;
  const sources = sourceNames(pack.pack, "short");
  const wanted = pack.sheets.flatMap((sheet) => {
    if (only !== null && sheet.id !== only) return [];
    const places = sheet.rows.flatMap(({ id }) => {
      const row = rows.get(id);
      const isHere = row?.part != null && !crack.scrapped.has(row.part.id) && (part === null || row.part.id === part);
      const isWanted = only !== null || part !== null || (row !== undefined && row.measured < row.points.length);
      return row && isHere && isWanted ? [row] : [];
    });
    return places.length > 0 ? [{ sheet, places }] : [];
  });
  const title = `${job.header?.name ?? "Engine"}: to measure`;
  if (wanted.length === 0) return page(title, [{ text: "There is nothing here to measure." }], format);
  return page(
    title,
    wanted.flatMap(({ sheet, places }, at): Content[] => {
      const unit = shownUnit(sheet.feature.unit, lengths);
      const name = capital(sheet.feature.title);
      const [first, ...others] = places.map((row) => place(row, job.id));
      return [
        {
          // A heading stays with what stands under it.
          unbreakable: true,
          margin: [0, at > 0 ? 14 : 0, 0, 0],
          stack: [
            { text: name, bold: true, fontSize: 13, outline: true, outlineText: name },
            { text: limitsOf(sheet, unit, sources), margin: [0, 2, 0, 0] },
            {
              text: `Figures in ${unit.symbol}. Gauge: ______________   Set to: __________   Part, °C: ______   Gauge, °C: ______   By: ______________   Day: __________`, // prettier-ignore
              fontSize: 9,
              margin: [0, 8, 0, 10],
            },
            first!,
          ],
        },
        ...others,
      ];
    }),
    format,
  );
}

/** The strip list: what comes apart in which order, what has to be looked at before it is too late, with a box to tick. */
export function stripList(pack: CompiledPack, { job, strip }: Assessment, format: Format): TDocumentDefinitions {
  const title = `${job.header?.name ?? "Engine"}: strip list`;
  if (!strip) return page(title, [{ text: "The pack of this family has no strip list." }], format);
  const box = (isDone: boolean): TableCell => ({
    text: isDone ? "done" : " ",
    fontSize: 8,
    color: quiet,
    alignment: "center",
  });
  const places = (names: readonly string[]) => (names.length > 1 ? `: ${names.map((name) => `${name} ______`).join("  ")}` : ": ______________"); // prettier-ignore
  return page(
    title,
    [
      {
        layout: rules,
        table: {
          widths: [30, "*", 60],
          headerRows: 1,
          body: [
            ["done", "what, in this order", "minutes"].map((text) => ({ text, color: quiet, fontSize: 9 })),
            ...strip.steps.map(({ step, state, checks }): TableCell[] => [
              box(state === "done"),
              {
                stack: [
                  ...checks
                    .filter(({ state: stands }) => stands === "open")
                    .map(({ check }) => ({
                      text: [
                        { text: `Before it: ${check.name}`, bold: true },
                        places(check.places.map(({ name }) => name)),
                        { text: `\n${check.how}`, color: quiet, fontSize: 8 },
                      ],
                      margin: [0, 0, 0, 4] as [number, number, number, number],
                    })),
                  { text: capital(step.name), bold: true },
                  ...[step.tools, step.note].flatMap((text) => (text ? [{ text, fontSize: 9, color: quiet }] : [])),
                  ...(step.caution ? [{ text: `Caution: ${step.caution}`, fontSize: 9 }] : []),
                  ...(step.renew.length > 0
                    ? [{ text: `New at reassembly: ${step.renew.map(({ name }) => name).join(", ")}`, fontSize: 9, color: quiet }] // prettier-ignore
                    : []),
                ],
              },
              { text: String(step.minutes), alignment: "right", color: quiet },
            ]),
          ],
        },
      },
      { text: "Local codes and the maker's manual come first.", color: quiet, fontSize: 9, margin: [0, 10, 0, 0] },
    ],
    format,
  );
}
