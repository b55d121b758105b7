import type { Pairing } from "@/core/match/assess-match";
import type { Told } from "@/core/match/ends";
import type { Preference } from "@/core/match/posing";
import type { Work } from "@/core/match/working-lists";
import type { Remedy } from "@/core/pack/schema-match";

export const stateWords: Readonly<Record<Pairing["state"], string>> = {
  wrong: "does not go together",
  open: "not known",
  bridged: "goes together by a remedy",
  proven: "goes together",
  ran: "ran together here",
};
export const stateColors: Readonly<Record<Pairing["state"], string>> = {
  wrong: "out",
  open: "near",
  bridged: "sound",
  proven: "sound",
  ran: "quiet",
};
export const fromWords: Readonly<Record<Told["from"], string>> = {
  hand: "as read",
  measured: "as measured",
  decided: "as it will be made",
  book: "by the book",
};
export const preferenceWords: Readonly<Record<Preference, string>> = {
  "fewest-changes": "fewest changes",
  cheapest: "cheapest",
  soonest: "soonest",
  proven: "proven first",
  "original-look": "original look",
};
export const workWords: Readonly<Record<Work, string>> = {
  keep: "keep",
  transfer: "take over",
  "from-shelf": "from the shelf",
  "fit-new": "fit",
  buy: "buy",
  remedy: "make fit",
  settle: "does not go on:",
  look: "look first:",
  "goes-on": "goes on",
  label: "on the label:",
};
export const remedyWords: Readonly<Record<Remedy["kind"], string>> = {
  bridging: "bridging part",
  modification: "modification",
  transfer: "from the other engine",
  blanking: "blanking",
  extension: "extension",
  spacing: "spacing",
  relocation: "relocation",
  setting: "set again",
};
