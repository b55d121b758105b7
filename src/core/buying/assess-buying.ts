import { daysBetween } from "../entry/clock";
import type { Job, Signed } from "../entry/fold";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { Lot } from "../lots/lots";
import { problem, type Problem } from "../problem/problem";

export type Purchase = Signed<"purchase-made">;
export type Receipt = Signed<"goods-received">;

/** Why something that arrived is not what was ordered; what is told to the supplier. */
export type Amiss = "wrong" | "damaged" | "missing" | "old-revision" | "other-number" | "lot-out";

/** How a line of an order stands. */
export interface OrderedLine {
  readonly purchase: Purchase;
  readonly line: Purchase["lines"][number];
  readonly receipts: readonly Receipt[];
  /** Arrived and as ordered. */
  readonly arrived: number;
  /** Arrived and not as ordered, by why. */
  readonly amiss: ReadonlyMap<Amiss, number>;
  /** The numbers that stood on what is not as ordered, as far as anybody read them. */
  readonly came: readonly string[];
  /** Of those that arrived, the ones of which nobody read what was asked for. */
  readonly unread: number;
  /** Still to come. */
  readonly open: number;
  readonly isOverdue: boolean;
  /** Old parts that went back for their deposit. */
  readonly coresBack: number;
}

export interface BuyingResult {
  readonly ordered: readonly OrderedLine[];
  /** What came and nobody ordered. */
  readonly unordered: readonly Receipt[];
  /** Places for which something was ordered that is not refused. */
  readonly covered: ReadonlySet<string>;
  /** By name, how much of what steps use up was ordered. */
  readonly usedUp: ReadonlyMap<string, number>;
  readonly problems: readonly Problem[];
}

/**
 * What is wrong with a box by what stands on it, whatever it was called when it was taken in. A number is the same however it
 * is spaced; one that was not read says nothing.
 */
function amissWith({ classes }: CompiledPack, line: OrderedLine["line"], receipt: Receipt): Amiss | null {
  if (receipt.state !== "right") return receipt.state;
  const bare = (text: string) => text.toUpperCase().replace(/[^A-Z0-9]+/gu, "");
  const known = line.class === null ? undefined : classes.get(line.class);
  const byNumber = receipt.number === null ? undefined : known?.revisions.find(({ numbers }) => numbers.some((each) => bare(each) === bare(receipt.number!))); // prettier-ignore
  const revision = receipt.revision ?? byNumber?.id ?? null;
  const same = (one: string) => revision !== null && bare(one) === bare(revision);
  if (line.revisions.length > 0 && revision !== null && !line.revisions.some(same)) return "old-revision";
  const isOther = receipt.number !== null && line.number !== null && bare(receipt.number) !== bare(line.number) && !byNumber; // prettier-ignore
  return isOther ? "other-number" : null;
}

/** Whether a box says all that was ordered by. */
const isRead = ({ number, revisions }: OrderedLine["line"], receipt: Receipt): boolean =>
  (number === null || receipt.number !== null) && (revisions.length === 0 || receipt.revision !== null || receipt.number !== null); // prettier-ignore

/** Receipts of one line, each box once. */
function onceEach(receipts: readonly Receipt[]): {
  readonly once: readonly Receipt[];
  readonly twice: readonly Receipt[];
} {
  const seen = new Set<string>();
  const twice = receipts.filter(({ box }) => box !== null && seen.size === seen.add(box).size);
  return { once: receipts.filter((receipt) => !twice.includes(receipt)), twice };
}

/** How what was ordered stands: what came, as what, what is late, which old parts are owed. */
export function assessBuying(
  pack: CompiledPack,
  {
    purchases,
    receipts,
    coresReturned,
    cameBack,
    parts,
  }: Pick<Job, "purchases" | "receipts" | "coresReturned" | "cameBack" | "parts">,
  { lots, day: today }: { readonly lots: readonly Lot[]; readonly day: string },
): BuyingResult {
  const problems: Problem[] = [];
  const refused = new Set(
    lots.flatMap(({ verdict, parts }) => (verdict === "refused" ? parts.map(({ id }) => id) : [])),
  );
  const known = new Set<string>();
  const ordered = purchases.flatMap((purchase) =>
    purchase.lines.map((line): OrderedLine => {
      const mine = receipts.filter((receipt) => receipt.purchase === purchase.id && receipt.line === line.line);
      for (const { id } of mine) known.add(id);
      const { once, twice } = onceEach(mine);
      for (const { id, box } of twice) problems.push(problem("box-twice", [id], { name: line.name, box: box! }));
      const amiss = new Map<Amiss, number>();
      const came = new Set<string>();
      let [arrived, unread] = [0, 0];
      for (const receipt of once) {
        const why = amissWith(pack, line, receipt);
        const out = why ? 0 : receipt.parts.filter((part) => refused.has(part)).length;
        if (why) amiss.set(why, (amiss.get(why) ?? 0) + receipt.quantity);
        if (out > 0) amiss.set("lot-out", (amiss.get("lot-out") ?? 0) + out);
        if ((why || out > 0) && receipt.number !== null) came.add(receipt.number);
        if (why) continue;
        arrived += receipt.quantity - out;
        if (!isRead(line, receipt)) unread += receipt.quantity;
      }
      const path = [purchase.id, line.line];
      for (const [why, count] of amiss)
        if (why !== "missing") problems.push(problem("delivery-amiss", path, { name: line.name, supplier: purchase.supplier, count, why, came: [...came].join(", ") || null })); // prettier-ignore
      if (unread > 0) problems.push(problem("box-unread", path, { name: line.name, count: unread }));
      if (arrived > line.quantity) problems.push(problem("received-beyond", path, { name: line.name, count: arrived, ordered: line.quantity })); // prettier-ignore
      const open = Math.max(0, line.quantity - arrived);
      const isOverdue = open > 0 && purchase.due !== null && purchase.due < today;
      if (isOverdue) problems.push(problem("delivery-overdue", path, { name: line.name, supplier: purchase.supplier, due: purchase.due!, days: daysBetween(purchase.due!, today) })); // prettier-ignore
      const back = coresReturned.filter((each) => each.purchase === purchase.id && each.line === line.line);
      const coresBack = back.reduce((sum, { quantity }) => sum + quantity, 0);
      if (coresBack > line.quantity) problems.push(problem("cores-beyond", path, { name: line.name, count: coresBack, ordered: line.quantity })); // prettier-ignore
      return { purchase, line, receipts: once, arrived, amiss, came: [...came], unread, open, isOverdue, coresBack };
    }),
  );
  // What was said of a part last is how it is.
  for (const { id, part, state, words } of new Map(cameBack.map((each) => [each.part, each])).values())
    if (state !== "right") problems.push(problem("came-back-amiss", [id], { tag: parts.get(part)?.tag ?? part, state, words })); // prettier-ignore
  const unordered = receipts.filter(({ id }) => !known.has(id));
  for (const { id, number, words, quantity } of unordered)
    problems.push(problem("received-unordered", [id], { what: number ?? words ?? "?", count: quantity }));
  const covered = new Set(ordered.flatMap(({ line, amiss }) => line.slots.slice(0, line.slots.length - (amiss.get("lot-out") ?? 0)))); // prettier-ignore
  const usedUp = new Map<string, number>();
  for (const { line } of ordered)
    if (line.class === null && line.slots.length === 0)
      usedUp.set(line.name, (usedUp.get(line.name) ?? 0) + line.quantity);
  return { ordered, unordered, covered, usedUp, problems };
}

export const buyingJudgement = judgement({
  lists: ["purchases", "receipts", "coresReturned", "cameBack", "parts"],
  needs: ["lots", "day"],
  assess: assessBuying,
  problems: ({ problems }) => problems,
});
