import path from "node:path";
import pdfmake from "pdfmake";
import type { TDocumentDefinitions } from "pdfmake/interfaces";

const fontFile = (weight: number) =>
  path.join(
    /* turbopackIgnore: true */ process.cwd(),
    "node_modules/@fontsource/atkinson-hyperlegible-next/files",
    `atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
  );

let ready = false;
function prepare(): void {
  if (ready) return;
  const fonts = [fontFile(400), fontFile(700)];
  pdfmake.setFonts({ Atkinson: { normal: fonts[0]!, bold: fonts[1]! } });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((file) => fonts.includes(file));
  ready = true;
}

/** The fonts have no narrow space that holds figures together: a plain one does that too. */
const printable = <T>(node: T): T =>
  typeof node === "string"
    ? (node.replaceAll("\u202f", "\u00a0") as T)
    : Array.isArray(node)
      ? (node.map(printable) as T)
      : node !== null && typeof node === "object" && Object.getPrototypeOf(node) === Object.prototype
        ? (Object.fromEntries(Object.entries(node).map(([key, value]) => [key, printable<unknown>(value)])) as T)
        : node;

/** A document as a PDF file; it reaches nothing but the program's own fonts. */
export async function renderPdf(definition: TDocumentDefinitions): Promise<Uint8Array<ArrayBuffer>> {
  prepare();
  return Uint8Array.from(await pdfmake.createPdf(printable(definition)).getBuffer());
}
