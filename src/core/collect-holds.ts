import type { Assessment } from "./assess";
import type { Job } from "./entry/fold";
import { hold, type Hold } from "./holds";
import type { IdentityResult } from "./identity/assess-identity";
import type { IntakeResult } from "./intake/assess-intake";
import type { Order } from "./intake/order";
import { isOfKind, type RowResult } from "./metrology/assess-row";
import { questionReading } from "./metrology/question-reading";
import { unitById } from "./quantity/units";
import type { CompiledPack } from "./pack/compile-pack";
import { byThumb, type Choice } from "./plan/propose";
import { problem, type Problem } from "./problem";
import type { Station } from "./stations";
import type { Teardown } from "./teardown";

function jobHolds(job: Job, { wantedBy }: Order, pack: CompiledPack, asOf: string): Hold[] {
  const held: Hold[] = [];
  if (job.header && job.header.pack.sha256 !== pack.sha256) {
    held.push(
      hold(
        "intake",
        problem("hold", "pack-differs", ["pack"], {
          pinned: job.header.pack.sha256,
          given: pack.sha256,
          id: job.header.pack.id,
          revision: job.header.pack.revision,
        }),
      ),
    );
  }
  if (wantedBy && wantedBy < asOf.slice(0, 10) && job.handOvers.length === 0)
    held.push(hold("hand-over", problem("hold", "job-overdue", ["wantedBy"], { wantedBy })));
  const occupants = new Map<string, string[]>();
  for (const part of job.parts.values())
    if (part.slot) occupants.set(part.slot, [...(occupants.get(part.slot) ?? []), part.tag]);
  for (const [slot, tags] of occupants) {
    if (tags.length > 1)
      held.push(
        hold(
          "strip",
          problem("hold", "slot-holds-two", [slot], {
            slot: pack.slots.get(slot)?.name ?? slot,
            tags: tags.join(", "),
          }),
        ),
      );
  }
  for (const entry of job.reasonsOwed)
    held.push(hold("measure", problem("hold", "reason-owed", [entry.id], { type: entry.type })));
  return held;
}

/** What Intake and Identify hold against going on. Whoever decides must know what the engine goes into. */
function frontHolds(
  { problems, worth }: IntakeResult,
  identity: IdentityResult | null,
  job: Job,
  order: Order,
): Hold[] {
  const held = problems.filter((each) => each.severity === "hold").map((each) => hold("intake", each));
  if (problems.some((each) => each.code === "application-unknown"))
    held.push(hold("decide", problem("hold", "application-unknown-here")));
  if (worth && worth.lostCastings.length > 0 && !job.courses.some((each) => each.proposal === worth.course))
    held.push(hold("intake", problem("hold", "course-asked-again", [], { castings: worth.lostCastings.join(", ") })));
  if (job.courses.length > 1)
    held.push(hold("intake", problem("hold", "course-chosen-twice", [], { count: job.courses.length })));
  held.push(
    ...(identity?.problems.filter((each) => each.severity === "hold").map((each) => hold("identify", each)) ?? []),
  );
  if (identity?.contradiction && order.certified && identity.signed.length === 0)
    held.push(hold("identify", problem("hold", "contradiction-unsigned")));
  return held;
}

function measuringHolds(job: Job, rows: Iterable<RowResult>): Hold[] {
  const held: Hold[] = [];
  const used = new Set(job.readings.map((reading) => reading.occasion));
  for (const occasion of job.occasions.values()) {
    if (!used.has(occasion.occasion)) continue;
    const { gauge, master, at } = occasion;
    if (gauge.method === "comparator" && !master)
      held.push(hold("measure", problem("hold", "setting-master-missing", [occasion.occasion], { gauge: gauge.name })));
    if (gauge.calibration.due < at.slice(0, 10))
      held.push(
        hold(
          "measure",
          problem("hold", "gauge-overdue", [occasion.occasion], { gauge: gauge.name, due: gauge.calibration.due }),
        ),
      );
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
            "measure",
            problem("hold", "conflict", [row.row.id, point.point], {
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
            "measure",
            problem("hold", "reading-of-another-kind", [row.row.id, reading.point], {
              row: row.row.name,
              typed: reading.typed,
              measures: unitById(reading.unit)?.dimension ?? reading.unit,
              wanted: unitById(feature.unit)!.dimension,
            }),
          ),
        ];
      const question = questionReading(reading.value, feature, point.point);
      return question && reading.kept !== question.code
        ? [hold("measure", { ...question, path: [row.row.id, reading.point] })]
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
    if (decisions.length > 1)
      return [hold("decide", problem("hold", "decided-twice", where, { row: name, count: decisions.length }))];
    const [decision] = decisions;
    if (!decision) return [];
    const held: Hold[] = [];
    if (overrides && !decision.reason)
      held.push(hold("decide", problem("hold", "override-without-reason", where, { row: name })));
    if (decision.witness.proposal !== proposal.disposition) {
      held.push(
        hold(
          "decide",
          problem("hold", "evidence-changed", where, {
            row: name,
            then: decision.witness.proposal,
            now: proposal.disposition,
          }),
        ),
      );
    }
    // Under a certificate only approved data let a part back in, and experience elsewhere is none.
    const [thumb] = certified && decision.disposition === "reuse" ? [row, ...restsOn, ...joints].flatMap(byThumb) : [];
    if (thumb) held.push(hold("decide", problem("hold", "thumb-on-certified", where, thumb.params)));
    if (decision.disposition === "hold") held.push(hold("decide", problem("hold", "on-hold", where, { row: name })));
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
  const at = (station: Station, problems: readonly Problem[]) =>
    problems.filter((each) => each.severity === "hold").map((each) => hold(station, each));
  const toBuild = new Set(["passages-unproven", "passage-blocked"]);
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
    ...at("strip", [...(strip?.problems ?? []), ...findings.problems]),
    ...at("build", ledger.problems),
    ...clean.problems
      .filter((each) => each.severity === "hold")
      .map((each) => hold(toBuild.has(each.code) ? "build" : "clean", each)),
    ...at("crack-check", crack.problems),
    ...asked
      .filter(({ part, isChecked }) => machined.has(part.id) && !isChecked)
      .map(({ part }) => hold("decide", problem("hold", "machining-unchecked", [part.id], { tag: part.tag }))),
    ...asked
      .filter(({ part, isCheckedAfter }) => reworked.has(part.id) && !isCheckedAfter)
      .map(({ part }) => hold("build", problem("hold", "unchecked-after-grinding", [part.id], { tag: part.tag }))),
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
