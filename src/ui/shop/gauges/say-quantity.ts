/** What a gauge measures, in words: an id of a pack says it already. */
export const sayQuantity = (quantity: string): string => quantity.replaceAll("-", " ");
