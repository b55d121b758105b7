import { capital } from "../capital";
import { many, type Sentences } from "./sentence";

const plain = (type: string) => type.replaceAll("-", " ");

/** Answers of the server. */
export const serverSentences = {
  "signed-out": () => "You are signed out. Sign in again in another tab; what you typed stays here and is sent then.",
  "other-person": () =>
    "Somebody else signed in here since this page was opened. What was entered on it is kept for whoever opened it, and is sent once they sign in again.",
  forbidden: (p) => `You are signed in as ${p.role}; entries are made by an inspector or a lead. Nothing was saved.`,
  "lead-only": (p) => `You are signed in as ${p.role}; this is for a lead to do. Nothing of it was saved.`,
  "part-not-here": () => "There is no such part here any more. Look at the list again.",
  "shelf-takes-no-scrap": (p) => `${p.tag} is scrap or broken: it goes to no shelf. Record what was done with it.`,
  "shelf-has-it": (p) => `${p.tag} lies on the shelf already, ${p.lies}.`,
  "shelf-part-gone": (p) =>
    p.to === "scrap"
      ? `${p.tag} was scrapped meanwhile${p.where ? `: ${p.where}` : ""}. It cannot be fitted any more.`
      : `${p.tag} went to ${p.where ?? "another job"} meanwhile. Look for another.`,
  "part-carries-too-much": (p) =>
    `${p.count} things are known of ${p.tag}, and ${p.most} can go along: keep it in its job.`,
  "unknown-stream": () => "This job is not on this server.",
  "id-taken": () => "An entry with this id and another content is already kept. Reload the page and enter it again.",
  "chain-too-long": (p) =>
    `This would be correction ${p.most + 1} of corrections of one entry. Strike the last one and enter it anew.`,
  "opened-already": () =>
    "This job is open already, and a job is opened once. Nothing of it was saved: open another job, or note what is new at Intake.",
  "not-for-this-stream": (p) => `An entry “${plain(p.type)}” does not belong here. Nothing of it was saved.`,
  "stands-for-ever": (p) => `“${capital(plain(p.type))}” stands for ever: nothing strikes it or takes its place.`,
  "successor-of-another-type": (p) =>
    `An entry “${plain(p.type)}” cannot take the place of an entry “${plain(p.target)}”.`,
  "not-theirs-to-change": (p) =>
    `You are signed in as ${p.role}; an entry “${plain(p.target)}” is a lead's to correct or strike. Nothing was saved.`,
  "too-large": (p) => `This is ${p.bytes} bytes; at most ${p.most} are taken.`,
  "wrong-origin": () => "This request came from another site and was refused.",
  "bad-credentials": () => "Name and password do not go together.",
  "account-name": (p) =>
    `“${plain(p.typed)}” is no account name: 2 to 40 lower case letters, digits, dots and dashes, a letter first.`,
  "account-taken": (p) => `There is an account “${plain(p.account)}” already.`,
  "full-name": () => "The full name has 1 to 120 characters.",
  "last-lead": () => "This is the last lead: somebody has to be left who can decide and look after the accounts.",
  "password-length": (p) => `A password has ${p.least} to ${p.most} characters.`,
  "password-wrong": () => "This is not your password as it is now.",
  "estimate-answered": () => "This was answered already, or is not asked any more. Look again, or ask the shop.",
  "too-many-attempts": (p) => `Too many attempts. Try again in ${many(p.seconds, "second")}.`,
  "server-unreachable": () =>
    "The server cannot be reached. What you entered is kept in this browser and sent again every few seconds, also after the page was closed.",
  "door-unreachable": () => "The server cannot be reached. Is it running? Try again in a moment.",
  "judging-too-long": (p) =>
    `This took the server longer than ${p.seconds} seconds and was given up. A job's own page still works it out in the browser.`,
  "judging-too-much": () =>
    "This took more memory than the server gives it and was given up. A job's own page still works it out in the browser.",
  "judging-busy": () => "Too much is being worked out for others just now: try again in a minute.",
  "server-error": (p) =>
    `The server could not do this. Nothing of it was saved; try again.${p.request ? ` The log has it under ${p.request}.` : ""}`,
  "page-broke": (p) =>
    `This page broke in the browser: ${plain(p.why)}. What was entered is kept, at the server or in this browser, and is sent; open the page again.`,
  "database-unreachable": () =>
    "The database does not answer. What you typed is kept in this browser and is sent when it is back.",
  "disk-full": () =>
    "The server's disk is full. What you typed is kept in this browser; nothing more can be saved until there is room.",
  "unknown-schema": () => "The database belongs to another version of this program.",
  "too-much-unfinished": (p) =>
    `Files of ${p.bytes} bytes were begun and not finished; at most ${p.most} are held. Finish or drop one, or try again later.`,
  "room-short": () =>
    "The server's disk is nearly full: photos and files wait in this browser until there is room. Readings are still taken.",
  "pack-not-offered": (p) =>
    `Revision ${p.revision} of the pack ${p.id} came with a job from elsewhere and serves that job only. A lead can offer it at Settings, once its differences were seen.`,
  "offer-changed": () => "What is offered has changed since the differences were shown. Look at them again.",
  "not-found": () => "There is nothing at this address.",
  "unknown-slot": (p) => `there is no slot “${p.slot}”.`,
} satisfies Sentences;
