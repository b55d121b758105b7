"use client";
import { Box, NativeSelect, chakra } from "@chakra-ui/react";
import type { ColumnUse, ImportPlan, ImportRow, PastedTable } from "@/core/measure/import-readings";
import type { Feature } from "@/core/pack/schema";
import { many } from "@/words/sentences/sentence";

/** So many lines are drawn; what comes of the others is said below. */
const shownLines = 200;

const keyOf = (column: ColumnUse) => (column.use === "point" ? `point ${column.point}` : column.use);
const columnOf = (key: string): ColumnUse =>
  key.startsWith("point ") ? { use: "point", point: key.slice(6) } : { use: key as "row" | "order" | "ignore" };

const leftOut = "left out";

interface Props {
  readonly table: PastedTable;
  readonly columns: readonly ColumnUse[];
  readonly plan: ImportPlan;
  readonly rows: readonly (ImportRow & { readonly name: string })[];
  readonly feature: Feature;
  readonly onColumn: (at: number, use: ColumnUse) => void;
  /** Sends a line to a row, or leaves it out. */
  readonly onLine: (at: number, row: string | null) => void;
}

/** A table before it is taken: what each column is, and where each line goes. A person has the last word on both. */
export function PastePreview({ table, columns, plan, rows, feature, onColumn, onLine }: Props) {
  const isInOrder = columns.some(({ use }) => use === "order");
  const wrong = new Set(plan.problems.map(({ path }) => path[0]));
  const asked = new Set(plan.readings.filter(({ question }) => question).map(({ line }) => line));
  const nameOf = new Map(rows.map(({ id, name }) => [id, name]));
  const pointOf = new Map(feature.points.map(({ id, name }) => [id, name]));
  return (
    <Box overflow="auto" maxHeight="300px" mt="12px" tabIndex={0} role="region" aria-label="Lines of the table">
      <chakra.table fontSize="13px" borderCollapse="collapse" aria-label="Preview">
        <thead>
          <tr>
            <chakra.th textAlign="left" fontWeight={400} color="quiet" pr="8px" pb="4px">
              line
            </chakra.th>
            <chakra.th textAlign="left" fontWeight={400} color="quiet" pr="8px" pb="4px" minWidth="190px">
              goes to
            </chakra.th>
            {columns.map((column, at) => (
              <chakra.th key={at} pr="8px" pb="4px" textAlign="left" fontWeight={400}>
                <NativeSelect.Root size="xs" width="150px">
                  <NativeSelect.Field
                    aria-label={`Column ${at + 1}${table.header?.[at] ? `, ${table.header[at]}` : ""}`}
                    value={keyOf(column)}
                    onChange={(event) => onColumn(at, columnOf(event.currentTarget.value))}
                  >
                    <option value="ignore">not of interest</option>
                    <option value="row">which part or place</option>
                    {columns.length === 1 && <option value="order">one after the other</option>}
                    {feature.points.map((point) => (
                      <option key={point.id} value={`point ${point.id}`}>
                        {point.name}
                      </option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
                {table.header && <chakra.div color="quiet">{table.header[at]}</chakra.div>}
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.slice(0, shownLines).map((cells, at) => {
            const line = plan.lines[at];
            const color = line && wrong.has(line.line) ? "out" : line && asked.has(line.line) ? "near" : undefined;
            return (
              <chakra.tr key={at} borderTopWidth="1px" borderColor="line" color={color}>
                <chakra.td pr="8px" color="quiet" fontVariantNumeric="tabular-nums">
                  {line?.line}
                </chakra.td>
                <chakra.td pr="8px" py="2px">
                  {line && isInOrder && (
                    <chakra.label display="inline-flex" gap="6px" alignItems="center" minHeight="28px">
                      <input
                        type="checkbox"
                        checked={!line.isSaid}
                        aria-label={`Line ${line.line} is taken`}
                        onChange={(event) => onLine(at, event.currentTarget.checked ? "" : null)}
                      />
                      {line.row
                        ? `${nameOf.get(line.row)}, ${pointOf.get(line.point!)}`
                        : line.isSaid
                          ? leftOut
                          : "past the last place"}
                    </chakra.label>
                  )}
                  {line && !isInOrder && (
                    <NativeSelect.Root size="xs" width="190px">
                      <NativeSelect.Field
                        aria-label={`Line ${line.line} goes to`}
                        value={line.row ?? (line.isSaid ? leftOut : "")}
                        fontWeight={line.isSaid ? 700 : 400}
                        onChange={(event) =>
                          onLine(at, event.currentTarget.value === leftOut ? null : event.currentTarget.value)
                        }
                      >
                        {line.row === null && !line.isSaid && <option value="">no place of this sheet</option>}
                        {rows.map(({ id, name }) => (
                          <option key={id} value={id}>
                            {name}
                          </option>
                        ))}
                        <option value={leftOut}>{leftOut}</option>
                      </NativeSelect.Field>
                      <NativeSelect.Indicator />
                    </NativeSelect.Root>
                  )}
                </chakra.td>
                {columns.map((_column, index) => (
                  <chakra.td key={index} py="2px" pr="8px" fontVariantNumeric="tabular-nums">
                    {cells[index]}
                  </chakra.td>
                ))}
              </chakra.tr>
            );
          })}
        </tbody>
      </chakra.table>
      {table.rows.length > shownLines && (
        <chakra.p fontSize="12px" color="quiet" mt="3px">
          and {many(table.rows.length - shownLines, "line")} more, taken as they name their places
        </chakra.p>
      )}
    </Box>
  );
}
