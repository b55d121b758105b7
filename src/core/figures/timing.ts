import type { Figure } from "./figure";

const turn = 2 * Math.PI;

/** When valves and teeth do what. */
export const timingFigures: readonly Figure[] = [
  {
    id: "cam-timing",
    group: "timing",
    name: "Cam timing from lift points",
    formula:
      "duration = opens + 180° + closes; centre = duration / 2 − what lies before or after the top; overlap = IO + EC",
    source: "plain counting on a degree wheel, all four at one lift",
    inputs: [
      { id: "intake-opens", name: "intake opens before top", unit: "deg" },
      { id: "intake-closes", name: "intake closes after bottom", unit: "deg" },
      { id: "exhaust-opens", name: "exhaust opens before bottom", unit: "deg" },
      { id: "exhaust-closes", name: "exhaust closes after top", unit: "deg" },
    ],
    outputs: [
      { id: "intake-duration", name: "intake duration", unit: "deg" },
      { id: "intake-centre", name: "intake lobe centre, after top", unit: "deg" },
      { id: "exhaust-duration", name: "exhaust duration", unit: "deg" },
      { id: "exhaust-centre", name: "exhaust lobe centre, before top", unit: "deg" },
      { id: "separation", name: "angle between the lobes, cam", unit: "deg" },
      { id: "overlap", name: "overlap", unit: "deg" },
    ],
    of: (x) => {
      const intake = x["intake-opens"]! + Math.PI + x["intake-closes"]!;
      const exhaust = x["exhaust-opens"]! + Math.PI + x["exhaust-closes"]!;
      const [inCentre, exCentre] = [intake / 2 - x["intake-opens"]!, exhaust / 2 - x["exhaust-closes"]!];
      return {
        "intake-duration": intake,
        "intake-centre": inCentre,
        "exhaust-duration": exhaust,
        "exhaust-centre": exCentre,
        separation: (inCentre + exCentre) / 2,
        overlap: x["intake-opens"]! + x["exhaust-closes"]!,
      };
    },
  },
  {
    id: "degree-per-tooth",
    group: "timing",
    name: "Degrees a tooth",
    formula: "360° / teeth of the cam wheel, twice that at the crank of a four-stroke",
    source: "plain counting",
    inputs: [
      { id: "teeth", name: "teeth of the cam wheel", unit: "1" },
      { id: "off", name: "teeth off", unit: "1" },
      { id: "ratio", name: "turns of the crank to one of the cam", unit: "1", usual: [{ name: "four-stroke", value: "2" }, { name: "two-stroke", value: "1" }] }, // prettier-ignore
    ],
    outputs: [
      { id: "cam", name: "at the cam", unit: "deg" },
      { id: "crank", name: "at the crank", unit: "deg" },
    ],
    of: (x) => {
      const cam = (turn / x.teeth!) * x.off!;
      return { cam, crank: cam * x.ratio! };
    },
  },
];
