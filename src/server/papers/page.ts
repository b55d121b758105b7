import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";

// What sheets of paper are put together from.

export const formats = ["A4", "LETTER"] as const;
export type Format = (typeof formats)[number];

export const mm = 72 / 25.4;
export const quiet = "#6d6258";
export const rules = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => "#cfc5b9",
  paddingTop: () => 4,
  paddingBottom: () => 4,
};

/** Whose paper it is, of which day, and which engine it is for: what whoever gets it asks first. */
export interface Sender {
  readonly shop: { readonly name: string; readonly address: string } | null;
  readonly day: string;
  readonly engine: string;
}

/** The head of a paper that leaves the house. */
export const sender = ({ shop, day, engine }: Sender): Content => ({
  columns: [
    { text: engine, color: quiet },
    {
      stack: [
        { text: shop?.name ?? "", bold: true },
        { text: shop?.address ?? "", color: quiet },
        { text: day, color: quiet },
      ],
      alignment: "right",
    },
  ],
  margin: [0, 0, 0, 10],
});

/** A sheet with its title and, at the foot, which of how many it is. */
export const page = (title: string, content: Content[], format: Format = "A4"): TDocumentDefinitions => ({
  pageSize: format,
  tagged: true,
  displayTitle: true,
  language: "en",
  pageMargins: [16 * mm, 16 * mm, 16 * mm, 18 * mm],
  defaultStyle: { font: "Atkinson", fontSize: 10 },
  info: { title },
  footer: (at, of) => ({ text: `${title} · ${at} of ${of}`, fontSize: 8, color: quiet, margin: [16 * mm, 6 * mm, 16 * mm, 0] }), // prettier-ignore
  content: [{ text: title, bold: true, fontSize: 17, margin: [0, 0, 0, 8] }, ...content],
});

export const heads = (...names: string[]): TableCell[] => names.map((text) => ({ text, color: quiet, fontSize: 9 }));
