import type { Story } from "./story";

/** Written after the ranking by damage was, and looked at. */
export const openStories: readonly Story[] = [
  {
    name: "a jet pipe cracks at its bracket, and its big end starves",
    began: ["jet-cracked@n5"],
    worst: "shell-wiped@n5",
    shows: { "knock-told": 1, "shell-wiped@n5": 2, "shell-overlay@n5": 3, "jet-crack-seen@n5": 2, "piston-tint@n5": 2, "pin-scored@n5": 2, "metal-seen": 1, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "a worn pump loses pressure over a year, all mains go",
    began: ["pump-worn"],
    worst: "main-wiped-seen@n4",
    shows: { "pressure-complained": 1, "pressure-low": 1, "pump-clearance": 3, "main-wiped-seen@n4": 2, "main-wiped-seen@n5": 2, "main-wiped-seen@n3": 1, "main-wiped-seen@n6": 2, "main-overlay@n2": 2, "main-overlay@n4": 3, "sump-metal": 2, "metal-seen": 1 }, // prettier-ignore
  },
  {
    name: "the relief valve hangs open after dirt",
    began: ["relief-open"],
    worst: "main-wiped-seen@n2",
    shows: { "pressure-complained": 1, "pressure-low": 1, "relief-stuck": 1, "main-wiped-seen@n2": 2, "main-wiped-seen@n3": 2, "shell-wiped@n2": 1, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "sold with the dipstick dry",
    began: ["oil-low"],
    worst: "shell-wiped@n1",
    shows: { "pressure-complained": 1, "level-low": 1, "oil-use-told": 1, "shell-wiped@n1": 2, "shell-wiped@n6": 2, "main-wiped-seen@n7": 1, "shell-overlay@n1": 3, "knock-told": 1 }, // prettier-ignore
  },
  {
    name: "sea water through the exhaust, started by the key",
    began: ["liquid-lock@n6"],
    worst: "rod-bent-seen@n6",
    shows: { "rod-bent-seen@n6": 1, "rod-bend-measured@n6": 1, "liquid-found@n6": 1, "compression-low@n6": 1, "turns-bound": 1 }, // prettier-ignore
  },
  {
    name: "an old flaw in the beam of one rod",
    began: ["rod-flaw@n2"],
    worst: "rod-bent-seen@n2",
    shows: { "stopped-told": 1, "rod-bent-seen@n2": 2, "rod-beach@n2": 1, "rod-halves-free@n2": 1, "block-holed@n2": 1, "skirt-broken@n2": 1 }, // prettier-ignore
  },
  {
    name: "a rod bolt left at hand torque by the last rebuild",
    began: ["bolt-slack@n4"],
    worst: "bolt-broken@n4",
    shows: { "knock-told": 1, "bolt-broken@n4": 1, "bolt-beach@n4": 1, "rod-bent-seen@n4": 2, "rod-joint-fretted@n4": 2, "rod-halves-free@n4": 1, "skirt-broken@n4": 1 }, // prettier-ignore
  },
  {
    name: "the governor sticks and it runs away",
    began: ["overspeed"],
    worst: "spring-broken-seen@n3",
    shows: { "overspeed-told": 1, "governor-faulty": 1, "spring-broken-seen@n3": 1, "crown-marked@n3": 1, "valve-bent@n3": 1, "bolt-stretched@n1": 1, "bolt-stretched@n3": 1 }, // prettier-ignore
  },
  {
    name: "hot, head never tight, gas into the coolant",
    began: ["head-slack"],
    worst: "ring-broken@n2",
    shows: { "overheat-told": 1, "head-bolts-slack": 1, "gasket-track@n2": 1, "gasket-track@n3": 1, "white-smoke-told": 1, "skirt-scored@n2": 2, "ring-broken@n2": 1, "liner-scored@n2": 2, "head-warped": 1 }, // prettier-ignore
  },
  {
    name: "rings gapped too tight at the rebuild",
    began: ["rings-tight@n1"],
    worst: "ring-broken@n1",
    shows: { "ring-broken@n1": 1, "ring-ends-polished@n1": 1, "liner-scored@n1": 2, "compression-low@n1": 1, "blue-smoke-told": 1 }, // prettier-ignore
  },
  {
    name: "a shell of the wrong undersize in one big end",
    began: ["shell-misfit@n3"],
    worst: "shell-turned-seen@n3",
    shows: { "knock-told": 1, "shell-turned-seen@n3": 2, "shell-wiped@n3": 2, "shell-size-wrong@n3": 1, "pin-scored@n3": 2, "shell-tint@n3": 2, "sump-metal": 1 }, // prettier-ignore
  },
  {
    name: "drowned at its mooring, washed and run",
    began: ["drowned"],
    worst: "main-wiped-seen@n3",
    shows: { "water-line": 1, "water-in-oil-told": 1, "rust-pattern": 1, "liner-rusty@n2": 2, "main-wiped-seen@n3": 2, "main-embedded@n3": 2, "shell-embedded@n3": 2, "sludge": 2 }, // prettier-ignore
  },
  {
    name: "fuel in the oil from a dribbling injector and a split pump seal",
    began: ["fuel-in-oil"],
    worst: "shell-wiped@n4",
    shows: { "oil-sample-fuel": 1, "pressure-complained": 1, "shell-wiped@n4": 2, "shell-wiped@n5": 1, "main-wiped-seen@n5": 1, "knock-told": 1 }, // prettier-ignore
  },
  {
    name: "a nut dropped into the intake at the last service: no cause of the network",
    began: [],
    worst: "lands-broken@n4",
    shows: { "lands-broken@n4": 1, "ring-broken@n4": 1, "liner-scored@n4": 2, "compression-low@n4": 1 }, // prettier-ignore
  },
  {
    name: "the torsional damper let go and the crank cracked behind it: no cause of the network",
    began: [],
    worst: "main-wiped-seen@n1",
    shows: { "main-wiped-seen@n1": 2, "crank-bent": 1, "knock-told": 1 }, // prettier-ignore
  },
];
