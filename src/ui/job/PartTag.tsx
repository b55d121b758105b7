"use client";
import { Flex, Heading, chakra } from "@chakra-ui/react";
import { useMemo, type ReactNode } from "react";
import type { JointResult } from "@/core/measure/assess-joint";
import type { Age } from "@/core/measure/endurance";
import { hasTwoValues, type RowResult } from "@/core/measure/assess-row";
import { budgetOf, jointBudget } from "@/core/measure/uncertainty-budget";
import { settling } from "@/core/measure/settle";
import { extremeBias } from "@/core/numeric/extreme-bias";
import { ownScatter } from "@/core/measure/own-scatter";
import { isByEye } from "@/core/pack/compile-pack";
import { unitOfLife } from "@/core/pack/life-units";
import { isByThumb } from "@/core/pack/rules-of-thumb";
import { standardUncertainty } from "@/core/quantity/estimate";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { coverageOf, expandedUncertainty, type Conformity } from "@/core/measure/conformity";
import { otherUnit, type Unit } from "@/core/quantity/units";
import { hoursToLimit, usualRateScatter } from "@/core/measure/endurance";
import { visitsOf } from "@/core/measure/assess-measure";
import { rateInterval, type WearRate } from "@/core/measure/wear-rate";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayProblem } from "@/words/say-problem";
import { sayLimit, sayPrinted, sayRef } from "@/words/say-option";
import { markSentences } from "@/words/words-for";
import { ConformityMark, markColor, shownMark } from "../kit/ConformityMark";
import { Leader } from "../kit/Leader";
import { Small } from "../kit/Small";
import { Evidence } from "./Evidence";
import { NotedOnly } from "./NotedOnly";
import { PartKnown } from "./PartKnown";
import { UncertaintyBudget } from "./UncertaintyBudget";
import { Word } from "./Glossary";
import { useJob } from "./JobContext";
import { Tag } from "./Tag";

const sayHowSure = ({ margin, probability }: Conformity) =>
  margin >= 0
    ? `${percent(probability)} sure that it is inside.`
    : `${percent(1 - probability)} sure that it is outside.`;

function Verdict({
  governing,
  toGo,
  of,
  missing = [],
}: Pick<RowResult, "governing"> & { toGo: number; of: number; missing?: readonly string[] }) {
  const mark = shownMark(governing);
  return (
    <>
      <Flex align="center" gap="8px" mt="10px" color={markColor[mark]} fontWeight={700}>
        <ConformityMark mark={mark} />
        {mark !== "cannot-tell" ? markSentences[mark] : governing.limit ? "Cannot tell yet" : "No limit"}
      </Flex>
      <chakra.p fontSize="13px" color="quiet" mt="2px">
        {toGo > 0 &&
          `${toGo} of ${of} readings to go${toGo < of && missing.length <= 6 && missing.length > 0 ? `: ${missing.join(", ")}` : ""}. `}
        {toGo > 0 && toGo < of && governing.estimate && "What stands here is what is known so far. "}
        {!governing.limit && "The pack has no limit for it alone. "}
        {governing.conformity && mark !== "cannot-tell" && sayHowSure(governing.conformity)}
      </chakra.p>
    </>
  );
}

/** The lines of a tag that any value with limits has. */
function Leaders({ governing, derived, brief }: Pick<RowResult, "governing" | "derived"> & { brief: boolean }) {
  const { unitFor } = useJob();
  const unit = unitFor(governing.characteristic.unit);
  const { new: fresh, inService } = governing.characteristic.limits;
  return (
    <chakra.dl mt="8px">
      {governing.wear && (
        <Leader name={<Word of="wear-share">Wear used</Word>}>
          {Math.round(governing.wear.value * 100)} % ± {Math.ceil(expandedUncertainty(governing.wear) * 100)}
        </Leader>
      )}
      {governing.limit && (
        <Leader
          name={isByThumb(governing.limit) ? "By rule of thumb" : <Word of="reassembly-limit">For reassembly</Word>}
        >
          {sayLimit(governing.limit, unit)}
        </Leader>
      )}
      {!brief && fresh && <Leader name="New">{sayLimit(fresh, unit)}</Leader>}
      {!brief && inService && (
        <Leader name={<Word of="service-limit">In service</Word>}>{sayLimit(inService, unit)}</Leader>
      )}
      {derived
        .filter((result) => !brief || result.limit)
        .map((result) => [result, unitFor(result.characteristic.unit)] as const)
        .map(([result, its]) => (
          <Leader key={result.characteristic.id} name={capital(result.characteristic.name)}>
            {result.estimate
              ? `${formatNumber(result.estimate.value, its)} ± ${formatUncertainty(result.expanded!, its)}${its.id === unit.id ? "" : ` ${its.symbol}`}`
              : "–"}
            {result.limit && (
              <chakra.span display="block" fontSize="12px" color={result.accepted === false ? "out" : "quiet"}>
                {sayLimit(result.limit, its)}
              </chakra.span>
            )}
          </Leader>
        ))}
    </chakra.dl>
  );
}

const range = (low: number, high: number) =>
  percent(low) === percent(high) ? percent(low) : `${percent(low)} to ${percent(high)}`;

function sayHours(age: Age | null, unit: string): string {
  if (!age) return "nobody knows what it has run";
  if (age.to === null) return `it has run ${grouped(age.from)} ${unit} at least`;
  if (age.from === age.to) return `it has run ${grouped(age.from)} ${unit}`;
  return `it has run between ${grouped(age.from)} and ${grouped(age.to)} ${unit}, which nobody knows better`;
}

/** Whether it reaches the hours wanted, and what that rests on. */
function Reach({ row, brief }: { row: RowResult; brief: boolean }) {
  const { assessment, unitFor, pack } = useJob();
  const unit = unitFor(row.governing.characteristic.unit);
  const endurance = assessment.endurance.get(row.row.id);
  if (!endurance) return null;
  const { wanted, counted, probability, low, high, age, limit, limitKind, life, wear, rate } = endurance;
  const color = high < 0.5 ? "out" : (probability ?? low) < 0.9 ? "near" : "ink";
  const hours = sayHours(age, unitOfLife[counted]);
  return (
    <>
      <chakra.dl>
        <Leader name={`Reaches ${grouped(wanted)} ${unitOfLife[counted]}`}>
          <chakra.span color={color} fontWeight={600}>
            {probability === null ? range(low, high) : percent(probability)}
          </chakra.span>
        </Leader>
      </chakra.dl>
      {!brief && (
        <chakra.p fontSize="12px" color="quiet" mt="4px">
          {rate
            ? `By ${rate.visits} visits ${sayRate(rate, unit)}.`
            : `Worn ${formatNumber(Math.max(0, wear.value), unit)} so far; ${hours}.`}{" "}
          Straight on at that rate, give or take {Math.round(100 * (pack.pack.wear?.rateScatter ?? usualRateScatter))}{" "}
          %, up to {formatNumber(limit, unit)} {limitKind === "inService" ? "in service" : "for reassembly"}
          {life === null ? "" : `, and to the end of its life at ${grouped(life)} ${unitOfLife[counted]}`}.
          {probability !== null && high - low > 0.05 ? ` By its age ${range(low, high)}.` : ""} <StillAhead row={row} />
        </chakra.p>
      )}
    </>
  );
}

const perThousand = 1000;

/** A rate of wear by a thousand hours, with U. */
function sayRate(rate: WearRate, unit: Unit): string {
  const [low, high] = rateInterval(rate);
  const by = (perHour: number) => formatNumber(perHour * perThousand, unit, unit.decimals + 1);
  return `${by(rate.perHour)} ${unit.symbol} in 1 000 h (${by(low)} to ${by(high)})`;
}

/** Hours until its limit, worked out for the one place that is looked at. */
function StillAhead({ row }: { row: RowResult }) {
  const { pack, assessment } = useJob();
  const { order, job } = assessment;
  const ahead = useMemo(
    () => hoursToLimit(pack, row, order, visitsOf(job.visitsTaken, row)),
    [pack, row, order, job.visitsTaken],
  );
  if (!ahead) return null;
  const say = (hours: number | null) => (hours === null ? "more than anybody counts" : grouped(twoDigits(hours)));
  return ahead.likely === null ? null : (
    <>
      {say(ahead.likely)} h to its limit, likely; surely {say(ahead.least)}, hardly {say(ahead.most)}.
    </>
  );
}

/** Hours to come are never known to more than two digits. */
const twoDigits = (hours: number) => Number(hours.toPrecision(2));

/** The one large figure of a tag. */
function LargeFigure({ governing, brief }: Pick<RowResult, "governing"> & { brief: boolean }) {
  const { unitFor } = useJob();
  const unit = unitFor(governing.characteristic.unit);
  const other = otherUnit(unit);
  return (
    <>
      <chakra.p
        fontSize={brief ? "30px" : "38px"}
        lineHeight="1.15"
        mt="4px"
        fontVariantNumeric="tabular-nums"
        title={
          governing.estimate && other ? `${formatNumber(governing.estimate.value, other)} ${other.symbol}` : undefined
        }
      >
        {governing.estimate ? formatNumber(governing.estimate.value, unit) : "–"}
      </chakra.p>
      <chakra.p fontSize="13px" color="quiet">
        {governing.estimate
          ? `± ${formatUncertainty(governing.expanded!, unit)} ${unit.symbol}${unit.dimension === "length" ? " at 20 °C" : ""} · ${governing.characteristic.name}`
          : "nothing read yet"}
      </chakra.p>
    </>
  );
}

/** What repeats say of their own scatter, beside the gauge's; few repeats need a coverage factor far above 2. */
function Repeats({ row }: { row: RowResult }) {
  const { unitFor } = useJob();
  const unit = unitFor(row.row.at.feature.unit);
  return row.points.map((point) => {
    const told = hasTwoValues(point) ? null : ownScatter(point.readings.map(({ value }) => value), Infinity); // prettier-ignore
    if (!told) return null;
    const { name } = row.row.at.feature.points.find((each) => each.id === point.point)!;
    return (
      <chakra.div key={point.point} mt="10px" fontSize="12px" color={point.scatter ? "near" : "quiet"}>
        {told.repeats} repeats, {name}: scatter {formatUncertainty(told.deviation, unit, unit.decimals + 1)}; by
        themselves U = {formatUncertainty(told.expanded, unit)} (k = {told.coverage.toFixed(2)}).
        {point.scatter && <Beyond point={point} row={row} />}
      </chakra.div>
    );
  });
}

const saidOfScatter = {
  form: "Said to be the form of the part: it stands in the uncertainty of this place as that.",
  gauge: "Said to be the gauge: all that it read in this set-up is taken to be as uncertain.",
} as const;

/** Repeats that scatter beyond their gauge: a person says what they come of. */
function Beyond({ row, point }: { row: RowResult; point: RowResult["points"][number] }) {
  const { assessment, append, mayWrite } = useJob();
  const { occasion, part, feature } = point.readings[0]!;
  const said = assessment.job.scattersSaid.filter(
    (each) =>
      each.occasion === occasion && each.part === part && each.feature === feature && each.point === point.point,
  );
  const { is } = point.scatter!;
  return (
    <>
      {" "}
      {is
        ? saidOfScatter[is]
        : "That is far beyond their gauge: all of it is in the uncertainty until somebody says what it comes of."}
      {mayWrite && (
        <Flex mt="6px" gap="8px" wrap="wrap" role="group" aria-label={`What the scatter of ${row.row.name} comes of`}>
          {is ? (
            <Small onClick={() => append("entry-struck", { strikes: said.map(({ id }) => id), undo: true })}>
              Say otherwise
            </Small>
          ) : (
            <>
              {(["form", "gauge"] as const).map((each) => (
                <Small
                  key={each}
                  onClick={() => {
                    if (said.length > 0) append("entry-struck", { strikes: said.map(({ id }) => id), undo: true });
                    append("scatter-said", { occasion, part, feature, point: point.point, is: each });
                  }}
                >
                  {each === "form" ? "The part’s form" : "The gauge"}
                </Small>
              ))}
              <chakra.span alignSelf="center">A slip: strike or correct the reading.</chakra.span>
            </>
          )}
        </Flex>
      )}
    </>
  );
}

/** What would make a value near its limit a clear answer. */
function Settle({ governing, repeats }: { governing: RowResult["governing"]; repeats: number }) {
  const { wording } = useJob();
  const ways = settling(governing, repeats);
  if (ways.length === 0) return null;
  const isHopeless = ways.every((way) => way.code === "settle-on-limit" || way.code === "settle-nothing");
  return (
    <chakra.p fontSize="12px" color="quiet" mt="6px">
      {!isHopeless && <strong>To settle it: </strong>}
      {ways.map((way) => sayProblem(way, wording)).join(" Or: ")}
    </chakra.p>
  );
}

/** The greatest of several readings is a little high by chance: said, not taken off. */
function Extreme({ row }: { row: RowResult }) {
  const { unitFor } = useJob();
  const unit = unitFor(row.row.at.feature.unit);
  const { expr } = row.governing.characteristic;
  const read = row.points.flatMap((point) => point.estimate ?? []);
  if (!("reduce" in expr) || (expr.reduce !== "max" && expr.reduce !== "min") || !("points" in expr) || read.length < 2)
    return null;
  const scatter = Math.max(
    ...read.map((each) =>
      Math.hypot(
        ...[...each.contributions].filter(([source]) => source.startsWith("repeat:")).map(([, signed]) => signed),
      ),
    ),
  );
  const sign = expr.reduce === "max" ? 1 : -1;
  const bias = extremeBias(
    read.map((each) => sign * each.value),
    scatter,
  );
  if (bias < scatter / 4) return null;
  return (
    <chakra.p fontSize="12px" color="quiet" mt="6px">
      The {expr.reduce === "max" ? "greatest" : "least"} of {read.length} readings: by chance alone about{" "}
      {formatUncertainty(bias, unit, unit.decimals + 1)} too {expr.reduce === "max" ? "high" : "low"}. Nothing is taken
      off for it.
    </chakra.p>
  );
}

const Source = ({ governing }: Pick<RowResult, "governing">) => {
  const { wording } = useJob();
  return (
    governing.limit && (
      <chakra.p fontSize="12px" color="quiet" mt="8px">
        {[sayRef(governing.limit.ref, wording.sources), sayPrinted(governing.limit)].filter(Boolean).join(", ")}.{" "}
        {isByThumb(governing.limit)
          ? "The pack gives no limit, so experience elsewhere stands in."
          : "It is to be built in again, so the reassembly limit decides."}
      </chakra.p>
    )
  );
};

interface Props {
  readonly row: RowResult;
  /** Only what a decision rests on. */
  readonly brief?: boolean;
  /** What stands directly below the tag. */
  readonly beneath?: ReactNode;
  readonly children?: ReactNode;
}

/** What one place measures, and what that means. */
function Measured({ row, brief }: { row: RowResult; brief: boolean }) {
  const { governing, derived } = row;
  return (
    <>
      <LargeFigure governing={governing} brief={brief} />
      <Verdict
        governing={governing}
        toGo={row.points.length - row.measured}
        of={row.points.length}
        missing={row.points.flatMap(({ point, estimate }) =>
          estimate ? [] : row.row.at.feature.points.find((each) => each.id === point)!.short,
        )}
      />
      <Leaders governing={governing} derived={derived} brief={brief} />
      <Reach row={row} brief={brief} />
      {!brief && <Source governing={governing} />}
    </>
  );
}

/** All about one place of one part. */
export function PartTag({ row, brief = false, beneath, children }: Props) {
  const { assessment, unitFor } = useJob();
  const { governing, part } = row;
  const scrapped = part && assessment.crack.scrapped.get(part.id);
  return (
    <>
      <Tag>
        <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet" lineHeight="1.4" pr="24px">
          {part ? `${part.tag} · ${row.row.name}` : `${row.row.name}: no part here`}
        </Heading>
        {scrapped && (
          <chakra.p mt="4px" fontSize="14px" fontWeight={700} color="out">
            Scrapped: {scrapped.why}. It is not measured or fitted any more.
          </chakra.p>
        )}
        {isByEye(row.row) ? (
          <chakra.p mt="4px" fontSize="20px">
            Judged by eye
          </chakra.p>
        ) : (
          <Measured row={row} brief={brief} />
        )}
        {part && <Evidence reasons={assessment.condition.byPart.get(part.id)?.reuse.reasons ?? []} most={6} />}
        {part && <NotedOnly part={part.id} />}
        {part && <PartKnown key={part.id} part={part} />}
      </Tag>
      {beneath}
      {!brief && (
        <Settle
          governing={governing}
          repeats={Math.max(1, Math.min(...row.points.map((point) => point.readings.length)))}
        />
      )}
      {!brief && <Extreme row={row} />}
      {!brief && <Repeats row={row} />}
      {!brief && governing.estimate && (
        <UncertaintyBudget
          lines={budgetOf(governing.estimate)}
          total={standardUncertainty(governing.estimate)}
          unit={unitFor(governing.characteristic.unit)}
          coverage={coverageOf(governing.estimate)}
        />
      )}
      {children}
    </>
  );
}

/** All about one place of a joint: how its ends fit, and what each of them brings. */
export function JointTag({ joint, children }: { joint: JointResult; children?: ReactNode }) {
  const { unitFor, pack } = useJob();
  const { governing, derived, row, ends } = joint;
  const open = [...ends.values()].reduce((sum, end) => sum + end.points.length - end.measured, 0);
  return (
    <>
      <Tag>
        <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet" lineHeight="1.4" pr="24px">
          {capital(row.name)}
        </Heading>
        <LargeFigure governing={governing} brief={false} />
        <Verdict
          governing={governing}
          toGo={open}
          of={[...ends.values()].reduce((sum, end) => sum + end.points.length, 0)}
        />
        <Leaders governing={governing} derived={derived} brief={false} />
        <chakra.dl mt="10px" aria-label="Ends">
          {row.joint.ends.map(({ id, name }) => {
            const end = ends.get(id)!;
            return (
              <Leader
                key={id}
                name={
                  <>
                    {capital(name)}
                    {end.part && <chakra.span fontSize="12px"> {end.part.tag}</chakra.span>}
                  </>
                }
              >
                {end.governing.estimate
                  ? formatNumber(end.governing.estimate.value, unitFor(end.governing.characteristic.unit))
                  : "–"}
              </Leader>
            );
          })}
        </chakra.dl>
        <Source governing={governing} />
      </Tag>
      {governing.estimate && (
        <UncertaintyBudget
          lines={jointBudget(joint, governing.characteristic.expr, pack.facts)}
          total={standardUncertainty(governing.estimate)}
          unit={unitFor(governing.characteristic.unit)}
          coverage={coverageOf(governing.estimate)}
        />
      )}
      {children}
    </>
  );
}
