import { problem, type Path, type Problem } from "../problem/problem";
import type { Arrangement, Element } from "./arrangement";

type Json = unknown;
type Fields = Readonly<Record<string, Json>>;
type Scope = ReadonlyMap<string, Element>;

export const isFields = (value: Json): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The things of a list; of what is none, or holds other values, those that there are. */
export const thingsIn = (value: Json): readonly Record<string, Json>[] =>
  (Array.isArray(value) ? value.filter(isFields) : []) as Record<string, Json>[];

/** A figure, or words in which nothing is filled in. */
const isPlain = (value: Json): boolean =>
  typeof value === "string" ? !value.includes("{") : typeof value !== "object" || value === null;

/** What templates may come to, over a whole library and sheet: some ten times what the largest that ships does. */
export const mostUnfolded = 200_000;

/** Where things that were unfolded stand among others of their list: what says nothing stands where its piece does. */
export type Orders = WeakMap<object, number>;

const brace = /\{([a-z][a-z0-9-]*)(?:\.([a-z][a-z0-9-]*))?\}/gu;

/**
 * Lays templates out over an engine: lists in which something is said `@for` each of an index set or each tuple of a relation,
 * with names in braces filled in. What a layout has none of comes to nothing; what nobody knows is a problem.
 */
export class Unfolding {
  readonly problems: Problem[] = [];
  private made = 0;

  constructor(
    private readonly arrangement: Arrangement,
    /** All names that may be ranged over, of this layout or of another. */
    private readonly known: ReadonlySet<string>,
    private readonly orders: Orders,
  ) {}

  /** A value with all in it laid out. */
  of(value: Json, path: Path = [], scope: Scope = new Map([["engine", this.arrangement.engine]])): Json {
    if (typeof value === "string") return this.filled(value, path, scope);
    if (Array.isArray(value))
      return value.flatMap((each, at) => (isPlain(each) ? [each] : this.entries(each, [...path, at], scope)));
    if (!isFields(value)) return value;
    if (this.isPast(1, path)) return null;
    const made: Record<string, Json> = {};
    for (const [key, inner] of Object.entries(value)) {
      // Most of a library is plain words and figures: no way to them is written down for nothing.
      if (!key.startsWith("@") && !key.includes("{") && isPlain(inner)) made[key] = inner;
      else if (key === "@placed") Object.assign(made, this.placed(inner, path, scope));
      else if (key === "@each")
        for (const each of this.of(inner, [...path, key], scope) as Fields[]) Object.assign(made, each); // prettier-ignore
      else if (key !== "@order")
        made[key.includes("{") ? String(this.filled(key, path, scope)) : key] = this.of(inner, [...path, key], scope);
    }
    const order = value["@order"];
    if (typeof order === "number") this.orders.set(made, order);
    return made;
  }

  /** What one entry of a list comes to: itself, one for each that it is said for, or nothing. */
  private entries(entry: Json, path: Path, scope: Scope): Json[] {
    if (!isFields(entry) || !("@for" in entry || "@where" in entry || "@give" in entry)) return [this.of(entry, path, scope)]; // prettier-ignore
    const { "@for": over = [], "@where": where = {}, "@give": give, ...rest } = entry;
    const ranges = Array.isArray(over) ? over.map(String) : [String(over)];
    return this.scopes(ranges, scope, path)
      .filter((inner) => isFields(where) && this.holds(where, inner, path))
      .flatMap((inner) =>
        give === undefined
          ? [this.of(rest, path, inner)]
          : (Array.isArray(give) ? give : [give]).flatMap((each, at) =>
              this.entries(each, [...path, "@give", at], inner),
            ),
      );
  }

  /** Whether all that is named is one of what it may be: answers, the layout, or what is known of a thing. */
  holds(where: Fields, scope: Scope, path: Path): boolean {
    return Object.entries(where).every(([name, options]) => {
      const [of, attribute = "id"] = name.split(".");
      const is = this.arrangement.words.get(name) ?? scope.get(of!)?.[attribute];
      const isAsked = of === "answer" || of === "layout";
      if (is === undefined && !isAsked) this.problems.push(problem("unknown-name-in-template", path, { name }));
      return is !== undefined && Array.isArray(options) && options.map(String).includes(String(is));
    });
  }

  /** Counts so many things more, and whether that is more than are laid out. */
  private isPast(more: number, path: Path): boolean {
    const was = this.made;
    this.made += more;
    if (was < mostUnfolded && this.made >= mostUnfolded) this.problems.push(problem("unfolds-too-far", path, { most: mostUnfolded })); // prettier-ignore
    return this.made >= mostUnfolded;
  }

  private scopes(ranges: readonly string[], scope: Scope, path: Path): readonly Scope[] {
    let scopes: readonly Scope[] = [scope];
    for (const range of ranges) {
      // Counted before they are there: a few names one within another come to millions.
      const { indexes, relations } = this.arrangement;
      const most = indexes.get(range)?.length ?? relations.get(range)?.tuples.length ?? 0;
      if (scopes.length * most > mostUnfolded && this.isPast(mostUnfolded, path)) return [];
      scopes = scopes.flatMap((each) => this.range(range, each, path));
      if (this.isPast(scopes.length, path)) return [];
    }
    return scopes;
  }

  /** One scope for each of an index set, or for each tuple whose bound columns are as they are bound. */
  private range(name: string, scope: Scope, path: Path): readonly Scope[] {
    const { indexes, relations } = this.arrangement;
    const set = indexes.get(name);
    if (set) return set.map((each) => new Map(scope).set(name, each));
    const relation = relations.get(name);
    if (relation)
      return relation.tuples
        .filter((tuple) => relation.columns.every((column, at) => (scope.get(column)?.id ?? tuple[at]) === tuple[at]))
        .map((tuple) => {
          const inner = new Map(scope);
          for (const [at, column] of relation.columns.entries())
            inner.set(
              column,
              indexes.get(column)!.find(({ id }) => id === tuple[at])!,
            );
          return inner;
        });
    if (!this.known.has(name)) this.problems.push(problem("unknown-index", path, { index: name }));
    return [];
  }

  /** A text with its braces filled in; one that is a single brace is what it stands for, a figure too. */
  private filled(text: string, path: Path, scope: Scope): Json {
    if (!text.includes("{")) return text;
    const look = (whole: string, of: string, attribute = "id") => {
      const found = scope.get(of)?.[attribute];
      if (found === undefined) this.problems.push(problem("unknown-name-in-template", path, { name: whole.slice(1, -1) })); // prettier-ignore
      return found ?? whole;
    };
    const single = /^\{([a-z][a-z0-9-]*)\.([a-z][a-z0-9-]*)\}$/u.exec(text);
    if (single) return look(text, single[1]!, single[2]);
    return text.replaceAll(brace, (whole, of: string, attribute?: string) => String(look(whole, of, attribute)));
  }

  /** Where a thing lies: beside what it belongs to, in that one's own frame. */
  private placed(value: Json, path: Path, scope: Scope): Fields {
    const [drawing, index, dx, dy] = Array.isArray(value) ? value : [];
    const element = scope.get(String(index));
    const at = element && this.arrangement.positionOf(String(drawing), String(index), element.id);
    if (!at || typeof dx !== "number" || typeof dy !== "number") {
      this.problems.push(problem("no-position", path, { drawing: String(drawing), index: String(index) }));
      return { x: 0, y: 0 };
    }
    const angle = (at.turn * Math.PI) / 180;
    const round = (figure: number) => Math.round(figure * 1000) / 1000;
    return {
      x: round(at.x + dx * Math.cos(angle) - dy * Math.sin(angle)),
      y: round(at.y + dx * Math.sin(angle) + dy * Math.cos(angle)),
      ...(at.turn === 0 ? {} : { turn: round(at.turn) }),
    };
  }
}
