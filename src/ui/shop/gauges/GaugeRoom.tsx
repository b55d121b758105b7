"use client";
import { daysBetween } from "@/core/entry/clock";
import { Box, Button, Flex, Grid, Heading, Table, chakra } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useMemo, useState, type ReactNode } from "react";
import { foldShop, retiredIn, type RetiredGauge } from "@/core/entry/fold-shop";
import { figuresOf } from "@/core/measure/assumed-gauge";
import type { Envelope, Gauge } from "@/core/entry/schema";
import type { MeasuredKind } from "@/core/pack/measured-kinds";
import { fromCore, unitById, type Unit } from "@/core/quantity/units";
import { sayProblem } from "@/words/say-problem";
import { ShopHeader } from "../../frame/ShopHeader";
import { Work } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { useEntryLog } from "../../job/use-entry-log";
import { GaugeForm } from "./GaugeForm";
import { MasterForm } from "./MasterForm";
import { sayQuantity } from "./say-quantity";
import { Day } from "../../kit/day";

interface Props {
  readonly me: Me;
  readonly today: string;
  readonly stream: string;
  readonly entries: readonly Envelope[];
  readonly measured: readonly MeasuredKind[];
}

const mm = unitById("mm")!;
const soonDays = 30;

/** A figure of a certificate as it was given, without the noise of its conversion: “0.0012”, “5”. */
const plain = (value: number, unit: Unit) => String(Number(fromCore(value, unit).toPrecision(6))).replace("-", "−");
const range = ([from, to]: Gauge["range"], unit: Unit) =>
  `${plain(from, unit)}${from < 0 ? " to " : "–"}${plain(to, unit)} ${unit.symbol}`;

function Due({ day, today }: { day: string; today: string }) {
  const days = daysBetween(today, day);
  const tone = days < 0 ? "out" : days <= soonDays ? "near" : "inherit";
  return (
    <chakra.span color={tone} fontWeight={days <= soonDays ? 600 : 400} whiteSpace="nowrap">
      <Day of={day} />
      {days < 0 ? " · overdue" : days <= soonDays ? ` · in ${days} d` : ""}
    </chakra.span>
  );
}

const Head = ({ children, end = false }: { children: ReactNode; end?: boolean }) => (
  <Table.ColumnHeader
    color="quiet"
    fontWeight={400}
    fontSize="13px"
    whiteSpace="nowrap"
    textAlign={end ? "end" : "start"}
  >
    {children}
  </Table.ColumnHeader>
);
const Cell = ({ children, end = false }: { children: ReactNode; end?: boolean }) => (
  <Table.Cell
    textAlign={end ? "end" : "start"}
    fontVariantNumeric="tabular-nums"
    whiteSpace={end ? "nowrap" : undefined}
    py="7px"
  >
    {children}
  </Table.Cell>
);

const Small = ({ label, onClick, children }: { label: string; onClick: () => void; children: ReactNode }) => (
  <chakra.button
    type="button"
    aria-label={label}
    onClick={onClick}
    fontSize="13px"
    color="quiet"
    px="6px"
    minHeight="32px"
    borderRadius="7px"
    cursor="pointer"
    textDecoration="underline"
    textUnderlineOffset="3px"
    _hover={{ color: "ink" }}
  >
    {children}
  </chakra.button>
);

/** Asks once more: what is measured with it cannot be measured with it any more. */
function OutOfUse({ name, onSure }: { name: string; onSure: () => void }) {
  const [asked, setAsked] = useState(false);
  return asked ? (
    <>
      <Small label={`${name} is out of use`} onClick={onSure}>
        yes, out of use
      </Small>
      <Small label={`Keep ${name}`} onClick={() => setAsked(false)}>
        no
      </Small>
    </>
  ) : (
    <Small label={`Take ${name} out of use`} onClick={() => setAsked(true)}>
      out of use
    </Small>
  );
}

/** What was taken out of use, to come back from there. */
const Retired = ({
  retired,
  onBack,
}: {
  retired: readonly RetiredGauge[];
  onBack: ((one: RetiredGauge) => void) | null;
}) =>
  retired.length > 0 && (
    <>
      <Heading as="h2" fontSize="17px" mt="26px" mb="6px">
        Out of use
      </Heading>
      <Box as="ul" listStyleType="none" aria-label="Gauges out of use">
        {retired.map((one) => (
          <chakra.li
            key={`${one.kind} ${one.id}`}
            fontSize="14px"
            py="4px"
            maxWidth="760px"
            display="flex"
            gap="10px"
            alignItems="center"
          >
            <chakra.span fontWeight={600}>{one.name}</chakra.span>
            <chakra.span color="quiet">
              {one.kind === "gauge" ? "gauge" : "setting master"}, since <Day of={one.since} />
            </chakra.span>
            {onBack && (
              <chakra.span ml="auto">
                <Small label={`Put ${one.name} back into use`} onClick={() => onBack(one)}>
                  put back
                </Small>
              </chakra.span>
            )}
          </chakra.li>
        ))}
      </Box>
    </>
  );

/** What is taken where nobody knows the gauge's own figure. */
const NotKnown = ({ children }: { children: ReactNode }) => (
  <chakra.span color="near" title="not known: what is usual for its kind is taken">
    not known, {children}
  </chakra.span>
);

/** What the shop measures with: every number at the bench owes its uncertainty to what stands here. */
export function GaugeRoom({ me, today, stream, entries: initialEntries, measured: listed }: Props) {
  const { log, state } = useEntryLog(stream, me.id, initialEntries);
  const { gauges, masters } = useMemo(() => foldShop(state.entries), [state.entries]);
  const [form, setForm] = useState<"gauge" | "master" | Gauge | null>(null);
  const measured = useMemo(
    () =>
      new Map([
        ...listed.map(({ quantity, dimension }) => [quantity, dimension] as const),
        ...gauges.flatMap((gauge) => gauge.quantities.map((each) => [each, unitById(gauge.unit)!.dimension] as const)),
      ]),
    [listed, gauges],
  );
  const isLead = me.role === "lead";
  // Beside an open form the table keeps what one looks up while filling it in.
  const hasActions = isLead && form === null;
  const leave = () => setForm(null);
  const [retired, setRetired] = useState<{ readonly name: string; readonly acts: number } | null>(null);
  const retire = (kind: "gauge" | "master", { id, name }: { id: string; name: string }) => {
    log.append("entry-struck", {
      strikes: state.entries
        .filter(({ type, payload }) => type === `${kind}-registered` && (payload[kind] as { id: string }).id === id)
        .map((entry) => entry.id),
    });
    // The act ends with the click that makes it.
    queueMicrotask(() => setRetired({ name, acts: log.actCount() }));
  };
  const outOfUse = useMemo(() => retiredIn(state.entries), [state.entries]);
  const mayPutBack = retired !== null && retired.acts === log.actCount();
  const sorted = [...gauges].sort(
    (a, b) => sayQuantity(a.quantities[0]!).localeCompare(sayQuantity(b.quantities[0]!)) || a.range[0] - b.range[0],
  );
  const late = gauges.filter(({ calibration }) => calibration !== null && calibration.due < today).length;
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/gauges" />
      <Grid templateColumns={{ base: "1fr", xl: form ? "1fr 380px" : "1fr" }} flex="1">
        <Work overflowX="auto">
          <Flex align="center" gap="14px" mb="10px" wrap="wrap">
            <Heading as="h1" fontSize="24px">
              Gauges and masters
            </Heading>
            {late > 0 && (
              <chakra.span color="out" fontWeight={600}>
                {late} overdue: what is measured with {late === 1 ? "it" : "them"} is a hold.
              </chakra.span>
            )}
            {isLead && (
              <Flex gap="8px" ml="auto">
                <Button
                  size="sm"
                  minHeight="36px"
                  bg="ember"
                  color="onEmber"
                  fontWeight={700}
                  onClick={() => setForm("gauge")}
                >
                  <Plus size={15} aria-hidden />A gauge
                </Button>
                <Button size="sm" minHeight="36px" variant="outline" onClick={() => setForm("master")}>
                  <Plus size={15} aria-hidden />A setting master
                </Button>
              </Flex>
            )}
          </Flex>
          {state.trouble && state.waiting.size > 0 && (
            <chakra.p role="alert" color="near" fontSize="14px" mb="8px">
              Not saved yet: {state.waiting.size} {state.waiting.size === 1 ? "entry waits" : "entries wait"} in this
              browser until the server can be reached.
            </chakra.p>
          )}
          {state.refused.map(({ entry, problems }) => (
            <chakra.p key={entry.id} role="alert" color="out" fontSize="14px" mb="8px">
              Refused: {problems.map((each) => sayProblem(each, { unit: mm, sources: new Map() })).join(" ")}{" "}
              <Small label="Seen" onClick={() => log.dismiss(entry.id)}>
                Seen
              </Small>
            </chakra.p>
          ))}
          {mayPutBack && (
            <chakra.p role="status" fontSize="14px" color="quiet" mb="8px">
              {retired.name} is out of use; its calibrations stay in the record.{" "}
              <Small label={`Put ${retired.name} back`} onClick={() => log.undo()}>
                Put it back
              </Small>
            </chakra.p>
          )}
          {gauges.length === 0 ? (
            <chakra.p color="quiet">
              No gauge is here yet. A reading needs one: its uncertainty is half of every verdict.
            </chakra.p>
          ) : (
            <Table.Root size="sm" fontSize="14px">
              <Table.Header>
                <Table.Row>
                  <Head>Gauge</Head>
                  <Head>Measures</Head>
                  <Head end>Range</Head>
                  <Head end>Step</Head>
                  <Head end>Scatter, s</Head>
                  <Head end>Certificate, U</Head>
                  <Head>Due</Head>
                  {hasActions && <Head>{""}</Head>}
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {sorted.map((gauge) => {
                  const unit = unitById(gauge.unit)!;
                  return (
                    <Table.Row
                      key={gauge.id}
                      bg={form !== null && typeof form === "object" && form.id === gauge.id ? "raised" : undefined}
                    >
                      <Cell>
                        <chakra.span fontWeight={600}>{gauge.name}</chakra.span>
                        {gauge.simulated && (
                          <chakra.span color="quiet" fontSize="12px">
                            {" "}
                            · simulated
                          </chakra.span>
                        )}
                      </Cell>
                      <Cell>
                        {gauge.quantities.map(sayQuantity).join(", ")}
                        {gauge.method === "comparator" && <chakra.span color="quiet">, set on a master</chakra.span>}
                      </Cell>
                      <Cell end>{range(gauge.range, unit)}</Cell>
                      <Cell end>
                        {gauge.feeler ? "blades " : ""}
                        {gauge.resolution === 0 ? "counts" : plain(gauge.resolution, unit)}
                      </Cell>
                      <Cell end>
                        {gauge.repeatability === null ? (
                          <NotKnown>± {plain(2 * figuresOf(gauge).repeatability, unit)}</NotKnown>
                        ) : gauge.repeatability === 0 ? (
                          "–"
                        ) : (
                          plain(Number(gauge.repeatability.toPrecision(2)), unit)
                        )}
                        {gauge.repeatabilityDegrees !== undefined && (
                          <chakra.span color="quiet" fontSize="12px">
                            {" "}
                            of {gauge.repeatabilityDegrees + 1}
                          </chakra.span>
                        )}
                      </Cell>
                      <Cell end>
                        {gauge.calibration === null ? (
                          <NotKnown>± {plain(2 * figuresOf(gauge).calibration, unit)}</NotKnown>
                        ) : gauge.calibration.expanded === 0 ? (
                          "–"
                        ) : (
                          `± ${plain(gauge.calibration.expanded, unit)}`
                        )}
                      </Cell>
                      <Cell>
                        {gauge.calibration ? (
                          <Due day={gauge.calibration.due} today={today} />
                        ) : (
                          <chakra.span color="near">no certificate</chakra.span>
                        )}
                      </Cell>
                      {hasActions && (
                        <Cell end>
                          <Small label={`Calibrate ${gauge.name} again`} onClick={() => setForm(gauge)}>
                            calibrated again
                          </Small>
                          <OutOfUse name={gauge.name} onSure={() => retire("gauge", gauge)} />
                        </Cell>
                      )}
                    </Table.Row>
                  );
                })}
              </Table.Body>
            </Table.Root>
          )}
          <Retired
            retired={outOfUse}
            onBack={isLead ? ({ strikes }) => log.append("entry-struck", { strikes: [...strikes] }) : null}
          />
          {masters.length > 0 && (
            <>
              <Heading as="h2" fontSize="17px" mt="26px" mb="6px">
                Setting masters
              </Heading>
              <Table.Root size="sm" fontSize="14px" maxWidth="760px">
                <Table.Header>
                  <Table.Row>
                    <Head>Master</Head>
                    <Head end>Size, mm</Head>
                    <Head end>Certificate, U</Head>
                    {isLead && <Head>{""}</Head>}
                  </Table.Row>
                </Table.Header>
                <Table.Body>
                  {[...masters]
                    .sort((a, b) => a.lengthMm - b.lengthMm)
                    .map((master) => (
                      <Table.Row key={master.id}>
                        <Cell>
                          <chakra.span fontWeight={600}>{master.name}</chakra.span>
                        </Cell>
                        <Cell end>{master.lengthMm.toFixed(4)}</Cell>
                        <Cell end>± {master.expandedMm.toFixed(4)}</Cell>
                        {isLead && (
                          <Cell end>
                            <OutOfUse name={master.name} onSure={() => retire("master", master)} />
                          </Cell>
                        )}
                      </Table.Row>
                    ))}
                </Table.Body>
              </Table.Root>
            </>
          )}
        </Work>
        {form && (
          <Box
            as="aside"
            aria-label="What is registered"
            bg="panel"
            borderLeftWidth={{ base: "0", xl: "1px" }}
            borderColor="line"
            px="20px"
            py="20px"
            position={{ base: "static", xl: "sticky" }}
            top="0"
            alignSelf="start"
            maxHeight={{ base: "none", xl: "100dvh" }}
            overflowY="auto"
            order={{ base: -1, xl: 0 }}
          >
            <Heading as="h2" fontSize="17px" mb="10px">
              {form === "gauge" ? "A gauge" : form === "master" ? "A setting master" : `${form.name}, calibrated again`}
            </Heading>
            {form === "master" ? (
              <MasterForm
                onLeave={leave}
                onKeep={(master) => {
                  log.append("master-registered", { master });
                  leave();
                }}
              />
            ) : (
              <GaugeForm
                key={form === "gauge" ? "new" : form.id}
                known={form === "gauge" ? null : form}
                measured={measured}
                onLeave={leave}
                onKeep={(gauge) => {
                  log.append("gauge-registered", { gauge });
                  leave();
                }}
              />
            )}
          </Box>
        )}
      </Grid>
    </Flex>
  );
}
