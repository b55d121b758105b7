import * as z from "../z";
import { openPart } from "./open-part";

export const intakeJson = openPart("intake", { estimated: z.number(), approved: z.number() }, ({ costEstimates }) => ({
  estimated: costEstimates.total,
  approved: costEstimates.approved,
}));
