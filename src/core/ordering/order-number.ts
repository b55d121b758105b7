import { dayIn } from "../entry/clock";

/**
 * What an order goes by between shop and supplier: its day where the shop stands, and the end of its entry's id, so that the same
 * order has the same number on every device and paper.
 *
 * @param zone  the shop's time zone, as its settings name it; UTC where they name none
 * @example orderNumber({ id: "01a22300-2000-7000-8000-00000000a3f2", at: "2026-11-27T09:00:00.000Z" }) // "261127-A3F2"
 */
export const orderNumber = ({ id, at }: { readonly id: string; readonly at: string }, zone?: string): string =>
  `${dayIn(at, zone).slice(2).replaceAll("-", "")}-${id.slice(-4).toUpperCase()}`;
