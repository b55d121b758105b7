import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Assessment } from "@/core/assessment";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { writeTagCode } from "@/core/strip/tag-code";
import { renderPdf } from "../render-pdf";

const mm = 72 / 25.4;
/** Three by eight on A4, as label sheets are sold everywhere. */
const [columns, width, height] = [3, 70 * mm, 37 * mm];

export interface Label {
  readonly tag: string;
  readonly slot: string;
  readonly where: string;
  readonly code: string;
}

/** A label for each part that is out of the engine, in the order of the pack's slots. */
export function labelsOf(pack: CompiledPack, { job, strip, crack }: Assessment): Label[] {
  const order = new Map(pack.pack.slots.map((slot, at) => [slot.id, at]));
  const out = [...(strip?.out ?? [])].sort(
    ([, a], [, b]) => (order.get(a.slot) ?? Infinity) - (order.get(b.slot) ?? Infinity),
  );
  return out.flatMap(([id, came]) => {
    const part = job.parts.get(id);
    if (!part || !job.id || crack.scrapped.has(id)) return [];
    return [
      {
        tag: part.tag,
        slot: pack.slots.get(came.slot)?.name ?? came.slot,
        where: [came.bag && `bag ${came.bag}`, came.orientation].filter(Boolean).join(" · "),
        code: writeTagCode({ job: job.id, part: id }),
      },
    ];
  });
}

const label = ({ tag, slot, where, code }: Label, jobName: string): Content => ({
  columns: [
    { qr: code, fit: 27 * mm, eccLevel: "M", width: 30 * mm },
    {
      stack: [
        { text: tag, bold: true, fontSize: 17 },
        { text: slot, fontSize: 9 },
        { text: where || " ", fontSize: 9 },
        { text: jobName, fontSize: 7, color: "#6d6258", margin: [0, 4, 0, 0] },
      ],
      width: "*",
    },
  ],
  columnGap: 6,
  margin: [5 * mm, 4.5 * mm, 2 * mm, 0],
});

/** A sheet of labels with a 2D code each, to print, cut and tie to the parts. */
export function labelSheet(labels: readonly Label[], jobName: string): Promise<Uint8Array<ArrayBuffer>> {
  const cells: Content[] = labels.map((each) => label(each, jobName));
  const rows = Array.from({ length: Math.max(1, Math.ceil(cells.length / columns)) }, (_, row) =>
    Array.from(
      { length: columns },
      (_, column): Content =>
        cells[row * columns + column] ?? {
          text: cells.length === 0 && row + column === 0 ? "No part is out of the engine yet." : "",
          margin: [5 * mm, 8 * mm, 0, 0],
        },
    ),
  );
  const definition: TDocumentDefinitions = {
    pageSize: "A4",
    pageMargins: [0, 0.5 * mm, 0, 0],
    defaultStyle: { font: "Atkinson", fontSize: 9 },
    info: { title: `Labels: ${jobName}` },
    content: [
      {
        table: {
          widths: Array.from({ length: columns }, () => width),
          heights: () => height,
          body: rows as never,
          dontBreakRows: true,
        },
        layout: {
          hLineWidth: () => 0,
          vLineWidth: () => 0,
          paddingLeft: () => 0,
          paddingRight: () => 0,
          paddingTop: () => 0,
          paddingBottom: () => 0,
        },
      },
    ],
  };
  return renderPdf(definition);
}
