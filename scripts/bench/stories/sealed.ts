import type { Story } from "./story";

/** Sealed before they were played, once: the yardstick holds the hash of this file. */
export const sealedStories: readonly Story[] = [
  {
    name: "a pick-up screen full of sealant strings",
    began: ["pickup-blocked"],
    worst: "main-wiped-seen@n6",
    shows: { "pressure-complained": 1, "pressure-low": 1, "screen-blocked": 1, "main-wiped-seen@n6": 2, "main-wiped-seen@n7": 2, "shell-wiped@n6": 2, "knock-told": 1, "sump-metal": 2 }, // prettier-ignore
  },
  {
    name: "one main without oil: the drilling still has a plug of swarf",
    began: ["feed-blocked@n3"],
    worst: "main-wiped-seen@n3",
    shows: { "drilling-blocked@n3": 1, "main-wiped-seen@n3": 2, "main-overlay@n3": 3, "shell-wiped@n3": 2, "main-tint@n3": 2, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "upper and lower main shell changed over",
    began: ["main-misfit@n5"],
    worst: "main-wiped-seen@n5",
    shows: { "main-hole-covered@n5": 1, "main-wiped-seen@n5": 2, "main-overlay@n5": 3, "main-shell-tint@n5": 2, "shell-wiped@n4": 2, "knock-told": 1 }, // prettier-ignore
  },
  {
    name: "blasting beads left in the galleries",
    began: ["dirt-left"],
    worst: "main-wiped-seen@n2",
    shows: { "grit-embedded": 1, "main-embedded@n1": 2, "main-embedded@n2": 3, "main-embedded@n4": 2, "shell-embedded@n1": 2, "shell-embedded@n3": 2, "pin-scored@n1": 2, "main-scored@n2": 2, "main-wiped-seen@n2": 1, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "injection far too early after the pump was off",
    began: ["timing-early"],
    worst: "lands-broken@n1",
    shows: { "timing-checked-early": 1, "hard-start-told": 1, "lands-broken@n1": 1, "lands-broken@n4": 1, "crown-pitted@n1": 2, "crown-pitted@n2": 2, "crown-pitted@n4": 2, "ring-broken@n1": 1 }, // prettier-ignore
  },
  {
    name: "petrol in the tank of a harbour tug",
    began: ["detonating-fuel"],
    worst: "ring-broken@n5",
    shows: { "fuel-sample-bad": 1, "crown-pitted@n5": 3, "crown-pitted@n6": 2, "ring-broken@n5": 1, "lands-broken@n5": 1, "ring-broken@n6": 1 }, // prettier-ignore
  },
  {
    name: "coolant lost through a hose, the old hands drove on",
    began: ["coolant-lost"],
    worst: "ring-broken@n4",
    shows: { "overheat-told": 1, "stopped-told": 1, "coolant-low": 1, "thermostat-stuck": 0, "skirt-scored@n3": 3, "skirt-scored@n4": 3, "liner-scored@n4": 3, "ring-broken@n4": 1, "piston-tint@n4": 2, "head-warped": 1 }, // prettier-ignore
  },
  {
    name: "the water pump's impeller loose on its shaft",
    began: ["water-pump-failed"],
    worst: "ring-broken@n1",
    shows: { "overheat-told": 1, "water-pump-play": 1, "skirt-scored@n1": 2, "skirt-scored@n2": 2, "liner-scored@n1": 2, "ring-broken@n1": 1, "piston-tint@n1": 1 }, // prettier-ignore
  },
  {
    name: "a piston too tight in its new liner",
    began: ["skirt-tight@n6"],
    worst: "ring-broken@n6",
    shows: { "skirt-clearance-small@n6": 1, "skirt-scored@n6": 3, "liner-scored@n6": 3, "ring-broken@n6": 1, "compression-low@n6": 1, "turns-bound": 1 }, // prettier-ignore
  },
  {
    name: "the front gears a tooth out after the rebuild",
    began: ["gears-mistimed"],
    worst: "spring-broken-seen@n2",
    shows: { "gear-marks-out": 1, "hard-start-told": 1, "crown-marked@n2": 1, "crown-marked@n5": 1, "valve-bent@n2": 1, "valve-bent@n5": 1, "spring-broken-seen@n2": 1 }, // prettier-ignore
  },
  {
    name: "a journal ground with a waist",
    began: ["pin-cut-wrong@n2"],
    worst: "shell-wiped@n2",
    shows: { "knock-told": 1, "shell-wiped@n2": 2, "shell-overlay@n2": 3, "pin-shape-out@n2": 1, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "started on the stand with a dry pump",
    began: ["started-dry"],
    worst: "main-wiped-seen@n3",
    shows: { "not-primed": 1, "pressure-complained": 1, "main-wiped-seen@n3": 2, "main-wiped-seen@n4": 2, "shell-wiped@n3": 2, "shell-wiped@n4": 1, "knock-told": 1 }, // prettier-ignore
  },
  {
    name: "the pump out of the wrecked sister engine was fitted again",
    began: ["pump-kept"],
    worst: "main-wiped-seen@n5",
    shows: { "pump-scored-old": 1, "pump-clearance": 2, "pump-debris": 2, "pressure-complained": 1, "pressure-low": 1, "main-wiped-seen@n5": 2, "main-wiped-seen@n6": 1, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "hydraulic fluid filled for engine oil: no cause of the network",
    began: [],
    worst: "shell-wiped@n3",
    shows: { "shell-wiped@n3": 2, "shell-wiped@n2": 2, "shell-wiped@n5": 1, "main-wiped-seen@n4": 1, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "a valve head dropped from a bad weld: no cause of the network",
    began: [],
    worst: "lands-broken@n6",
    shows: { "crown-marked@n6": 1, "lands-broken@n6": 1, "liner-holed-seen@n6": 1, "compression-low@n6": 1 }, // prettier-ignore
  },
];
