import { graphlib, layout } from "@dagrejs/dagre";

/** A line of a damage chain: what was there, and where in the list what brought it about stands. */
export interface ChainLine {
  readonly id: string;
  readonly name: string;
  readonly kind: "cause" | "event" | "finding";
  readonly from: readonly number[];
}

/** A box: one cause or event, or all findings that the same brought about. */
export interface PlacedBox {
  readonly kind: ChainLine["kind"];
  /** Middle of it. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** What stands in it, each broken into lines. */
  readonly items: readonly { readonly id: string; readonly name: string; readonly lines: readonly string[] }[];
}

export interface PlacedChain {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly PlacedBox[];
  /** The points that each line goes through, from cause to effect. */
  readonly links: readonly (readonly { readonly x: number; readonly y: number }[])[];
}

/**
 * The longest way through a chain from what came first to what came of it, findings left out: what an owner reads. Of a longer
 * one the last steps before its end are left out.
 *
 * @param most  boxes
 * @returns     lines of the chain, in order
 */
export function mainLine(chain: readonly ChainLine[], most = 8): readonly ChainLine[] {
  const before = new Map<number, { readonly steps: number; readonly from: number | null }>();
  const reach = (at: number, above: ReadonlySet<number>): number => {
    const known = before.get(at);
    if (known) return known.steps;
    let best: { steps: number; from: number | null } = { steps: 1, from: null };
    for (const from of chain[at]!.from) {
      if (above.has(from) || chain[from]?.kind === "finding") continue;
      const steps = 1 + reach(from, new Set([...above, at]));
      if (steps > best.steps) best = { steps, from };
    }
    before.set(at, best);
    return best.steps;
  };
  const ends = chain.flatMap(({ kind }, at) => (kind === "finding" ? [] : [{ at, steps: reach(at, new Set([at])) }]));
  const last = ends.reduce<(typeof ends)[number] | null>((far, each) => (far && far.steps >= each.steps ? far : each), null); // prettier-ignore
  const line: ChainLine[] = [];
  for (let at = last?.at ?? null; at !== null && line.length < chain.length; at = before.get(at)?.from ?? null)
    line.unshift(chain[at]!);
  return line.length > most ? [...line.slice(0, most - 1), line.at(-1)!] : line;
}

const [longest, lineHeight, letter, margin] = [22, 15, 6.6, 8];

/** A name in lines of at most so many letters, where its words allow. */
function inLines(name: string): readonly string[] {
  const lines: string[] = [];
  for (const word of name.split(" ")) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length < longest) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** How high a line of a box is. */
export const chainLineHeight = lineHeight;

/**
 * A damage chain laid out from left to right, causes before what they brought about, with few crossings. Findings of one
 * origin stand in one box.
 *
 * @returns  boxes and lines in the units of a letter some 6.6 wide
 * @source   layered drawing after Sugiyama, by the package dagre
 */
export function layOutChain(chain: readonly ChainLine[]): PlacedChain {
  const graph = new graphlib.Graph();
  graph.setGraph({ rankdir: "LR", nodesep: 9, ranksep: 26, marginx: 6, marginy: 6 });
  graph.setDefaultEdgeLabel(() => ({}));
  const boxOf = chain.map(({ kind, from }, at) =>
    kind === "finding" ? `of ${[...from].sort().join(" ")}` : String(at),
  );
  const boxes = new Map<string, { kind: ChainLine["kind"]; items: PlacedBox["items"]; from: ReadonlySet<string> }>();
  chain.forEach(({ id, name, kind, from }, at) => {
    const key = boxOf[at]!;
    const items = [...(boxes.get(key)?.items ?? []), { id, name, lines: inLines(name) }];
    boxes.set(key, { kind, items, from: new Set(from.map((cause) => boxOf[cause]!)) });
  });
  for (const [key, { items }] of boxes) {
    const lines = items.flatMap((item) => item.lines);
    graph.setNode(key, {
      width: Math.max(...lines.map(({ length }) => length)) * letter + 2 * margin,
      height: lines.length * lineHeight + (items.length - 1) * 4 + margin,
    });
  }
  for (const [key, { from }] of boxes) for (const cause of from) graph.setEdge(cause, key);
  layout(graph);
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  return {
    width,
    height,
    boxes: [...boxes].map(([key, { kind, items }]) => {
      const { x, y, width: wide, height: high } = graph.node(key) as Pick<PlacedBox, "x" | "y" | "width" | "height">;
      return { kind, items, x, y, width: wide, height: high };
    }),
    links: graph.edges().map((edge) => (graph.edge(edge) as { points: { x: number; y: number }[] }).points),
  };
}
