"use client";
import { Box, Flex, Heading, NativeSelect, chakra } from "@chakra-ui/react";
import { useId } from "react";
import {
  evaluateFigure,
  type Figure,
  type FigureChoice,
  type FigureInput,
  type FigureOutput,
} from "@/core/figures/figure";
import { expandedUncertainty } from "@/core/measure/conformity";
import type { RowResult } from "@/core/measure/assess-row";
import { estimate, type Estimate } from "@/core/quantity/estimate";
import { formatNumber, formatUncertainty } from "@/core/quantity/format-quantity";
import { parseTolerance } from "@/core/quantity/parse-quantity";
import { fromCore, otherUnit, unitById, type Unit } from "@/core/quantity/units";
import type { Problem } from "@/core/problem/problem";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { useInHand, useJob } from "../../../job/JobContext";
import { Chip } from "../../../kit/Chip";
import { Figures } from "../../../kit/Figures";
import { SmallInput } from "../../../kit/SmallInput";
import type { Typed } from "./use-typed";

const number = unitById("number")!;

/** What stands for an input: nothing yet, what is wrong with what was typed, or its value. */
type Given = { readonly value: Estimate | null; readonly wrong: Problem | null };

const toThird = Math.sqrt(3);

/** A tolerance says only between which two it lies: anywhere, with equal chance. */
function givenBy(input: FigureInput, text: string, unit: Unit): Given {
  if (text.trim() === "") return { value: null, wrong: null };
  const parsed = parseTolerance(text, unit.dimension, unit);
  if (!parsed.ok) return { value: null, wrong: parsed.problems[0]! };
  const { low, high } = parsed.value;
  return { value: estimate((low + high) / 2, [[`typed:${input.id}`, (high - low) / 2 / toThird]]), wrong: null };
}

interface Props {
  readonly figure: Figure;
  readonly typed: Typed;
  readonly onType: (typed: Typed) => void;
}

/** One figure: its inputs as they are typed, and what follows from them at once. */
export function FigureForm({ figure, typed, onType }: Props) {
  const { pack, assessment, unitFor } = useJob();
  const { row } = useInHand();
  const unitOf = (id: string) => (id === "1" ? number : unitFor(id));
  const inHand = row === null ? undefined : assessment.rows.get(row);
  const ofPack = (input: FigureInput) => {
    const fact = pack.facts.get(input.id);
    return fact === undefined ? "" : plain(fact, unitOf(input.unit));
  };
  const textOf = (input: FigureInput) => typed.texts[input.id] ?? ofPack(input);
  const rowOf = (input: FigureInput) => assessment.rows.get(typed.rows[input.id] ?? "");
  const given = new Map(
    figure.inputs.map((input): [string, Given] => {
      const measured = rowOf(input)?.governing.estimate;
      return [
        input.id,
        measured ? { value: measured, wrong: null } : givenBy(input, textOf(input), unitOf(input.unit)),
      ];
    }),
  );
  const found = evaluateFigure(figure, Object.fromEntries([...given].map(([id, { value }]) => [id, value])));
  const missing = figure.inputs.filter(({ id }) => given.get(id)!.value === null);

  const take = (input: FigureInput, text: string) => {
    const { [input.id]: _, ...rows } = typed.rows;
    onType({ texts: { ...typed.texts, [input.id]: text }, rows });
  };
  return (
    // Beside a list that is longer than the window: whichever is chosen, its form stands at the top.
    <Box
      flex="1"
      minWidth="0"
      width="100%"
      position={{ md: "sticky" }}
      top="0"
      maxHeight={{ md: "calc(100dvh - 190px)" }}
      overflowY={{ md: "auto" }}
      pr={{ md: "4px" }}
    >
      <Heading as="h2" fontSize="19px">
        {figure.name}
      </Heading>
      <Box as="form" onSubmit={(event: React.FormEvent) => event.preventDefault()} mt="8px">
        {figure.choice && (
          <ByName
            choice={figure.choice}
            // Chosen by its name it is taken in the units that are shown, and stays open to be typed over.
            onChoose={(values) => {
              const texts = figure.inputs.flatMap((input) => {
                const value = values[input.id];
                return value === undefined ? [] : [[input.id, plain(value, unitOf(input.unit))] as const];
              });
              onType({ ...typed, texts: { ...typed.texts, ...Object.fromEntries(texts) } });
            }}
          />
        )}
        {figure.inputs.map((input) => (
          <InputLine
            key={input.id}
            input={input}
            unit={unitOf(input.unit)}
            text={textOf(input)}
            wrong={given.get(input.id)!.wrong}
            measured={rowOf(input)}
            inHand={isLike(inHand, given.get(input.id)!.value) ? inHand : undefined}
            onText={(text) => take(input, text)}
            onRow={(id) => onType({ ...typed, rows: { ...typed.rows, [input.id]: id } })}
          />
        ))}
      </Box>
      <Box
        as="section"
        aria-label="Result"
        aria-live="polite"
        mt="14px"
        bg="raised"
        borderRadius="8px"
        px="14px"
        py="10px"
      >
        {figure.outputs.map((output) => (
          <ResultLine key={output.id} output={output} unit={unitOf(output.unit)} of={found.get(output.id) ?? null} />
        ))}
        {missing.length > 0 && (
          <chakra.p fontSize="13px" color="quiet" mt="4px">
            Still to come: {missing.map(({ name }) => name).join(", ")}.
          </chakra.p>
        )}
      </Box>
      {figure.note && (
        <chakra.p fontSize="13px" color="near" mt="10px">
          {figure.note}
        </chakra.p>
      )}
      <chakra.details mt="10px" fontSize="13px" color="quiet">
        <chakra.summary cursor="pointer" minHeight="32px" display="list-item">
          How it is worked out
        </chakra.summary>
        <chakra.p mt="2px" color="ink">
          {figure.formula}
        </chakra.p>
        <chakra.p mt="2px">{capital(figure.source)}.</chakra.p>
        <chakra.p mt="2px">
          What is typed alone is taken as exact; <code>12 ± 0.1</code>, <code>12 +0.1/−0.05</code> and{" "}
          <code>11.9 to 12.1</code> as anywhere between. The ± of a result is U, k = 2.
        </chakra.p>
      </chakra.details>
    </Box>
  );
}

/** Several inputs at once, by one name. */
function ByName({
  choice: { name, options },
  onChoose,
}: {
  choice: FigureChoice;
  onChoose: (values: Readonly<Record<string, number>>) => void;
}) {
  return (
    <Flex as="label" align="center" gap="10px" py="5px" fontSize="14px">
      <chakra.span flex="1">{name}</chakra.span>
      <NativeSelect.Root size="sm" width="180px">
        <NativeSelect.Field
          aria-label={name}
          defaultValue=""
          minHeight="38px"
          borderColor="lineStrong"
          onChange={(event) => {
            const chosen = options.find((each) => each.name === event.currentTarget.value);
            if (chosen) onChoose(chosen.values);
          }}
        >
          <option value="">by its figures</option>
          {options.map((each) => (
            <option key={each.name} value={each.name}>
              {each.name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Flex>
  );
}

/** A place in hand stands for an input that has about what it measures: a bore for the bore, and for no stroke. */
const isLike = (row: RowResult | undefined, value: Estimate | null) =>
  value !== null && Math.abs((row?.governing.estimate?.value ?? NaN) / value.value - 1) < 0.1;

/** Short, as one would type it. */
const plain = (value: number, unit: Unit) => String(Number(fromCore(value, unit).toFixed(Math.max(unit.decimals, 4))));

function InputLine({
  input,
  unit,
  text,
  wrong,
  measured,
  inHand,
  onText,
  onRow,
}: {
  input: FigureInput;
  unit: Unit;
  text: string;
  wrong: Problem | null;
  measured: RowResult | undefined;
  inHand: RowResult | undefined;
  onText: (text: string) => void;
  onRow: (row: string) => void;
}) {
  const { wording } = useJob();
  const id = useId();
  const isOffered =
    inHand?.governing.estimate &&
    inHand !== measured &&
    unitById(inHand.feature.governing.unit)?.dimension === unit.dimension;
  const sayRow = (row: RowResult) => `${row.row.name} ${formatNumber(row.governing.estimate!.value, unit)}`;
  return (
    <Flex align="baseline" columnGap="10px" rowGap="2px" wrap="wrap" py="3px">
      <chakra.label htmlFor={id} flex="1 1 200px" minWidth="0" fontSize="14px">
        {capital(input.name)}
        {input.hint && (
          <chakra.span color="quiet" fontSize="12px">
            {" "}
            {input.hint}
          </chakra.span>
        )}
      </chakra.label>
      {measured ? (
        <Chip isOn onClick={() => onText("")} title="Type it instead">
          {sayRow(measured)} ✕
        </Chip>
      ) : (
        <SmallInput
          id={id}
          width="150px"
          inputMode="text"
          autoComplete="off"
          wrong={wrong !== null}
          aria-describedby={wrong ? `${id}-wrong` : undefined}
          value={text}
          maxLength={40}
          onChange={(event) => onText(event.target.value)}
        />
      )}
      <chakra.span width="52px" fontSize="13px" color="quiet">
        {input.unit === "1" ? "" : unit.symbol}
      </chakra.span>
      {(input.usual || isOffered) && (
        <Flex gap="4px" wrap="wrap" flexBasis="100%" justify="flex-end">
          {isOffered && (
            <Chip
              isQuiet
              isOn={false}
              onClick={() => onRow(inHand.row.id)}
              title="As it was measured, with its uncertainty"
            >
              {sayRow(inHand)}
            </Chip>
          )}
          {input.usual?.map(({ name, value }) => (
            <Chip key={name} isQuiet isOn={text === value} onClick={() => onText(value)} title={value}>
              {name} {value}
            </Chip>
          ))}
        </Flex>
      )}
      {wrong && (
        <chakra.p id={`${id}-wrong`} role="alert" flexBasis="100%" fontSize="13px" color="out">
          {sayProblem(wrong, { ...wording, unit })}
        </chakra.p>
      )}
    </Flex>
  );
}

function ResultLine({ output, unit, of }: { output: FigureOutput; unit: Unit; of: Estimate | null }) {
  const other = otherUnit(unit);
  const decimals = output.decimals ?? unit.decimals;
  const expanded = of ? expandedUncertainty(of) : 0;
  return (
    <Flex align="baseline" gap="10px" py="2px">
      <chakra.span flex="1" fontSize="14px">
        {capital(output.name)}
      </chakra.span>
      <Figures fontSize="20px">{of ? formatNumber(of.value, unit, decimals) : "–"}</Figures>
      <Figures fontSize="13px" color="quiet" minWidth="140px">
        {of && expanded > 0 ? `± ${formatUncertainty(expanded, unit, decimals)} ` : ""}
        {output.unit === "1" ? "" : unit.symbol}
        {of && other ? ` · ${formatNumber(of.value, other)} ${other.symbol}` : ""}
      </Figures>
    </Flex>
  );
}
