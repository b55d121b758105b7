import { canonicalJson } from "../canonical";
import { CoreError } from "../errors";
import { unitById, units } from "../quantity/units";
import { layOut } from "./compose";
import { limitNames } from "./limit-rows";
import { areKeyed, keyOf, thingAt } from "./merge";
import { listsStoodOn } from "./prune";
import { limitWords, type Library, type LimitRow, type Sheet } from "./schema";
import { isFields, thingsIn } from "./unfold";

type Fields = Readonly<Record<string, unknown>>;

/** A sheet as it is written: what it leaves out is what is usual. */
type Written = Partial<Sheet> & Pick<Sheet, "format" | "library" | "id" | "name" | "summary" | "layout">;

const same = (one: unknown, other: unknown): boolean => canonicalJson(one ?? null) === canonicalJson(other ?? null);
const headed = new Set(["format", "id", "revision", "family", "summary", "sources"]);

/** What has to be said over one value so that it becomes another; undefined where nothing has to. */
function difference(before: unknown, after: unknown, path: string, note: Notes): unknown {
  if (same(before, after)) return undefined;
  if (isFields(before) && isFields(after)) {
    const said: Record<string, unknown> = {};
    for (const [key, value] of Object.entries(after)) {
      const at = path === "" ? key : `${path}/${key}`;
      const change = Object.hasOwn(before, key) ? difference(before[key], value, at, note) : value;
      if (change !== undefined) said[key] = change;
    }
    for (const key of Object.keys(before)) if (!Object.hasOwn(after, key)) note.without.push(path === "" ? key : `${path}/${key}`); // prettier-ignore
    return Object.keys(said).length > 0 ? said : undefined;
  }
  if (Array.isArray(before) && Array.isArray(after) && areKeyed(before, after)) {
    const was = new Map(before.map((each) => [keyOf(each)!, each as Fields]));
    const said = (after as readonly Fields[]).flatMap((each) => {
      const id = keyOf(each)!;
      const old = was.get(id);
      const change = old ? difference(old, each, `${path}/${id}`, note) : each;
      return change === undefined ? [] : [isFields(change) ? keyed(each, change) : change];
    });
    const is = new Set((after as readonly Fields[]).map(keyOf));
    for (const id of was.keys()) if (!is.has(id)) note.without.push(`${path}/${id}`);
    const kept = [...was.keys()].filter((id) => is.has(id));
    const wanted = (after as readonly Fields[]).map((each) => keyOf(each)!);
    const got = [...kept, ...wanted.filter((id) => !was.has(id))];
    // Those behind the last one that stands otherwise need not be named.
    const differs = wanted.findLastIndex((id, at) => got[at] !== id);
    if (differs >= 0) note.order[path] = wanted.slice(0, differs + 1);
    return said.length > 0 ? said : undefined;
  }
  return after;
}

/** A change with what tells whose it is. */
const keyed = (of: Fields, change: Fields): Fields => ("id" in of ? { id: of["id"], ...change } : { class: of["class"], ...change }); // prettier-ignore

interface Notes {
  readonly without: string[];
  readonly order: Record<string, readonly string[]>;
}

/** Where a reference stands, by ids, and what it is. */
interface Said {
  readonly path: string;
  readonly source: string;
  readonly page: string | null;
  /** Both in one, and what the library says instead. */
  readonly key: string;
  readonly library: string;
}

/** Rows of what the maker says of facts that the library has: the usual one of a branch where that is shorter, then those that differ. */
function saidRows(before: unknown, after: unknown): readonly (readonly [string, string, string | null])[] {
  const rows: [string, string, string | null][] = [];
  const walk = (was: unknown, is: unknown, path: string, usual: string | null): void => {
    const here = refsIn(was, is, path);
    const wrong = here.filter((each) => each.key !== (usual ?? each.library));
    if (wrong.length === 0) return;
    const counts = new Map<string, number>();
    for (const { key } of here) counts.set(key, (counts.get(key) ?? 0) + 1);
    const [most, times] = [...counts].toSorted((one, other) => other[1] - one[1])[0]!;
    const isShorter = path !== "" && most !== usual && here.length - times + 1 < wrong.length;
    const said = here.find(({ key }) => key === most)!;
    if (isShorter) rows.push([`${path}/**`, said.source, said.page]);
    const known = isShorter ? most : usual;
    for (const [step, inner, other] of children(was, is))
      walk(inner, other, path === "" ? step : `${path}/${step}`, known);
    const own = here.find((each) => each.path === path);
    if (own && own.key !== (known ?? own.library)) rows.push([path, own.source, own.page]);
  };
  walk(before, after, "", null);
  return rows;
}

/** Fields and things that both have, each under its id. */
function children(was: unknown, is: unknown): readonly (readonly [string, unknown, unknown])[] {
  if (Array.isArray(was) && Array.isArray(is) && areKeyed(was, is)) {
    const old = new Map(was.map((each) => [keyOf(each), each as unknown]));
    return is.flatMap((each) => (old.has(keyOf(each)) ? [[keyOf(each)!, old.get(keyOf(each)), each] as const] : []));
  }
  if (!isFields(was) || !isFields(is)) return [];
  return Object.keys(is).flatMap((step) =>
    step !== "ref" && step in was ? [[step, was[step], is[step]] as const] : [],
  );
}

function refsIn(was: unknown, is: unknown, path: string): readonly Said[] {
  const [old, own] = [was, is].map((each) => (isFields(each) && isFields(each["ref"]) ? refOf(each["ref"]) : null));
  return [
    ...(old && own ? [{ path, ...own, library: old.key }] : []),
    ...children(was, is).flatMap(([step, inner, other]) =>
      refsIn(inner, other, path === "" ? step : `${path}/${step}`),
    ),
  ];
}

const refOf = ({ source, page }: Fields) => ({ source: String(source), page: typeof page === "string" ? page : null, key: `${String(source)} ${String(page)}` }); // prettier-ignore

/** The limits of a pack as rows, as far as rows can say them. */
function limitRows(json: Fields, source: string): readonly LimitRow[] {
  const rowsOf = (of: string, feature: string, { governing, derived }: Fields): LimitRow[] =>
    [governing as Fields, ...thingsIn(derived)].flatMap((each, at) =>
      limitWords.flatMap((which): LimitRow[] => {
        const limit = isFields(each["limits"]) ? each["limits"][limitNames[which]] : undefined;
        if (!isFields(limit) || !isFields(limit["ref"]) || limit["ref"]["source"] !== source || "erratum" in limit["ref"]) return []; // prettier-ignore
        const { min, max, unit, size, zone, ref, ...more } = limit;
        const given = unit ?? zone ?? coreUnit(each["unit"]);
        if (Object.keys(more).length > 0 || given === null) return [];
        const page = typeof (ref as Fields)["page"] === "string" ? ((ref as Fields)["page"] as string) : null;
        const bounds = zone === undefined ? [min ?? null, max ?? null, given] : [size, null, zone];
        return [[of, feature, at === 0 ? "" : String(each["id"]), which, ...bounds, page] as LimitRow];
      }),
    );
  return [
    ...thingsIn(json["classes"]).flatMap((each) => thingsIn(each["features"]).flatMap((feature) => rowsOf(String(each["id"]), String(feature["id"]), feature))), // prettier-ignore
    ...thingsIn(json["joints"]).flatMap((joint) => rowsOf(String(joint["id"]), "", joint)),
  ];
}

/** The unit whose figures are the core's own, of what a characteristic is shown in; null where it has none, as of pressures. */
const coreUnit = (shown: unknown): string | null => {
  const dimension = unitById(typeof shown === "string" ? shown : "mm")?.dimension;
  return (
    units.find((each) => each.dimension === dimension && each.factor === 1 && (each.offset ?? 0) === 0)?.id ?? null
  );
};

/** A pack without what its rows say. */
function withoutLimits(json: Fields, rows: readonly LimitRow[]): Fields {
  const copy = structuredClone(json) as Record<string, unknown>;
  for (const [of, feature, characteristic, which] of rows) {
    const owner = feature === "" ? thingsIn(copy["joints"]).find((each) => each["id"] === of) : thingsIn(thingsIn(copy["classes"]).find((each) => each["id"] === of)?.["features"]).find((each) => each["id"] === feature); // prettier-ignore
    const each = (characteristic === "" ? owner?.["governing"] : thingsIn(owner?.["derived"]).find(({ id }) => id === characteristic)) as Record<string, unknown>; // prettier-ignore
    const limits = { ...(each["limits"] as Record<string, unknown>) };
    delete limits[limitNames[which]];
    if (Object.keys(limits).length > 0) each["limits"] = limits;
    else delete each["limits"];
  }
  return copy;
}

/**
 * Writes a pack as a sheet over the library, as far as it goes: what is left stands in the sheet's own words.
 *
 * @param library  as it ships
 * @param json     a pack that was read without a fault
 * @param start    its layout with the answers, and index sets that are other than the layout's
 * @returns        a sheet that composes to the same facts
 */
export function sheetOf(
  library: Library,
  json: Fields,
  start: Pick<Written, "layout" | "answers" | "indexes" | "positions" | "firingOrder">,
): Written {
  const sources = json["sources"] as Sheet["sources"];
  const head: Written = {
    format: "ember-engine/1",
    library: library.version,
    id: String(json["id"]),
    revision: Number(json["revision"]),
    name: String(json["family"]),
    summary: String(json["summary"]),
    sources,
    ...start,
  };
  const all = layOut(library, head);
  const has = new Set(thingsIn(json["classes"]).map(({ id }) => id));
  // Of a kind that it has not falls all that the library says of that kind: once said is enough.
  const unlike = thingsIn(all.json?.["classes"]).flatMap(({ id }) => (has.has(id) ? [] : [`classes/${String(id)}`]));
  // What the library reads off numbers and tells it says of engines that have them.
  const own = json["identity"] === undefined ? {} : { identity: json["identity"] };
  const first = layOut(library, { ...head, without: unlike, pack: own });
  // A thing that fell since a list of it was emptied, and that this pack has without that list.
  const emptied = first.fallen.flatMap(({ path, because }) => {
    const thing = thingAt(json, path.split("/"));
    return isFields(thing) && listsStoodOn.has(because) && thing[because] === undefined ? [`${path}/${because}`] : [];
  });
  const apart = [...unlike, ...emptied];
  const bare = layOut(library, { ...head, without: apart, pack: own });
  if (!bare.json)
    throw new CoreError("sheet-of", `the layout does not compose: ${canonicalJson(bare.problems.slice(0, 5))}`);
  const limits = limitRows(json, sources[0]?.id ?? "");
  const rest = withoutLimits(json, limits);
  const said = saidRows(bare.json, rest);
  // What rows say of sources is not said again in words.
  const told = layOut(library, { ...head, without: apart, said, pack: own });
  const note: Notes = { without: apart, order: {} };
  const trimmed = Object.fromEntries(Object.entries(rest).filter(([key]) => !headed.has(key)));
  const base = Object.fromEntries(Object.entries(told.json ?? bare.json).filter(([key]) => !headed.has(key)));
  const pack = difference(base, trimmed, "", note) as Sheet["pack"] | undefined;
  return {
    ...head,
    limits: [...limits],
    said: said.map((row) => [...row]),
    ...(note.without.length > 0 ? { without: note.without } : {}),
    ...(Object.keys(note.order).length > 0 ? { order: note.order as Sheet["order"] } : {}),
    pack: { ...own, ...pack },
  };
}
