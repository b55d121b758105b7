import type { Pairing } from "@/core/match/assess-match";
import type { Preference } from "@/core/match/resolve";
import type { Transfer } from "@/core/match/transfer-list";
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
export const preferenceWords: Readonly<Record<Preference, string>> = {
  "fewest-changes": "fewest changes",
  cheapest: "cheapest",
  proven: "proven first",
};
export const transferWords: Readonly<Record<Transfer, string>> = {
  keep: "keep",
  transfer: "take over",
  "from-shelf": "from the shelf",
  "fit-new": "fit",
  buy: "buy",
  remedy: "make fit",
};
export const remedyWords: Readonly<Record<Remedy["kind"], string>> = {
  bridging: "bridging part",
  modification: "modification",
  transfer: "from the other engine",
  blanking: "blanking",
  extension: "extension",
  spacing: "spacing",
  relocation: "relocation",
};
