import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import canonicalize from "canonicalize";
import { CoreError } from "./errors";

/**
 * The canonical JSON text of a value: sorted keys, shortest numbers, no spaces.
 *
 * @throws  CoreError not-json when the value has no JSON form
 * @source  RFC 8785, JSON Canonicalization Scheme
 * @example canonicalJson({ b: 1, a: 2 }) // '{"a":2,"b":1}'
 */
export function canonicalJson(value: unknown): string {
  const text = canonicalize(value);
  if (text === undefined) throw new CoreError("not-json", `a JSON value is needed, got ${typeof value}`);
  return text;
}

/**
 * SHA-256 of the canonical JSON text, 64 hexadecimal digits. Works where a browser has no `crypto.subtle`.
 *
 * @returns  64 hexadecimal digits; the same for values that differ in the order of keys only
 */
export const fingerprint = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(value))));
