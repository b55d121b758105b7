/** A whole amount with its thousands apart: 12 400. */
export const grouped = (amount: number): string => String(Math.round(amount)).replace(/\B(?=(\d{3})+$)/gu, "\u202f");
