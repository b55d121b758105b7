/** How an engine leaves: to run; in parts; or as one that may not be run, which its owner knows. */
export const outcomes = ["released", "in-parts", "not-to-run"] as const;
export type Outcome = (typeof outcomes)[number];

/**
 * What may still be open when an engine leaves: danger; parts that nobody decided; parts on hold; what is decided and not
 * done; what the record owes; what nobody knows.
 */
export const gateKinds = ["danger", "undecided", "held", "undone", "debt", "unknown"] as const;
export type GateKind = (typeof gateKinds)[number];
