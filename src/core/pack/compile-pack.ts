import { groupByKeys } from "../group";
import { hasPlace, placesNamed, placesOf, type FeatureAt } from "./places";
import type { Feature, Joint, Pack, PartClass, Slot } from "./schema";

/** One line at the bench: one feature of whatever part is in one slot. */
export interface Row {
  /** `slot/feature` */
  readonly id: string;
  readonly slot: Slot;
  readonly partClass: PartClass;
  readonly at: FeatureAt;
  readonly label: string;
  readonly name: string;
}

/** Whether nothing is read of a row: its part is judged as a whole, by what is seen of it. */
export const isByEye = ({ at: { feature } }: Row): boolean => feature.points.length === 0;

/** All rows of one feature, measured in one go. */
export interface Sheet {
  readonly id: string;
  readonly partClass: PartClass;
  readonly feature: Feature;
  readonly rows: readonly Row[];
}

/** One place where the ends of a joint meet. */
export interface JointRow {
  /** `joint/place` */
  readonly id: string;
  readonly joint: Joint;
  readonly place: Joint["places"][number];
  readonly label: string;
  readonly name: string;
  /** The row of each end. */
  readonly ends: ReadonlyMap<string, Row>;
}

/** All places of one joint, worked out in one go. */
export interface JointSheet {
  readonly id: string;
  readonly joint: Joint;
  readonly rows: readonly JointRow[];
}

/** A pack with its look-ups made and its repeated features laid out. */
export interface CompiledPack {
  readonly pack: Pack;
  readonly sha256: string;
  readonly classes: ReadonlyMap<string, PartClass>;
  readonly slots: ReadonlyMap<string, Slot>;
  /** By slot, the slots whose parts sit in its part. */
  readonly insideOf: ReadonlyMap<string, readonly Slot[]>;
  readonly facts: ReadonlyMap<string, number>;
  readonly sheets: readonly Sheet[];
  /** Of the classes of which nothing is measured that decides: each of their parts as a whole, as seen. */
  readonly byEye: readonly Sheet[];
  readonly rows: ReadonlyMap<string, Row>;
  readonly jointSheets: readonly JointSheet[];
}

/**
 * The id of a row from the two ids it stands for.
 *
 * @example rowId("liner-1", "bore") // "liner-1/bore"
 */
export const rowId = (slot: string, feature: string): string => `${slot}/${feature}`;

function rowsOf(
  slots: readonly Slot[],
  partClass: PartClass,
  feature: Feature,
  named: ReturnType<typeof placesNamed>,
): Row[] {
  // The first feature that a person decides goes by the name of the part itself.
  const speaksForPart = partClass.features.find((each) => each.decides);
  return slots.flatMap((slot) =>
    placesOf(feature)
      .filter(({ place }) => place === null || hasPlace(slot, place.id, named))
      .map((at) => ({
        id: rowId(slot.id, at.id),
        slot,
        partClass,
        at,
        label: at.place ? (slots.length > 1 ? `${slot.label}.${at.place.label}` : at.place.label) : slot.label,
        name: at.place
          ? slots.length > 1
            ? `${at.place.name}, ${slot.name}`
            : at.place.name
          : feature === speaksForPart || !speaksForPart
            ? slot.name
            : `${slot.name}: ${feature.name}`,
      })),
  );
}

/** A part of which nothing that is measured decides is decided as a whole, by what is seen of it. */
const byEye = ({ name, features }: PartClass): Feature => ({
  id: "seen",
  name,
  title: `${name[0]!.toUpperCase()}${name.slice(1)}, by eye`,
  quantity: "eye",
  unit: "mm",
  places: [],
  points: [],
  governing: {
    id: "seen",
    name: "what is seen",
    short: "seen",
    unit: "mm",
    expr: { reduce: "max", points: {} },
    nonNegative: false,
    limits: {},
    limitsWhere: [],
  },
  wearsTowards: "larger",
  byEvent: true,
  derived: [],
  decides: true,
  restsOn: features.map(({ id }) => id),
});

/** Makes the look-ups of a pack that has already been checked. */
export function compilePack(pack: Pack, sha256: string): CompiledPack {
  const named = placesNamed(pack.slots);
  const sheetOf = (partClass: PartClass, feature: Feature): Sheet[] => {
    const slots = pack.slots.filter((slot) => slot.class === partClass.id);
    const rows = rowsOf(slots, partClass, feature, named);
    return rows.length === 0 ? [] : [{ id: `${partClass.id}-${feature.id}`, partClass, feature, rows }];
  };
  const sheets = pack.classes.flatMap((each) => each.features.flatMap((feature) => sheetOf(each, feature)));
  const eyed = pack.classes
    .filter(({ features, findings }) => findings.length > 0 && !features.some(({ decides }) => decides))
    .flatMap((each) => sheetOf(each, byEye(each)));
  const rows = new Map([...sheets, ...eyed].flatMap((sheet) => sheet.rows.map((row) => [row.id, row] as const)));
  const jointSheets = pack.joints.map((joint): JointSheet => ({
    id: joint.id,
    joint,
    rows: joint.places.map((place): JointRow => ({
      id: rowId(joint.id, place.id),
      joint,
      place,
      label: place.label,
      name: place.name,
      ends: new Map(Object.entries(place.ends).map(([end, at]) => [end, rows.get(rowId(at.slot, at.feature))!])),
    })),
  }));
  return {
    pack,
    sha256,
    classes: new Map(pack.classes.map((partClass) => [partClass.id, partClass])),
    slots: new Map(pack.slots.map((slot) => [slot.id, slot])),
    insideOf: groupByKeys(pack.slots, (slot) => (slot.within === undefined ? [] : [slot.within])),
    facts: new Map(pack.facts.map((fact) => [fact.id, fact.value])),
    sheets,
    byEye: eyed,
    rows,
    jointSheets,
  };
}
