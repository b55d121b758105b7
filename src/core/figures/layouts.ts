import { disc } from "./disc";
import type { Figure } from "./figure";

const bore = { id: "bore", name: "bore", unit: "mm" };
const stroke = { id: "stroke", name: "stroke", unit: "mm" };
const rod = { id: "rod", name: "rod, centre to centre", unit: "mm" };

/** The crank's angle from the top when the piston has come down so far; from the triangle of throw, rod and pin. */
function angleAt(down: number, throwMm: number, rodMm: number): number {
  const pin = throwMm + rodMm - down;
  return Math.acos((throwMm ** 2 + pin ** 2 - rodMm ** 2) / (2 * throwMm * pin));
}

interface Articulated {
  readonly throwMm: number;
  readonly masterMm: number;
  readonly knuckleMm: number;
  readonly linkMm: number;
  readonly cylinder: number;
  readonly knuckleAt: number;
}

/** How far out the pin of a linked piston lies, by the crank's angle from the master's top. */
function linkedPin(crank: number, { throwMm, masterMm, knuckleMm, linkMm, cylinder, knuckleAt }: Articulated): number {
  const [cx, cy] = [throwMm * Math.sin(crank), throwMm * Math.cos(crank)];
  // The master rod leans so that its pin stays on its own cylinder's axis.
  const [ux, uy] = [-cx / masterMm, Math.sqrt(masterMm ** 2 - cx ** 2) / masterMm];
  const [c, s] = [Math.cos(knuckleAt), Math.sin(knuckleAt)];
  const [kx, ky] = [cx + knuckleMm * (ux * c + uy * s), cy + knuckleMm * (uy * c - ux * s)];
  const [ax, ay] = [Math.sin(cylinder), Math.cos(cylinder)];
  const across = kx * ay - ky * ax;
  return kx * ax + ky * ay + Math.sqrt(linkMm ** 2 - across ** 2);
}

/** Where a function is greatest within a turn: looked for at every degree, then by halving. */
function greatestIn(of: (angle: number) => number): { readonly at: number; readonly value: number } {
  const step = Math.PI / 180;
  let at = 0;
  for (let degree = 1; degree < 360; degree += 1) if (of(degree * step) > of(at)) at = degree * step;
  let width = step;
  while (width > 1e-12) {
    width /= 2;
    if (of(at + width) > of(at)) at += width;
    else if (of(at - width) > of(at)) at -= width;
  }
  return { at, value: of(at) };
}

/** What only some layouts have: ports, chambers of a rotor, linked rods. */
export const layoutFigures: readonly Figure[] = [
  {
    id: "port-timing",
    group: "layouts",
    name: "Two-stroke: port timing",
    formula: "cos a = (r² + y² − l²) / (2 r y), y = r + l − h; open for 360° − 2a",
    source: "slider crank, exact",
    inputs: [
      stroke,
      rod,
      { id: "exhaust", name: "top edge of the exhaust port, below the crown at top", unit: "mm" },
      { id: "transfer", name: "top edge of the transfers, below the crown at top", unit: "mm" },
    ],
    outputs: [
      { id: "exhaust-open", name: "exhaust open for", unit: "deg" },
      { id: "transfer-open", name: "transfers open for", unit: "deg" },
      { id: "blowdown", name: "blowdown", unit: "deg" },
    ],
    of: (x) => {
      const at = (down: number) => angleAt(down, x.stroke! / 2, x.rod!);
      const [exhaust, transfer] = [at(x.exhaust!), at(x.transfer!)];
      return {
        "exhaust-open": 2 * Math.PI - 2 * exhaust,
        "transfer-open": 2 * Math.PI - 2 * transfer,
        blowdown: transfer - exhaust,
      };
    },
  },
  {
    id: "two-stroke-compression",
    group: "layouts",
    name: "Two-stroke: trapped and crankcase compression",
    formula: "trapped = (chamber + A · h) / chamber; crankcase = V top / (V top − A · stroke)",
    source: "plain geometry",
    inputs: [
      bore,
      stroke,
      { id: "exhaust", name: "top edge of the exhaust port, below the crown at top", unit: "mm" },
      { id: "chamber", name: "chamber at top", unit: "cm3" },
      { id: "crankcase", name: "crankcase with the piston at top", unit: "cm3" },
    ],
    outputs: [
      { id: "trapped", name: "trapped compression ratio", unit: "1", decimals: 2 },
      { id: "full", name: "full-stroke compression ratio", unit: "1", decimals: 2 },
      { id: "primary", name: "crankcase compression ratio", unit: "1", decimals: 2 },
    ],
    of: (x) => {
      const area = disc(x.bore!);
      return {
        trapped: (x.chamber! + area * x.exhaust!) / x.chamber!,
        full: (x.chamber! + area * x.stroke!) / x.chamber!,
        primary: x.crankcase! > area * x.stroke! ? x.crankcase! / (x.crankcase! - area * x.stroke!) : NaN,
      };
    },
  },
  {
    id: "rotary-chamber",
    group: "layouts",
    name: "Rotary: chamber volume and ratio",
    formula: "V = 3 √3 · e · R · b; ratio = (V + clearance) / clearance",
    source: "geometry of the trochoid: greatest less least volume of one chamber",
    inputs: [
      { id: "eccentricity", name: "eccentricity", unit: "mm" },
      { id: "radius", name: "radius of the rotor, centre to apex", unit: "mm" },
      { id: "width", name: "width of the rotor", unit: "mm" },
      { id: "rotors", name: "rotors", unit: "1" },
      { id: "clearance", name: "chamber at its least, by burette", unit: "cm3" },
    ],
    outputs: [
      { id: "chamber", name: "swept by one chamber", unit: "cm3" },
      { id: "engine", name: "of the engine, one chamber of each rotor", unit: "cm3" },
      { id: "ratio", name: "compression ratio", unit: "1", decimals: 2 },
    ],
    of: (x) => {
      const chamber = 3 * Math.sqrt(3) * x.eccentricity! * x.radius! * x.width!;
      return { chamber, engine: chamber * x.rotors!, ratio: (chamber + x.clearance!) / x.clearance! };
    },
  },
  {
    id: "link-rod-stroke",
    group: "layouts",
    name: "Radial: stroke of a cylinder with a link rod",
    formula: "the pin of the link rod, worked out for a whole turn: greatest less least",
    source: "articulated slider crank, exact",
    inputs: [
      { id: "throw", name: "throw of the crank", unit: "mm" },
      { id: "master", name: "master rod, centre to centre", unit: "mm" },
      { id: "knuckle", name: "radius of the knuckle pin", unit: "mm" },
      { id: "link", name: "link rod, centre to centre", unit: "mm" },
      { id: "cylinder", name: "cylinder, from the master's", unit: "deg" },
      { id: "knuckle-at", name: "knuckle pin, from the master rod", unit: "deg" },
    ],
    outputs: [
      { id: "stroke", name: "stroke", unit: "mm" },
      { id: "top", name: "top, after the crank points at the cylinder", unit: "deg" },
    ],
    of: (x) => {
      const linked: Articulated = {
        throwMm: x.throw!,
        masterMm: x.master!,
        knuckleMm: x.knuckle!,
        linkMm: x.link!,
        cylinder: x.cylinder!,
        knuckleAt: x["knuckle-at"]!,
      };
      const out = greatestIn((crank) => linkedPin(crank, linked));
      const within = greatestIn((crank) => -linkedPin(crank, linked));
      const late = out.at - x.cylinder!;
      return { stroke: out.value + within.value, top: Math.atan2(Math.sin(late), Math.cos(late)) };
    },
  },
];
