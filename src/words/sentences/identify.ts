import { capital } from "../capital";
import type { Sentences } from "./sentence";

/** What numbers, plates and tells have to say. */
export const identifySentences = {
  "number-too-long": (p) => `That is ${p.length} signs; no number has more than ${p.longest}.`,
  "number-fits-no-rule": (p) =>
    `“${p.text}” fits no rule that the pack knows for the ${p.place}. Read it again, with chalk and a lamp from the side.`,
  "no-such-week": (p) => `${p.year} has no week ${p.week}.`,
  "no-such-month": (p) => `There is no month ${p.month}.`,
  "no-such-day": (p) => `There is no day ${p.day} in month ${p.month} of ${p.year}.`,
  "no-such-time": (p) => `There is no time ${p.hour}:${String(p.minute).padStart(2, "0")}.`,
  "serial-in-no-range": (p) => `Serial ${p.serial} lies in no range the pack knows.`,
  "number-read-twice": (p) =>
    `The number on the ${p.place} was read differently at once: ${p.texts}. Read it again: the newest reading takes their place.`,
  "tell-answered-twice": (p) =>
    `${capital(p.tell)} was answered ${p.count} times at once. Until one answer stands it counts for nothing.`,
  "places-disagree": (p) => `The numbers do not agree: ${p.numbers}.`,
  "identity-in-doubt": () => "Number, plate and tells do not agree: what engine is it?",
  "contradiction-unsigned": () =>
    "What this engine is contradicts itself, and it is used under a certificate: nobody goes on before a person has signed why.",
} satisfies Sentences;
