import { isFields } from "./unfold";
import { keyOf } from "./merge";

type Fields = Record<string, unknown>;
type Step = string | number;

/** What a value stands in, from the pack inwards, with the step that leads on. */
interface Stand {
  readonly of: Fields | unknown[];
  readonly step: Step;
}

/** All that may be referred to, as it is in a pack. */
interface Known {
  readonly has: (kind: Kind, id: unknown) => boolean;
  /** Whether the engine can be told by numbers and tells at all. */
  readonly hasIdentity: boolean;
  readonly hasOf: (kind: ScopedKind, of: unknown, id: unknown) => boolean;
}

type Kind =
  | "class"
  | "slot"
  | "joint"
  | "outline"
  | "drawing"
  | "material"
  | "treatment"
  | "crack-method"
  | "step"
  | "check"
  | "position"
  | "operation"
  | "circuit"
  | "plate"
  | "table"
  | "cause"
  | "event"
  | "finding-of-cause"
  | "symptom"
  | "history"
  | "test"
  | "school"
  | "attribute";
type ScopedKind = "feature-of-slot" | "feature-of-class" | "finding-of-class" | "node-of-circuit";

/**
 * Where a pack refers to what, and how much goes where that is not there: the value itself, or what it stands in, so many
 * steps out. What a list then lacks that needs one goes too, by the pack's own schema.
 */
interface Reference {
  readonly at: string;
  readonly out: number;
  readonly is: (value: unknown, known: Known, stands: readonly Stand[]) => boolean;
}

const to =
  (kind: Kind) =>
  (value: unknown, { has }: Known) =>
    has(kind, value);
const field = (stands: readonly Stand[], out: number, name: string): unknown => {
  const of = stands.at(-out)?.of;
  return of && !Array.isArray(of) ? of[name] : undefined;
};
const item = (at: string, kind: Kind, out = 1): Reference => ({ at, out, is: to(kind) });
const itself = (at: string, kind: Kind): Reference => item(at, kind, 0);
const parts = (at: string): Reference[] => [itself(`${at}.classes.*`, "class"), itself(`${at}.slots.*`, "slot")];
/** A node of the network of causes, whichever sort it is. */
const isNode = (value: unknown, { has }: Known) => has("cause", value) || has("event", value) || has("finding-of-cause", value); // prettier-ignore
const school = (at: string): Reference => item(`${at}.school.school`, "school", 2);

const references: readonly Reference[] = [
  itself("classes.*.material", "material"),
  item("classes.*.features.*.drawing.id", "drawing"),
  itself("classes.*.crackCheck.methods.*", "crack-method"),
  item("classes.*.cleaning.treatments.*.treatment", "treatment"),
  { at: "classes.*.features.*.restsOn.*", out: 0, is: (id, { hasOf }, stands) => hasOf("feature-of-class", field(stands, 4, "id"), id) }, // prettier-ignore
  { at: "classes.*.features.*.rework.allowances.*.feature", out: 1, is: (id, { hasOf }, stands) => hasOf("feature-of-class", field(stands, 6, "id"), id) }, // prettier-ignore
  { at: "classes.*.incoming.features.*", out: 0, is: (id, { hasOf }, stands) => hasOf("feature-of-class", field(stands, 3, "id"), id) }, // prettier-ignore
  item("materials.*.treatments.*.treatment", "treatment"),
  item("slots.*.class", "class"),
  itself("slots.*.within", "slot"),
  item("slots.*.map.outline", "outline"),
  { at: "joints.*.places.*.ends.*", out: 2, is: (end, { hasOf }) => isFields(end) && hasOf("feature-of-slot", end["slot"], end["feature"]) }, // prettier-ignore
  item("cautions.*.class", "class"),
  item("consequences.*.class", "class"),
  { at: "consequences.*.when.finding", out: 2, is: (id, { hasOf }, stands) => hasOf("finding-of-class", field(stands, 2, "class"), id) }, // prettier-ignore
  item("consequences.*.when.check", "check", 2),
  { at: "consequences.*.when.item", out: 2, is: to("history") },
  item("consequences.*.school.school", "school", 2),
  ...parts("relations.*.one"),
  ...parts("relations.*.other"),
  ...parts("relations.*.when"),
  ...parts("relations.*.replace"),
  ...parts("relations.*.fresh"),
  ...parts("relations.*.tired"),
  ...parts("relations.*.fitted"),
  ...parts("relations.*.after"),
  ...parts("relations.*.parts"),
  ...parts("relations.*.groups.*"),
  { ...school("relations.*.unless"), at: "relations.*.unless.school", out: 1 },
  itself("strip.steps.*.after.*", "step"),
  itself("strip.steps.*.removes.*", "slot"),
  itself("strip.steps.*.loses.*", "position"),
  itself("strip.steps.*.secures.*", "position"),
  item("strip.checks.*.before", "step"),
  itself("strip.checks.*.slots.*", "slot"),
  itself("strip.checks.*.places.*.slots.*", "slot"),
  item("shop.*.does.*.class", "class"),
  itself("shop.*.with.*", "operation"),
  itself("shop.*.after.*", "operation"),
  itself("circuits.*.nodes.*.slots.*", "slot"),
  itself("circuits.*.passages.*.in", "slot"),
  { at: "circuits.*.passages.*.from", out: 1, is: (id, { hasOf }, stands) => hasOf("node-of-circuit", field(stands, 3, "id"), id) }, // prettier-ignore
  { at: "circuits.*.passages.*.to", out: 1, is: (id, { hasOf }, stands) => hasOf("node-of-circuit", field(stands, 3, "id"), id) }, // prettier-ignore
  { at: "circuits.*.sheds.*.finding", out: 1, is: (id, { hasOf }, stands) => hasOf("finding-of-class", field(stands, 1, "class"), id) }, // prettier-ignore
  item("worth.classes.*.class", "class"),
  ...parts("worth.classes.*.takes.*.parts"),
  itself("worth.castings.*", "class"),
  ...parts("worth.kits.*.parts"),
  ...parts("worth.discounts.*.parts"),
  itself("diagnosis.plates.*.places.*.slots.*", "slot"),
  { at: "diagnosis.plates.*.places.*.at.*.node", out: 1, is: (id, { hasOf }, stands) => hasOf("node-of-circuit", field(stands, 1, "circuit"), id) }, // prettier-ignore
  item("diagnosis.tables.*.one", "plate"),
  item("diagnosis.tables.*.other", "plate"),
  ...(["causes", "events", "findings"] as const).map((list) => item(`diagnosis.${list}.*.plate`, "plate")),
  ...(["events", "findings"] as const).flatMap((list): Reference[] => [
    { at: `diagnosis.${list}.*.causes.*.of`, out: 1, is: isNode },
    item(`diagnosis.${list}.*.causes.*.reach.table`, "table", 2),
    item(`diagnosis.${list}.*.causes.*.reach.circuit`, "circuit", 2),
  ]),
  itself("diagnosis.causes.*.confirm.*", "finding-of-cause"),
  item("diagnosis.causes.*.actions.*.class", "class"),
  item("diagnosis.causes.*.shifts.*.when.item", "history", 2),
  item("diagnosis.causes.*.shifts.*.when.symptom", "symptom", 2),
  item("diagnosis.causes.*.shifts.*.when.class", "class", 2),
  { at: "diagnosis.findings.*.reads.*.classes.*", out: 0, is: (id, { has, hasOf }, stands) => field(stands, 2, "is") === "finding" ? hasOf("finding-of-class", id, field(stands, 2, "finding")) : has("class", id) }, // prettier-ignore
  item("diagnosis.findings.*.reads.*.class", "class"),
  { at: "diagnosis.findings.*.reads.*.feature", out: 1, is: (id, { hasOf }, stands) => hasOf("feature-of-class", field(stands, 1, "class"), id) }, // prettier-ignore
  {
    at: "diagnosis.findings.*.reads.*.is",
    out: 1,
    is: (reads, { hasIdentity }) => reads !== "identity" || hasIdentity,
  },
  item("diagnosis.findings.*.reads.*.joint", "joint"),
  item("diagnosis.findings.*.reads.*.check", "check"),
  item("diagnosis.findings.*.reads.*.test", "test"),
  item("diagnosis.findings.*.reads.*.symptom", "symptom"),
  ...parts("match.known.*.of"),
  ...parts("match.matings.*.one"),
  ...parts("match.matings.*.other"),
  ...parts("match.matings.*.of"),
  item("match.matings.*.attribute", "attribute"),
  item("match.attributes.*.measured.*.class", "class"),
];

const list = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);
const fields = (value: unknown): Readonly<Fields> => (isFields(value) ? value : {});
const idsOf = (value: unknown): ReadonlySet<unknown> => new Set(list(value).map(keyOf));

/** By kind, where in a pack what is of it stands. */
const whereKinds: Readonly<Record<Kind, string>> = {
  class: "classes",
  slot: "slots",
  joint: "joints",
  outline: "outlines",
  drawing: "drawings",
  material: "materials",
  treatment: "treatments",
  "crack-method": "crackMethods",
  step: "strip.steps",
  check: "strip.checks",
  position: "strip.positions",
  operation: "shop",
  circuit: "circuits",
  plate: "diagnosis.plates",
  table: "diagnosis.tables",
  cause: "diagnosis.causes",
  event: "diagnosis.events",
  "finding-of-cause": "diagnosis.findings",
  symptom: "intake.symptoms",
  history: "intake.history",
  test: "intake.tests",
  school: "intake.schools",
  attribute: "match.attributes",
};

/** Hours are a line of every engine's ledger. */
const everyHistory = new Set(["hours-since-new", "hours-since-overhaul"]);

function whatIsThere(pack: Readonly<Fields>): Known {
  const kinds = new Map(Object.entries(whereKinds).map(([kind, at]) => [kind, idsOf(at.split(".").reduce<unknown>((of, step) => fields(of)[step], pack))])); // prettier-ignore
  const scoped = new Map<string, ReadonlySet<unknown>>();
  for (const each of list(pack["classes"]).map(fields)) {
    scoped.set(`finding-of-class ${keyOf(each)}`, idsOf(each["findings"]));
    scoped.set(`feature-of-class ${keyOf(each)}`, idsOf(each["features"]));
    const rows = list(each["features"]).map(fields).flatMap((feature) => {
      const places = list(feature["places"]).map(keyOf);
      return places.length === 0 ? [keyOf(feature)] : places.map((place) => `${keyOf(feature)}-${place}`);
    }); // prettier-ignore
    scoped.set(`rows ${keyOf(each)}`, new Set(rows));
  }
  for (const slot of list(pack["slots"]).map(fields))
    scoped.set(`feature-of-slot ${keyOfSlot(slot)}`, scoped.get(`rows ${String(slot["class"])}`) ?? new Set());
  for (const circuit of list(pack["circuits"]).map(fields))
    scoped.set(`node-of-circuit ${keyOf(circuit)}`, idsOf(circuit["nodes"]));
  return {
    hasIdentity: pack["identity"] !== undefined,
    has: (kind, id) => kinds.get(kind)?.has(id) === true || (kind === "history" && everyHistory.has(String(id))),
    hasOf: (kind, of, id) => scoped.get(`${kind} ${String(of)}`)?.has(id) === true,
  };
}

const keyOfSlot = (slot: Readonly<Fields>): string => String(slot["id"]);

/**
 * Calls for every value that a pattern leads to, with what it stands in. The way there is one list that goes on changing:
 * who keeps it copies it.
 */
function visit(of: unknown, steps: readonly string[], found: (stands: readonly Stand[]) => void): void {
  walkOn(of, steps, 0, [], found);
}

function walkOn(
  of: unknown,
  steps: readonly string[],
  depth: number,
  stands: Stand[],
  found: (stands: readonly Stand[]) => void,
): void {
  if (depth === steps.length) return found(stands);
  if (typeof of !== "object" || of === null) return;
  const wanted = steps[depth]!;
  const each: readonly Step[] = wanted === "*" ? (Array.isArray(of) ? [...of.keys()] : Object.keys(of)) : Object.hasOwn(of, wanted) ? [wanted] : []; // prettier-ignore
  for (const step of each) {
    stands.push({ of: of as Fields, step });
    walkOn((of as Fields)[step], steps, depth + 1, stands, found);
    stands.pop();
  }
}

/** Something that was taken out, by the ids that lead to it, and what it referred to. */
export interface Fallen {
  readonly path: string;
  readonly because: string;
}

/** The way to something by ids. */
const byIds = (stands: readonly Stand[]): string =>
  stands
    .map(({ of, step }) => (Array.isArray(of) ? (keyOf(of[step as number]) ?? String(step)) : String(step)))
    .join("/");

const compiled = references.map((each) => ({ ...each, steps: each.at.split(".") }));

/** One round: what refers to nothing, each told to `falls`, which says whether it may go. */
function round(pack: Fields, falls: (fallen: Fallen) => boolean): boolean {
  const known = whatIsThere(pack);
  const out: Stand[] = [];
  const lists: Stand[] = [];
  for (const { steps, out: far, is } of compiled)
    visit(pack, steps, (stands) => {
      const { of, step } = stands.at(-1)!;
      const value = (of as Fields)[step];
      if (is(value, known, stands)) return;
      const owner = stands.slice(0, stands.length - far);
      const because = isFields(value) ? Object.values(value).join(" ") : String(value);
      if (!falls({ path: byIds(owner), because })) return;
      out.push(owner.at(-1)!);
      lists.push(...owner.slice(-2, -1));
    });
  takeOut(out);
  // A list that had something and has nothing says nothing.
  takeOut(lists.filter(({ of, step }) => !Array.isArray(of) && Array.isArray(of[step]) && of[step].length === 0));
  return out.length > 0;
}

/** Takes fields out of objects and entries out of lists, all at once. */
export function takeOut(stands: readonly { readonly of: Fields | unknown[]; readonly step: Step }[]): void {
  const ofLists = new Map<unknown[], Set<Step>>();
  for (const { of, step } of stands)
    if (Array.isArray(of)) ofLists.set(of, (ofLists.get(of) ?? new Set<Step>()).add(step));
    else delete of[step];
  for (const [of, gone] of ofLists) of.splice(0, of.length, ...of.filter((_, at) => !gone.has(at)));
}

/** What says nothing any more once what it stood on is gone: a finding that is read off nothing and asked by nobody, what nothing brings about. */
function hollow(pack: Fields, had: HadSomething, falls: (fallen: Fallen) => boolean): boolean {
  const out: Stand[] = [];
  for (const { at, lists } of hollows)
    visit(pack, at.split("."), (stands) => {
      const { of, step } = stands.at(-1)!;
      const value = fields((of as Fields)[step]);
      const once = lists.filter((name) => had.get(value)?.has(name) === true);
      const isHollow = once.length > 0 && lists.every((name) => list(value[name]).length === 0);
      if (!isHollow || value["ask"] !== undefined) return;
      if (falls({ path: byIds(stands), because: once.join(" ") })) out.push(stands.at(-1)!);
    });
  takeOut(out);
  return out.length > 0;
}

/** Things that stand on lists, and go once all of those that had something have nothing. */
const hollows: readonly { readonly at: string; readonly lists: readonly string[] }[] = [
  { at: "relations.*", lists: ["groups"] },
  { at: "joints.*", lists: ["places"] },
  { at: "diagnosis.events.*", lists: ["causes"] },
  { at: "diagnosis.findings.*", lists: ["causes"] },
  { at: "diagnosis.findings.*", lists: ["reads"] },
  { at: "diagnosis.findings.*.reads.*", lists: ["classes"] },
  { at: "diagnosis.causes.*", lists: ["confirm"] },
  { at: "diagnosis.causes.*", lists: ["actions"] },
  { at: "diagnosis.plates.*.places.*", lists: ["slots"] },
  { at: "diagnosis.plates.*", lists: ["places"] },
  { at: "strip.steps.*", lists: ["removes"] },
  { at: "shop.*", lists: ["does", "with"] },
  { at: "classes.*.crackCheck", lists: ["methods"] },
  { at: "classes.*.incoming", lists: ["features"] },
];

/** Names of lists that something stands on. */
export const listsStoodOn: ReadonlySet<string> = new Set(hollows.flatMap(({ lists }) => lists));

/** Parts that name nothing any more, and what they were one side of. */
function emptyParts(pack: Fields, falls: (fallen: Fallen) => boolean): boolean {
  const out: Stand[] = [];
  for (const { at, out: far } of partsAt)
    visit(pack, at.split("."), (stands) => {
      const { of, step } = stands.at(-1)!;
      const value = (of as Fields)[step];
      if (!isFields(value) || "question" in value || "built" in value) return;
      if (list(value["classes"]).length + list(value["slots"]).length > 0) return;
      const owner = stands.slice(0, stands.length - far);
      if (falls({ path: byIds(owner), because: byIds(stands) })) out.push(owner.at(-1)!);
    });
  takeOut(out);
  return out.length > 0;
}

const partsAt = [
  ...["one", "other", "when", "replace", "fresh", "tired", "fitted", "after", "parts"].map((side) => ({ at: `relations.*.${side}`, out: 1 })), // prettier-ignore
  { at: "relations.*.groups.*", out: 0 },
  { at: "worth.classes.*.takes.*.parts", out: 1 },
  { at: "worth.kits.*.parts", out: 1 },
  { at: "worth.discounts.*.parts", out: 1 },
  { at: "match.known.*.of", out: 1 },
  ...["one", "other", "of"].map((side) => ({ at: `match.matings.*.${side}`, out: 1 })),
];

/** Of what stands on lists, those that had something before anything was taken out. */
type HadSomething = ReadonlyMap<object, ReadonlySet<string>>;

function hadSomething(pack: Fields): HadSomething {
  const had = new Map<object, Set<string>>();
  for (const { at, lists } of hollows)
    visit(pack, at.split("."), (stands) => {
      const { of, step } = stands.at(-1)!;
      const value = fields((of as Fields)[step]);
      const full = lists.filter((name) => list(value[name]).length > 0);
      had.set(value, new Set([...(had.get(value) ?? []), ...full]));
    });
  return had;
}

/**
 * Takes out of a pack whatever refers to what is not there, and what stood on that, until nothing does.
 *
 * @param pack   JSON of a pack; changed in place
 * @param falls  told of each; false where it has to stay, since somebody said it of this engine
 */
export function prune(pack: Fields, falls: (fallen: Fallen) => boolean): void {
  const had = hadSomething(pack);
  while ([round(pack, falls), emptyParts(pack, falls), hollow(pack, had, falls)].some((changed) => changed));
}
