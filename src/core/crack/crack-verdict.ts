import { lineLength, lineTouches, type Spot } from "../numeric/plane";
import type { CrackRule, Zone, ZoneMap } from "../pack/schema-teardown";

export type CrackWord = CrackRule["verdict"];

/** From harmless to fatal. */
export const crackWords = ["harmless", "watch", "repairable", "scrap"] as const satisfies readonly CrackWord[];

/** A part that its pack draws no zones of: a plain outline, on which a crack can be drawn and a person judges it. */
const plainOutline: ZoneMap = {
  width: 200,
  height: 60,
  view: "plain outline, not to scale",
  zones: [{ id: "all-of-it", name: "all of it", polygon: [[0, 0], [200, 0], [200, 60], [0, 60]], rules: [] }], // prettier-ignore
};

/** Where cracks of a kind of part are drawn. */
export const zoneMapOf = ({ zoneMap }: { readonly zoneMap?: ZoneMap | undefined }): ZoneMap => zoneMap ?? plainOutline;

export interface Crack {
  readonly line: readonly Spot[];
  readonly lengthMm: number | null;
}

/** What one zone makes of a crack: the rule that is meant, or what would have to be known to say. */
export interface ZoneVerdict {
  readonly zone: Zone;
  readonly rule: CrackRule | null;
  readonly unknown: readonly ("length" | "school")[];
}

export interface CrackVerdict {
  /** In the order of the map. */
  readonly zones: readonly ZoneVerdict[];
  /** The worst of the zones; null where one cannot tell, or where the line lies in none. */
  readonly verdict: CrackWord | null;
  /** The rule it rests on. */
  readonly rule: CrackRule | null;
}

type Answer = boolean | "length" | "school";

/** Whether a crack runs along an axis, to within 45 degrees, from end to end. */
function runsAlong({ line }: Crack, axis: number): boolean {
  const [from, to] = [line[0]!, line.at(-1)!];
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]) - (axis * Math.PI) / 180;
  return Math.abs(Math.cos(angle)) >= Math.SQRT1_2;
}

function answers(
  rule: CrackRule,
  zone: Zone,
  crack: Crack,
  crossed: ReadonlySet<string>,
  schools: ReadonlyMap<string, string | null>,
): Answer[] {
  return [
    rule.within === undefined || [...crossed].every((id) => rule.within!.includes(id)),
    rule.reaches === undefined || rule.reaches.some((id) => crossed.has(id)),
    rule.runs === undefined || runsAlong(crack, zone.axis ?? 0) === (rule.runs === "along"),
    rule.longerThanMm === undefined || (crack.lengthMm === null ? "length" : crack.lengthMm > rule.longerThanMm),
    rule.school === undefined ||
      (schools.get(rule.school.school) == null ? "school" : schools.get(rule.school.school) === rule.school.option),
  ];
}

/**
 * The first rule of a zone whose conditions hold. A condition that cannot be told leaves the rule possible: if all
 * that are possible say the same, that is the answer; otherwise there is none yet.
 */
function zoneVerdict(
  zone: Zone,
  crack: Crack,
  crossed: ReadonlySet<string>,
  schools: ReadonlyMap<string, string | null>,
): ZoneVerdict {
  const possible: CrackRule[] = [];
  const unknown = new Set<"length" | "school">();
  for (const rule of zone.rules) {
    const said = answers(rule, zone, crack, crossed, schools);
    if (said.includes(false)) continue;
    possible.push(rule);
    const open = said.filter((each) => each === "length" || each === "school");
    if (open.length === 0) break;
    open.forEach((each) => unknown.add(each));
  }
  const [first] = possible;
  const agree = first !== undefined && possible.every((rule) => rule.verdict === first.verdict);
  return agree ? { zone, rule: possible.at(-1)!, unknown: [] } : { zone, rule: null, unknown: [...unknown] };
}

/** Ids of the zones that a line touches. */
export const zonesCrossed = ({ zones }: ZoneMap, line: readonly Spot[]): ReadonlySet<string> =>
  new Set(zones.filter((zone) => lineTouches(zone.polygon, line)).map((zone) => zone.id));

/**
 * What a crack means where it is: the worst that any zone it touches makes of it.
 *
 * @param schools  the option that the shop follows, by school; null or absent where nobody chose
 * @param map      zones of the casting, in its millimetres
 * @param crack    its line on the map, and its measured length in mm where somebody measured it
 * @returns        null for the verdict where a condition cannot be told, or the line lies in no zone
 */
export function crackVerdict(map: ZoneMap, crack: Crack, schools: ReadonlyMap<string, string | null>): CrackVerdict {
  const crossed = zonesCrossed(map, crack.line);
  const zones = map.zones
    .filter((zone) => crossed.has(zone.id))
    .map((zone) => zoneVerdict(zone, crack, crossed, schools));
  const severity = ({ rule }: ZoneVerdict) => (rule ? crackWords.indexOf(rule.verdict) : -1);
  const worst = zones.reduce<ZoneVerdict | null>((a, b) => (a && severity(a) >= severity(b) ? a : b), null);
  // A zone that cannot tell might say anything up to scrap; one that says scrap has said all there is.
  const isOpen = zones.some((zone) => zone.rule === null) && worst?.rule?.verdict !== "scrap";
  return {
    zones,
    verdict: isOpen ? null : (worst?.rule?.verdict ?? null),
    rule: isOpen ? null : (worst?.rule ?? null),
  };
}

/**
 * How long a crack is as it is drawn, for where nobody measured it.
 *
 * @returns  mm of the zone map
 * @example drawnLength({ line: [[0, 0], [3, 4]] }) // 5
 */
export const drawnLength = ({ line }: Pick<Crack, "line">): number => lineLength(line);
