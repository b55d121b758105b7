import { many, type Sentences } from "./sentence";

/** Answers of the server. */
export const serverSentences = {
  "signed-out": () => "You are signed out. Sign in again in another tab; what you typed stays here and is sent then.",
  forbidden: (p) => `You are signed in as ${p.role}; entries are made by an inspector or a lead. Nothing was saved.`,
  "lead-only": (p) => `You are signed in as ${p.role}; this is for a lead to do. Nothing of it was saved.`,
  "unknown-stream": () => "This job is not on this server.",
  "id-taken": () => "An entry with this id and another content is already kept. Reload the page and enter it again.",
  "too-large": (p) => `This is ${p.bytes} bytes; at most ${p.most} are taken.`,
  "wrong-origin": () => "This request came from another site and was refused.",
  "bad-credentials": () => "Name and password do not go together.",
  "too-many-attempts": (p) => `Too many attempts. Try again in ${many(p.minutes, "minute")}.`,
  "server-unreachable": () =>
    "The server cannot be reached. What you entered is kept in this browser and sent again every few seconds, also after the page was closed.",
  "door-unreachable": () => "The server cannot be reached. Is it running? Try again in a moment.",
  "server-error": () => "The server could not do this. Nothing of it was saved; try again.",
  "database-unreachable": () => "The database cannot be reached.",
  "unknown-schema": () => "The database belongs to another version of this program.",
  "not-found": () => "There is nothing at this address.",
} satisfies Sentences;
