import { pitchDiameter, stressArea, threads } from "../tables/threads";
import type { Figure, FigureChoice } from "./figure";
import { frictions, moduli } from "./usual";

const diameter = { id: "diameter", name: "diameter of the thread", unit: "mm" };
const pitch = { id: "pitch", name: "pitch", unit: "mm" };
/** A bolt's thread by its usual name; pipes are not pulled by bolts. */
const choice: FigureChoice = {
  name: "thread",
  options: threads
    .filter(({ kind }) => kind === "metric" || kind === "unified")
    .map(({ name, diameterMm, pitchMm }) => ({ name, values: { diameter: diameterMm, pitch: pitchMm } })),
};
const friction = [
  { id: "thread-friction", name: "friction in the thread", unit: "1", usual: frictions },
  { id: "head-friction", name: "friction under the head", unit: "1", usual: frictions },
  { id: "head", name: "mean diameter under the head", unit: "mm" },
];
const area = (x: Readonly<Record<string, number>>) =>
  stressArea({ diameterMm: x.diameter!, pitchMm: x.pitch!, kind: "metric" });

/** What a torque of N·m pulls with, N: pitch, thread and head each take their share. */
function pullOf(torque: number, x: Readonly<Record<string, number>>): number {
  const d2 = pitchDiameter({ diameterMm: x.diameter!, pitchMm: x.pitch! });
  const arm =
    x.pitch! / (2 * Math.PI) +
    (x["thread-friction"]! * d2) / (2 * Math.cos(Math.PI / 6)) +
    (x["head-friction"]! * x.head!) / 2;
  return (torque * 1000) / arm;
}

const note =
  "Threads as clean and oiled as the manual says; stretch bolts by their own procedure, and new where it asks for that.";

/** How hard bolts pull, and how much friction leaves open of it. */
export const boltFigures: readonly Figure[] = [
  {
    id: "preload-by-torque",
    group: "bolts",
    name: "Preload by torque",
    formula: "F = T / (P/2π + μ d₂ / (2 cos 30°) + μ D / 2)",
    source: "ISO 16047 and VDI 2230 (from memory)",
    note,
    choice,
    inputs: [{ id: "torque", name: "torque", unit: "nm" }, diameter, pitch, ...friction],
    outputs: [
      { id: "preload", name: "preload", unit: "kn" },
      { id: "stress", name: "tensile stress in the thread", unit: "mpa" },
    ],
    of: (x) => {
      const preload = pullOf(x.torque!, x);
      return { preload, stress: (preload / area(x)) * 1e6 };
    },
  },
  {
    id: "preload-by-angle",
    group: "bolts",
    name: "Preload by torque and angle",
    formula: "F = F snug + (angle / 360°) · P / (1/k bolt + 1/k joint)",
    source: "VDI 2230, within the elastic range (from memory)",
    note: `${note} Past the yield point the bolt gives more than this says.`,
    choice,
    inputs: [
      { id: "torque", name: "snug torque", unit: "nm" },
      { id: "angle", name: "angle", unit: "deg" },
      diameter,
      pitch,
      ...friction,
      { id: "bolt-rate", name: "stiffness of the bolt", unit: "n-mm", hint: "E · area / length" },
      { id: "joint-rate", name: "stiffness of what it clamps", unit: "n-mm" },
    ],
    outputs: [
      { id: "preload", name: "preload", unit: "kn" },
      { id: "by-angle", name: "of that by the angle", unit: "kn" },
      { id: "stress", name: "tensile stress in the thread", unit: "mpa" },
    ],
    of: (x) => {
      const way = (x.angle! / (2 * Math.PI)) * x.pitch!;
      const byAngle = way / (1 / x["bolt-rate"]! + 1 / x["joint-rate"]!);
      const preload = pullOf(x.torque!, x) + byAngle;
      return { preload, "by-angle": byAngle, stress: (preload / area(x)) * 1e6 };
    },
  },
  {
    id: "preload-by-stretch",
    group: "bolts",
    name: "Preload by stretch",
    formula: "F = ΔL / (L₁ / (E A₁) + L₂ / (E A₂))",
    source: "Hooke's law: shank and thread one after the other",
    note,
    choice,
    inputs: [
      { id: "stretch", name: "stretch", unit: "mm" },
      { id: "shank-length", name: "length of the shank", unit: "mm" },
      { id: "shank", name: "diameter of the shank", unit: "mm" },
      { id: "thread-length", name: "thread that stretches with it", unit: "mm", hint: "to the nut, and half of it" },
      diameter,
      pitch,
      { id: "modulus", name: "modulus", unit: "gpa", usual: moduli },
    ],
    outputs: [
      { id: "preload", name: "preload", unit: "kn" },
      { id: "stress", name: "stress in the shank", unit: "mpa" },
    ],
    of: (x) => {
      const perMm2 = x.modulus! * 1e-6;
      const shank = (Math.PI / 4) * x.shank! ** 2;
      const preload = x.stretch! / (x["shank-length"]! / (perMm2 * shank) + x["thread-length"]! / (perMm2 * area(x)));
      return { preload, stress: (preload / shank) * 1e6 };
    },
  },
];
