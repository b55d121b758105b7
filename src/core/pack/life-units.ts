/** In what a life is counted. */
export const lifeUnits = ["hours", "kilometres", "cycles"] as const;

/** The same in words. */
export const unitOfLife = { hours: "h", kilometres: "km", cycles: "cycles" } as const;
