import type { Role } from "@/core/entry/schema";

/** The person who is signed in. */
export interface Me {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** What they see and type lengths in; whatever a job goes by where it is not said. */
  readonly unit?: "mm" | "in" | null;
}
