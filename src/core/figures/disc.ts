/** Area of a disc by its diameter. */
export const disc = (diameter: number): number => (Math.PI / 4) * diameter ** 2;
