import type { Role } from "@/core/entry/schema";

/** The person who is signed in. */
export interface Me {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
