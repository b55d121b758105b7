/** Which document of a job: a few pages for its owner, all there is, what is asked for, what was declined, what is to be paid. */
export const reports = ["owner", "record", "estimate", "declined", "not-to-run", "account"] as const;
export type Report = (typeof reports)[number];
