"use client";
import { Box, Button, Field, Flex, Grid, NativeSelect, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { Gauge } from "@/core/entry/schema";
import { unitById, units, type Dimension } from "@/core/quantity/units";
import { Chip } from "../../kit/Chip";
import { newId } from "../../kit/new-id";
import { dimensionsOf, draftOf, emptyGauge, readGauge, type GaugeDraft, type Wrong } from "./read-gauge";
import { sayQuantity } from "./say-quantity";
import { TypedField } from "./TypedField";

const kinds = [
  { id: "direct", name: "reads by itself" },
  { id: "comparator", name: "is set on a master" },
  { id: "feeler", name: "blades" },
] as const;

interface Props {
  /** The gauge that comes back from calibration; none for one that is new here. */
  readonly known: Gauge | null;
  readonly measured: ReadonlyMap<string, Dimension>;
  readonly onKeep: (gauge: Gauge) => void;
  readonly onLeave: () => void;
}

/** All there is to know of a gauge before a number of it can be trusted. */
export function GaugeForm({ known, measured, onKeep, onLeave }: Props) {
  const [draft, setDraft] = useState<GaugeDraft>(known ? draftOf(known) : emptyGauge);
  const [wrong, setWrong] = useState<Wrong<GaugeDraft>>({});
  const set =
    <K extends keyof GaugeDraft>(field: K) =>
    (value: GaugeDraft[K]) =>
      setDraft((before) => ({ ...before, [field]: value }));
  const typed = (field: Exclude<keyof GaugeDraft, "quantities" | "kind">) => ({
    value: draft[field],
    onType: set(field),
    wrong: wrong[field],
  });
  const [dimension] = dimensionsOf(draft.quantities, measured);
  const { symbol } = unitById(draft.unit)!;
  const toggle = (quantity: string) => {
    const quantities = draft.quantities.includes(quantity)
      ? draft.quantities.filter((each) => each !== quantity)
      : [...draft.quantities, quantity];
    const [kind] = dimensionsOf(quantities, measured);
    const unit =
      kind && unitById(draft.unit)!.dimension !== kind ? units.find((each) => each.dimension === kind)!.id : draft.unit;
    setDraft({ ...draft, quantities, unit });
  };
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const read = readGauge(known?.id ?? `gauge-${newId()}`, draft, measured, known ?? null);
    if ("wrong" in read) return setWrong(read.wrong);
    onKeep(read.made);
  };
  // Once something is chosen, what has figures of another kind is another gauge's.
  const offered = [...measured]
    .filter(([, kind]) => dimension === undefined || kind === dimension)
    .map(([quantity]) => quantity);
  return (
    <chakra.form
      onSubmit={keep}
      noValidate
      aria-label={known ? `${known.name}, calibrated again` : "A gauge"}
      display="flex"
      flexDirection="column"
      gap="12px"
    >
      <TypedField label="Name" placeholder="such as Bore gauge 7" isFirst={!known} {...typed("name")} />
      <Box role="group" aria-label="What it measures">
        <chakra.p fontSize="13px" color="quiet" mb="4px">
          What it measures
        </chakra.p>
        <Flex gap="5px" wrap="wrap">
          {offered.map((quantity) => (
            <Chip key={quantity} isOn={draft.quantities.includes(quantity)} onClick={() => toggle(quantity)}>
              {sayQuantity(quantity)}
            </Chip>
          ))}
        </Flex>
        {wrong.quantities && (
          <chakra.p role="alert" fontSize="12px" color="out" mt="4px">
            {wrong.quantities}
          </chakra.p>
        )}
      </Box>
      <Box role="group" aria-label="How it reads">
        <Flex gap="5px" wrap="wrap">
          {kinds.map(({ id, name }) => (
            <Chip key={id} isOn={draft.kind === id} onClick={() => set("kind")(id)}>
              {name}
            </Chip>
          ))}
        </Flex>
        {wrong.kind && (
          <chakra.p role="alert" fontSize="12px" color="out" mt="4px">
            {wrong.kind}
          </chakra.p>
        )}
      </Box>
      <Grid templateColumns="repeat(3, 1fr)" gap="10px">
        <Field.Root invalid={wrong.unit !== undefined}>
          <Field.Label fontSize="13px" color="quiet" mb="-2px">
            Figures in
          </Field.Label>
          <NativeSelect.Root size="sm">
            <NativeSelect.Field
              minHeight="34px"
              value={draft.unit}
              onChange={(event) => set("unit")(event.currentTarget.value)}
            >
              {units
                .filter((unit) => dimension === undefined || unit.dimension === dimension)
                .map(({ id, symbol: sign }) => (
                  <option key={id} value={id}>
                    {sign || "pieces"}
                  </option>
                ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          <Field.ErrorText fontSize="12px" color="out">
            {wrong.unit}
          </Field.ErrorText>
        </Field.Root>
        <TypedField label="From" {...typed("from")} />
        <TypedField label="To" {...typed("to")} />
      </Grid>
      <Grid templateColumns="1fr 2fr" gap="10px">
        <TypedField label="Step" help={`0 where it counts`} {...typed("resolution")} />
        <TypedField
          label="Scatter of its repeats"
          help={`one standard deviation in ${symbol || "pieces"}; or repeats of one thing`}
          {...typed("scatter")}
        />
      </Grid>
      <Grid templateColumns="2fr 1fr" gap="10px">
        <TypedField label="U of its certificate" help={`expanded, in ${symbol || "pieces"}`} {...typed("expanded")} />
        <TypedField label="with k" {...typed("k")} />
      </Grid>
      <Grid templateColumns="1fr 1fr" gap="10px">
        <TypedField label="Calibrated on" type="date" isFirst={known !== null} {...typed("on")} />
        <TypedField label="Due again" type="date" {...typed("due")} />
      </Grid>
      {unitById(draft.unit)!.dimension === "length" && (
        <TypedField
          label="Its scale expands, 10⁻⁶/K"
          help="steel about 11.5; where nobody knows, take steel"
          {...typed("scale")}
        />
      )}
      <Flex gap="10px">
        <Button type="submit" size="sm" minHeight="36px" bg="ember" color="onEmber" fontWeight={700}>
          {known ? "Keep this calibration" : "Register it"}
        </Button>
        <Button type="button" size="sm" minHeight="36px" variant="ghost" onClick={onLeave}>
          Leave it
        </Button>
      </Flex>
      {Object.keys(wrong).length > 0 && (
        <chakra.p role="alert" fontSize="13px" color="out">
          Not kept yet: see the fields marked above.
        </chakra.p>
      )}
    </chakra.form>
  );
}
