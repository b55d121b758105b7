/** How an engine leaves: to run; in parts; or as one that may not be run, which its owner knows. */
export const outcomes = ["released", "in-parts", "not-to-run"] as const;
export type Outcome = (typeof outcomes)[number];

/**
 * What may still be open when an engine leaves: danger; parts that nobody decided; parts on hold; what is decided and not
 * done; what the record owes; what nobody knows; things of the owner that are still here.
 */
export const gateKinds = ["danger", "undecided", "held", "undone", "debt", "unknown", "not-returned"] as const;
export type GateKind = (typeof gateKinds)[number];

/** What hours are booked to. */
export const kindsOfWork = ["strip", "measure", "parts", "assembly", "other"] as const;
export type KindOfWork = (typeof kindsOfWork)[number];

/** Before the work, for it, or back to the owner. */
export const kindsOfPayment = ["deposit", "payment", "refund"] as const;
export type KindOfPayment = (typeof kindsOfPayment)[number];

export const waysOfPaying = ["cash", "card", "transfer", "cheque"] as const;
export type WayOfPaying = (typeof waysOfPaying)[number];
