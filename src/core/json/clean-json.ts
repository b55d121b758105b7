import * as z from "../z";
import { openPart } from "./open-part";

export const cleanJson = openPart("clean", { unprovenPassages: z.array(z.string()) }, ({ parts }) => ({
  unprovenPassages: parts.flatMap(({ passages }) =>
    passages.filter(({ clear }) => clear !== true).map(({ circuit, passage }) => `${circuit.id}/${passage.id}`),
  ),
}));
