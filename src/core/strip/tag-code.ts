/** Crockford's base 32: no I, L, O, U, so that nothing printed is taken for something else. */
const signs = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
const mark = "EB1";
const shape = /^EB1-([0-9A-HJKMNP-TV-Z]{26})-([0-9A-HJKMNP-TV-Z]{26})$/u;

const encode = (uuid: string): string => {
  let number = BigInt(`0x${uuid.replaceAll("-", "")}`);
  let text = "";
  for (let at = 0; at < 26; at += 1) {
    text = signs[Number(number & 31n)]! + text;
    number >>= 5n;
  }
  return text;
};

function decode(text: string): string | null {
  let number = 0n;
  for (const sign of text) number = (number << 5n) | BigInt(signs.indexOf(sign));
  if (number >> 128n !== 0n) return null;
  const hex = number.toString(16).padStart(32, "0");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}

export interface TagCode {
  readonly job: string;
  readonly part: string;
}

/**
 * What the 2D code on a tag says: the job's stream and the part. Capital letters, digits and dashes only, which a QR
 * code packs densest and every scanner that types can type.
 */
export const writeTagCode = ({ job, part }: TagCode): string => `${mark}-${encode(job)}-${encode(part)}`;

/** The tag that a code is of, or null for any other text. */
export function readTagCode(text: string): TagCode | null {
  const found = shape.exec(text.trim().toUpperCase());
  const job = found && decode(found[1]!);
  const part = found && decode(found[2]!);
  return job && part ? { job, part } : null;
}
