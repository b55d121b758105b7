import path from "node:path";
import pdfmake from "pdfmake";
import type { Assessment } from "@/core/assess";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { reportDefinition } from "./report-definition";

const fontFile = (weight: number) =>
  path.join(/* turbopackIgnore: true */ process.cwd(), "node_modules/@fontsource/atkinson-hyperlegible-next/files", `atkinson-hyperlegible-next-latin-${weight}-normal.woff`);

let ready = false;
function prepare(): void {
  if (ready) return;
  const fonts = [fontFile(400), fontFile(700)];
  pdfmake.setFonts({ Atkinson: { normal: fonts[0]!, bold: fonts[1]! } });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((file) => fonts.includes(file));
  ready = true;
}

/** The report as a PDF file. */
export async function renderReport(pack: CompiledPack, assessment: Assessment): Promise<Uint8Array<ArrayBuffer>> {
  prepare();
  return Uint8Array.from(await pdfmake.createPdf(reportDefinition(pack, assessment)).getBuffer());
}
