import type { Assessment } from "./assess";
import type { Job } from "./entry/fold";
import { hold, holdsAmong, type Hold } from "./holds";
import type { IdentityResult } from "./identify/assess-identity";
import type { IntakeResult } from "./intake/assess-intake";
import type { Order } from "./order/order";
import { isOfKind, type RowResult } from "./measure/assess-row";
import { questionReading } from "./measure/question-reading";
import { unitById } from "./quantity/units";
import type { CompiledPack } from "./pack/compile-pack";
import { byThumb, type Choice } from "./plan/propose";
import { problem, type Problem } from "./problem/problem";
import type { Teardown } from "./teardown";

function jobHolds(job: Job, { wantedBy }: Order, pack: CompiledPack, asOf: string): Hold[] {
  const held: Hold[] = [];
  if (job.header && job.header.pack.sha256 !== pack.sha256) {
    held.push(
      hold(
        problem("pack-differs", ["pack"], {
          pinned: job.header.pack.sha256,
          given: pack.sha256,
          id: job.header.pack.id,
          revision: job.header.pack.revision,
        }),
      ),
    );
  }
  if (wantedBy && wantedBy < asOf.slice(0, 10) && job.handOvers.length === 0)
    held.push(hold(problem("job-overdue", ["wantedBy"], { wantedBy })));
  const occupants = new Map<string, string[]>();
  for (const part of job.parts.values())
    if (part.slot) occupants.set(part.slot, [...(occupants.get(part.slot) ?? []), part.tag]);
  for (const [slot, tags] of occupants) {
    if (tags.length > 1)
      held.push(
        hold(
          problem("slot-holds-two", [slot], {
            slot: pack.slots.get(slot)?.name ?? slot,
            tags: tags.join(", "),
          }),
        ),
      );
  }
  for (const entry of job.reasonsOwed) held.push(hold(problem("reason-owed", [entry.id], { type: entry.type })));
  return held;
}

/** What Intake and Identify hold against going on. Whoever decides must know what the engine goes into. */
function frontHolds(
  { problems, worth }: IntakeResult,
  identity: IdentityResult | null,
  job: Job,
  order: Order,
): Hold[] {
  const held = holdsAmong(problems);
  if (problems.some((each) => each.code === "application-unknown"))
    held.push(hold(problem("application-unknown-here")));
  if (worth && worth.lostCastings.length > 0 && !job.courses.some((each) => each.proposal === worth.course))
    held.push(hold(problem("course-asked-again", [], { castings: worth.lostCastings.join(", ") })));
  if (job.courses.length > 1) held.push(hold(problem("course-chosen-twice", [], { count: job.courses.length })));
  held.push(...holdsAmong(identity?.problems ?? []));
  if (identity?.contradiction && order.certified && identity.signed.length === 0)
    held.push(hold(problem("contradiction-unsigned")));
  return held;
}

function measuringHolds(job: Job, rows: Iterable<RowResult>): Hold[] {
  const held: Hold[] = [];
  const used = new Set(job.readings.map((reading) => reading.occasion));
  for (const occasion of job.occasions.values()) {
    if (!used.has(occasion.occasion)) continue;
    const { gauge, master, at } = occasion;
    if (gauge.method === "comparator" && !master)
      held.push(hold(problem("setting-master-missing", [occasion.occasion], { gauge: gauge.name })));
    if (gauge.calibration.due < at.slice(0, 10))
      held.push(hold(problem("gauge-overdue", [occasion.occasion], { gauge: gauge.name, due: gauge.calibration.due })));
  }
  for (const row of rows) held.push(...rowHolds(row));
  return held;
}

const holdsOfRows = new WeakMap<RowResult, readonly Hold[]>();

/** Conflicts and unanswered questions of one row; a row that is still the same has the same. */
function rowHolds(row: RowResult): readonly Hold[] {
  const known = holdsOfRows.get(row);
  if (known) return known;
  const { feature } = row.row.at;
  const held = row.points.flatMap((point): Hold[] => {
    const conflict = point.conflict
      ? [
          hold(
            problem("conflict", [row.row.id, point.point], {
              row: row.row.name,
              point: feature.points.find((each) => each.id === point.point)!.name,
            }),
          ),
        ]
      : [];
    const asked = point.readings.flatMap((reading) => {
      if (!isOfKind(reading, feature))
        return [
          hold(
            problem("reading-of-another-kind", [row.row.id, reading.point], {
              row: row.row.name,
              typed: reading.typed,
              measures: unitById(reading.unit)?.dimension ?? reading.unit,
              wanted: unitById(feature.unit)!.dimension,
            }),
          ),
        ];
      const question = questionReading(reading.value, feature, point.point);
      return question && reading.kept !== question.code
        ? [hold({ ...question, path: [row.row.id, reading.point] })]
        : [];
    });
    return [...conflict, ...asked];
  });
  holdsOfRows.set(row, held);
  return held;
}

function choiceHolds(choices: readonly Choice[], { certified }: Order): Hold[] {
  return choices.flatMap(({ row, restsOn, joints, decisions, proposal, overrides }) => {
    const where = [row.row.id];
    const name = row.row.name;
    if (decisions.length > 1) return [hold(problem("decided-twice", where, { row: name, count: decisions.length }))];
    const [decision] = decisions;
    if (!decision) return [];
    const held: Hold[] = [];
    if (overrides && !decision.reason) held.push(hold(problem("override-without-reason", where, { row: name })));
    if (decision.witness.proposal !== proposal.disposition) {
      held.push(
        hold(
          problem("evidence-changed", where, {
            row: name,
            then: decision.witness.proposal,
            now: proposal.disposition,
          }),
        ),
      );
    }
    // Under a certificate only approved data let a part back in, and experience elsewhere is none.
    const [thumb] = certified && decision.disposition === "reuse" ? [row, ...restsOn, ...joints].flatMap(byThumb) : [];
    if (thumb)
      held.push(hold(problem("thumb-on-certified", where, { row: thumb.params.row, rule: thumb.params.rule })));
    if (decision.disposition === "hold") held.push(hold(problem("on-hold", where, { row: name })));
    return held;
  });
}

/** What of a teardown is worth knowing and holds nothing up. */
export const noticesOf = ({ strip, findings, ledger, clean, crack }: Teardown): Problem[] =>
  [strip?.problems ?? [], findings.problems, ledger.problems, clean.problems, crack.problems]
    .flat()
    .filter((each) => each.severity !== "hold");

/** What taking apart, cleaning and crack-checking hold against going on. */
function teardownHolds(
  { strip, findings, ledger, clean, crack }: Teardown,
  choices: readonly Choice[],
  job: Job,
): Hold[] {
  const machined = new Set(
    choices
      .filter(({ decisions }) => decisions.length === 1 && decisions[0]!.disposition === "rework")
      .flatMap(({ row }) => row.part?.id ?? []),
  );
  const afterwards = new Set(
    [...job.occasions.values()].filter(({ phase }) => phase === "reworked").map(({ occasion }) => occasion),
  );
  const reworked = new Set(
    afterwards.size === 0
      ? []
      : job.readings.filter((reading) => afterwards.has(reading.occasion)).map((reading) => reading.part),
  );
  const asked = crack.parts.filter(({ partClass, part }) => partClass.crackCheck && !crack.scrapped.has(part.id));
  return [
    ...holdsAmong([...(strip?.problems ?? []), ...findings.problems]),
    ...holdsAmong(ledger.problems),
    ...holdsAmong(clean.problems),
    ...holdsAmong(crack.problems),
    ...asked
      .filter(({ part, isChecked }) => machined.has(part.id) && !isChecked)
      .map(({ part }) => hold(problem("machining-unchecked", [part.id], { tag: part.tag }))),
    ...asked
      .filter(({ part, isCheckedAfter }) => reworked.has(part.id) && !isCheckedAfter)
      .map(({ part }) => hold(problem("unchecked-after-grinding", [part.id], { tag: part.tag }))),
  ];
}

/** Everything that holds a job up, wherever it stands. */
export const collectHolds = (
  pack: CompiledPack,
  {
    job,
    intake,
    identity,
    rows,
    teardown,
    choices,
  }: Pick<Assessment, "job" | "intake" | "identity" | "rows" | "teardown" | "choices">,
  asOf: string,
): Hold[] => [
  ...jobHolds(job, intake.order, pack, asOf),
  ...frontHolds(intake, identity, job, intake.order),
  ...measuringHolds(job, rows.values()),
  ...teardownHolds(teardown, choices, job),
  ...choiceHolds(choices, intake.order),
];
