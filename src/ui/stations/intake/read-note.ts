import type { Note } from "@/core/entry/notes";
import type { NumberIn } from "../../job/use-number-in";

export type NoteKind = "number" | "date" | "words";

/** An answer, with what was typed where that says more; or why there is none. */
export type Made = { readonly value: Note["value"]; readonly typed?: string } | { readonly wrong: string };

const lessThanNothing = { wrong: "It cannot be less than nothing." };

/** What a line of the ledger makes of what was typed, or why it makes nothing of it. */
export function readNote(kind: NoteKind, text: string): Made {
  if (kind === "words") return { value: text };
  if (kind === "date") {
    // A day that the calendar does not have would silently become another one.
    const isDay =
      /^\d{4}-\d{2}-\d{2}$/u.test(text) &&
      !Number.isNaN(Date.parse(text)) &&
      new Date(text).toISOString().startsWith(text);
    return isDay ? { value: text } : { wrong: `“${text}” is not a day. Type it as 2027-03-31.` };
  }
  const plain = text
    .replace(/[\s\u00a0\u202f']/gu, "")
    .replace(/,(?=\d{3}(\D|$))/gu, "")
    .replace(",", ".");
  const number = Number(plain);
  if (plain === "" || !Number.isFinite(number)) return { wrong: `“${text}” is not a number.` };
  return number < 0 ? lessThanNothing : { value: number };
}

/** As readNote, of a quantity: in whatever unit was typed with it. */
export function quantityNote({ read }: NumberIn, text: string): Made {
  const made = read(text);
  return "value" in made && made.value < 0 ? lessThanNothing : made;
}
