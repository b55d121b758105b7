"use client";
import { Button, Dialog, Field, Grid, Input, NativeSelect, Portal, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { zodResolver } from "@hookform/resolvers/zod";
import { useForm, useWatch } from "react-hook-form";
import * as z from "@/core/z";
import { phases, type SettingMaster } from "@/core/entry/schema";
import type { Occasion } from "@/core/entry/fold";
import type { Sheet } from "@/core/pack/compile-pack";
import { lockedAt } from "@/core/measure/locked-at";
import { formatNumber, formatQuantity } from "@/core/quantity/format-quantity";
import { parseQuantity } from "@/core/quantity/parse-quantity";
import { fromCore, unitById, type Unit } from "@/core/quantity/units";
import { sayProblem } from "@/words/say-problem";
import { phaseWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { nominal, isNearSize, suits } from "@/core/measure/occasion-for";
import { useDay } from "../../kit/day";

const celsius = unitById("c")!;
/** How well a workshop thermometer held to the part tells its temperature, in K. Common practice, no source. */
const thermometerK = 0.5;

const parseTemperature = (text: string) => (text.trim() === "" ? null : parseQuantity(text, "temperature", celsius));

/** A temperature as typed, or nothing where nobody looked. */
const Temperature = z.string().check(
  z.superRefine((text, context) => {
    const parsed = parseTemperature(text);
    if (!parsed) return;
    const value = parsed.ok ? fromCore(parsed.value.value, celsius) : null;
    if (value === null)
      context.addIssue({
        code: "custom",
        message: `“${text.trim()}” is not a temperature. Type it in °C or °F, such as 21.5 or 70 F, or leave it empty.`,
      });
    else if (value < -30 || value > 80)
      context.addIssue({ code: "custom", message: `${value.toFixed(1)} °C is no temperature to measure at.` });
  }),
);

/** The size a micrometer is locked at, as typed: what names no unit is in the one that is shown. */
const lockedSizeIn = (unit: Unit) =>
  z.string().check(
    z.refine((text) => parseQuantity(text, "length", unit).ok, {
      error: ({ input }) =>
        `“${String(input).trim()}” is not a size. Type it in mm or inches, such as 75 mm or 2.9528 in.`,
    }),
  );
const lockedPrefix = "locked:";

const setupIn = (unit: Unit) =>
  z.object({
    gauge: z.string().check(z.minLength(1, "Choose a gauge.")),
    master: z.string(),
    lockedSize: lockedSizeIn(unit),
    phase: z.enum(phases),
    partC: Temperature,
    gaugeC: Temperature,
  });

const toCelsius = (text: string): number | null => {
  const parsed = parseTemperature(text);
  return parsed?.ok ? Number(fromCore(parsed.value.value, celsius).toFixed(3)) : null;
};

interface Props {
  readonly sheet: Sheet;
  readonly occasion: Occasion | null;
  readonly onClose: () => void;
  /** Where the hands go on afterwards. */
  readonly returnTo: () => HTMLElement | null;
}

/** Says with what, on what and how warm the next readings are taken. */
export function GaugeSetup({ sheet, occasion, onClose, returnTo }: Props) {
  const day = useDay();
  const { shop, append, newId, mayWrite, wording } = useJob();
  const { unit } = wording;
  const gauges = shop.gauges.filter((gauge) => suits(gauge, sheet.feature));
  const masters = shop.masters.filter((master) => isNearSize(master, sheet.feature));
  const size = nominal(sheet.feature);
  const micrometers = shop.gauges.filter(
    (gauge) =>
      gauge.method === "direct" &&
      gauge.quantities.includes("external-diameter") &&
      size >= gauge.range[0] &&
      size <= gauge.range[1] + 0.5,
  );
  const fresh = sheet.feature.governing.limits.new;
  const isLength = unitById(sheet.feature.unit)!.dimension === "length";
  const {
    register,
    handleSubmit,
    control,
    setError,
    formState: { errors },
  } = useForm<z.infer<ReturnType<typeof setupIn>>>({
    resolver: zodResolver(setupIn(unit)),
    defaultValues: {
      gauge: gauges.find((gauge) => gauge.id === occasion?.gauge.id)?.id ?? gauges[0]?.id ?? "",
      master: occasion?.master
        ? `${occasion.master.gauge ? lockedPrefix : ""}${occasion.master.id}`
        : (masters[0]?.id ?? (micrometers[0] ? `${lockedPrefix}${micrometers[0].id}` : "")),
      lockedSize: formatNumber(occasion?.master?.gauge ? occasion.master.lengthMm : (fresh?.min ?? size), unit),
      phase: occasion?.phase ?? "cleaned",
      partC: occasion?.temperatures.partC?.toString() ?? "",
      gaugeC: occasion?.temperatures.gaugeC?.toString() ?? "",
    },
  });
  const chosenId = useWatch({ control, name: "gauge" });
  const chosen = gauges.find((gauge) => gauge.id === chosenId);
  const needsMaster = chosen?.method === "comparator";
  const isLocked = useWatch({ control, name: "master" }).startsWith(lockedPrefix);
  const masterFor = (id: string, typed: string): SettingMaster | null => {
    const micrometer = id.startsWith(lockedPrefix)
      ? micrometers.find((each) => each.id === id.slice(lockedPrefix.length))
      : undefined;
    const parsed = parseQuantity(typed, "length", unit);
    return micrometer && parsed.ok
      ? lockedAt(micrometer, parsed.value.value)
      : (masters.find((each) => each.id === id) ?? null);
  };

  const submit = handleSubmit(({ gauge: gaugeId, master: masterId, lockedSize, phase, partC, gaugeC }) => {
    const gauge = gauges.find((each) => each.id === gaugeId)!;
    const master = gauge.method === "comparator" ? masterFor(masterId, lockedSize) : null;
    if (gauge.method === "comparator" && !master)
      return setError("master", {
        message: "A comparator needs the master it was set on: a ring, or a micrometer locked at the size.",
      });
    if (master && !isNearSize(master, sheet.feature))
      return setError(isLocked ? "lockedSize" : "master", {
        message: `A comparator set at ${formatQuantity(master.lengthMm, unit)} does not reach ${formatQuantity(size, unit)}.`,
      });
    append("occasion-opened", {
      occasion: newId(),
      phase,
      gauge,
      master,
      temperatures: {
        partC: toCelsius(partC),
        gaugeC: toCelsius(gaugeC),
        masterC: master ? toCelsius(gaugeC) : null,
        standardK: thermometerK,
      },
    });
    onClose();
  });

  return (
    <Dialog.Root
      open
      onOpenChange={({ open }) => !open && onClose()}
      size="md"
      initialFocusEl={() => document.querySelector<HTMLElement>("[data-first]")}
      finalFocusEl={returnTo}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel">
            <chakra.form
              noValidate
              onSubmit={(event) => void submit(event)}
              // Enter in a list of choices does nothing by itself; here it means what it means everywhere: go on.
              onKeyDown={(event) =>
                event.key === "Enter" &&
                event.target instanceof HTMLSelectElement &&
                event.currentTarget.requestSubmit()
              }
            >
              <Dialog.Header>
                <Dialog.Title>Gauge for {sheet.feature.title.toLowerCase()}</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body>
                {gauges.length === 0 ? (
                  <p>
                    No gauge of this shop measures this.{" "}
                    <NextLink href="/gauges" style={{ textDecoration: "underline" }}>
                      Register one that does
                    </NextLink>
                    ; what you typed here stays.
                  </p>
                ) : (
                  <Grid templateColumns="1fr 1fr" gap="16px">
                    <Field.Root gridColumn="1 / -1" invalid={!!errors.gauge}>
                      <Field.Label>Gauge</Field.Label>
                      <NativeSelect.Root>
                        <NativeSelect.Field {...register("gauge")} data-first>
                          {gauges.map(({ id, name }) => (
                            <option key={id} value={id}>
                              {name}
                            </option>
                          ))}
                        </NativeSelect.Field>
                        <NativeSelect.Indicator />
                      </NativeSelect.Root>
                      {chosen && (
                        <Field.HelperText>
                          {chosen.calibration
                            ? `calibrated ${day(chosen.calibration.on)}, due ${day(chosen.calibration.due)}`
                            : "no certificate: the usual of its kind is taken"}
                        </Field.HelperText>
                      )}
                      <Field.ErrorText>{errors.gauge?.message}</Field.ErrorText>
                    </Field.Root>
                    {needsMaster && (
                      <Field.Root gridColumn="1 / -1" invalid={!!errors.master}>
                        <Field.Label>Set on</Field.Label>
                        <NativeSelect.Root>
                          <NativeSelect.Field {...register("master")}>
                            {masters.map(({ id, name }) => (
                              <option key={id} value={id}>
                                {name}
                              </option>
                            ))}
                            {micrometers.map(({ id, name }) => (
                              <option key={id} value={`${lockedPrefix}${id}`}>
                                {name}, locked at a size
                              </option>
                            ))}
                          </NativeSelect.Field>
                          <NativeSelect.Indicator />
                        </NativeSelect.Root>
                        <Field.ErrorText>{errors.master?.message}</Field.ErrorText>
                      </Field.Root>
                    )}
                    {needsMaster && isLocked && (
                      <Field.Root gridColumn="1 / -1" invalid={!!errors.lockedSize}>
                        <Field.Label>Locked at, {unit.symbol}</Field.Label>
                        <Input {...register("lockedSize")} />
                        <Field.HelperText>
                          What it measured before shares its error with the gauge set on it: in a clearance that error
                          cancels.
                        </Field.HelperText>
                        <Field.ErrorText>{errors.lockedSize?.message}</Field.ErrorText>
                      </Field.Root>
                    )}
                    <Field.Root gridColumn="1 / -1">
                      <Field.Label>The parts are</Field.Label>
                      <NativeSelect.Root>
                        <NativeSelect.Field {...register("phase")}>
                          {phases.map((phase) => (
                            <option key={phase} value={phase}>
                              {phaseWords[phase]}
                            </option>
                          ))}
                        </NativeSelect.Field>
                        <NativeSelect.Indicator />
                      </NativeSelect.Root>
                    </Field.Root>
                    {isLength && (
                      <Field.Root invalid={!!errors.partC}>
                        <Field.Label>Part, °C</Field.Label>
                        <Input {...register("partC")} placeholder="unknown" />
                        <Field.ErrorText>{errors.partC?.message}</Field.ErrorText>
                      </Field.Root>
                    )}
                    {isLength && (
                      <Field.Root invalid={!!errors.gaugeC}>
                        <Field.Label>{needsMaster ? "Gauge and master, °C" : "Gauge, °C"}</Field.Label>
                        <Input {...register("gaugeC")} placeholder="unknown" />
                        <Field.ErrorText>{errors.gaugeC?.message}</Field.ErrorText>
                      </Field.Root>
                    )}
                    {isLength && (
                      <chakra.p gridColumn="1 / -1" fontSize="13px" color="quiet">
                        A temperature left empty stays unknown and widens the uncertainty; it is never taken as 20 °C.
                      </chakra.p>
                    )}
                  </Grid>
                )}
                {!mayWrite && (
                  <chakra.p role="alert" color="near" mt="12px">
                    {sayProblem(
                      { code: "forbidden", path: [], severity: "error", params: { role: "viewer" } },
                      wording,
                    )}
                  </chakra.p>
                )}
              </Dialog.Body>
              <Dialog.Footer>
                <Button type="button" variant="ghost" onClick={onClose}>
                  Cancel
                </Button>
                <Button
                  type="submit"
                  disabled={!mayWrite || gauges.length === 0}
                  bg="ember"
                  color="onEmber"
                  fontWeight={700}
                >
                  Use it
                </Button>
              </Dialog.Footer>
            </chakra.form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
