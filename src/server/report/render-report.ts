import type { Assessment } from "@/core/assessment";
import { jobSituation } from "@/core/order/order";
import { packFor } from "@/core/pack/conditions";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { renderPdf } from "../render-pdf";
import { reportDefinition } from "./report-definition";

/** The report as a PDF file. */
export const renderReport = (pack: CompiledPack, assessment: Assessment): Promise<Uint8Array<ArrayBuffer>> =>
  renderPdf(reportDefinition(packFor(pack, jobSituation(assessment.order)), assessment));
