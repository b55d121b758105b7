import { Algorithm, hash, verify } from "@node-rs/argon2";
import pLimit from "p-limit";

/** Two hashes at once: each takes 19 MB and a core, and a crowd at the door must not starve the bench. */
const oneOfTwo = pLimit(2);

// OWASP's minimum for argon2id (from memory): 19 MiB, 2 passes, 1 lane.
const cost = { algorithm: 2 as Algorithm, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => oneOfTwo(() => hash(password, cost));

/** Whether a password belongs to a hash. */
export const isPassword = (passwordHash: string, password: string): Promise<boolean> =>
  oneOfTwo(() => verify(passwordHash, password));

let decoy: Promise<string> | undefined;
/** A hash of no one's password, so that an unknown account takes as long to refuse as a known one. */
export const decoyHash = (): Promise<string> => (decoy ??= hashPassword("nobody's password"));
