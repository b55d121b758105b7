"use client";
import { Box, Button, Flex, NativeSelect, chakra } from "@chakra-ui/react";
import { memo, useState, type FormEvent } from "react";
import type { Part } from "@/core/entry/fold";
import type { PartItem } from "@/core/entry/types/parts";
import { lifeUnits } from "@/core/pack/life-units";
import type { PartClass } from "@/core/pack/schema";
import { parseQuantity } from "@/core/quantity/parse-quantity";
import { formatQuantity } from "@/core/quantity/format-quantity";
import { unitById } from "@/core/quantity/units";
import { grouped } from "@/words/grouped";
import { partItemWords } from "@/words/words-for";
import { readDecimal } from "../kit/decimal";
import { useNote } from "./use-note";
import { Leader } from "../kit/Leader";
import { SmallInput } from "../kit/SmallInput";
import { useJob } from "./JobContext";
import { OldStock } from "./OldStock";

/** What a part has run itself, which need not be what the engine has. */
type Run = `run-${(typeof lifeUnits)[number]}`;
const runOf = (unit: (typeof lifeUnits)[number]): Run => `run-${unit}`;
const isRun = (item: PartItem | Run): item is Run => item.startsWith("run-");
const runWords: Readonly<Record<Run, string>> = {
  "run-hours": "Hours it has run",
  "run-kilometres": "Kilometres it has run",
  "run-cycles": "Cycles it has run",
};

/** What may be said of a part, and what there is to choose from where the pack names it. */
function useChoices(part: Part, partClass: PartClass | undefined) {
  const { pack } = useJob();
  const named = (list: readonly { readonly id: string; readonly name: string }[]) => list.map(({ id, name }) => ({ id, name })); // prettier-ignore
  const sized = partClass?.features.filter(({ rework }) => rework) ?? [];
  const own = partClass?.features.filter(({ unit }) => unitById(unit)?.dimension === "length") ?? [];
  return {
    series: named(partClass?.series ?? []),
    revision: named(partClass?.revisions ?? []),
    "meant-for": pack.pack.slots.filter((slot) => slot.class === part.class).map(({ id, name }) => ({ id, name })),
    sized,
    own,
  };
}

/** What is known of one part, line by line; and one more line to note. A reading changes nothing of it. */
export const PartKnown = memo(function PartKnown({ part }: { part: Part }) {
  const { append, mayWrite, pack, unit, assessment } = useJob();
  const partClass = pack.classes.get(part.class);
  const choices = useChoices(part, partClass);
  const [open, setOpen] = useState(false);
  const [item, setItem] = useState<PartItem | Run>("number");
  const note = useNote();
  const [feature, setFeature] = useState("");
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const features = item === "own-size" ? choices.own : item === "size" ? choices.sized : null;
  const options =
    item === "series" || item === "revision" || item === "meant-for"
      ? choices[item]
      : item === "size"
        ? (choices.sized.find(({ id }) => id === feature)?.rework?.steps ?? [])
        : null;
  const runs = lifeUnits.filter((each) => each === "hours" || partClass?.life?.[each] !== undefined).map(runOf);
  const items = [...(Object.keys(partItemWords) as PartItem[]), ...runs].filter(
    (each) =>
      (each !== "series" || choices.series.length > 0) &&
      (each !== "revision" || choices.revision.length > 0) &&
      (each !== "size" || choices.sized.length > 0) &&
      (each !== "own-size" || choices.own.length > 0),
  );
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const typed = text.trim();
    const length = item === "own-size" ? parseQuantity(typed, "length", unit) : null;
    if (typed === "" || (features && feature === "")) return setWrong("Say what it is, or leave it.");
    if (length && !length.ok) return setWrong(`“${typed}” is not a length in ${unit.symbol}.`);
    const close = () => {
      setText("");
      setWrong(null);
      setOpen(false);
    };
    if (isRun(item)) {
      const run = readDecimal(typed);
      if (run === null || run < 0) return setWrong(`“${typed}” is no count of ${item.slice(4)}.`);
      note("history", `${item.slice(4)}-since-new`, run, { part: part.id });
      return close();
    }
    const of = features ? feature : null;
    // What was said of it before gives way; what two said differently, both.
    const before = part.known.entries.filter(({ payload }) => payload.item === item && payload.feature === of);
    append("part-noted", {
      part: part.id,
      item,
      feature: of,
      value: length?.ok ? length.value.value : typed,
      ...(before.length > 0 ? { supersedes: before.map(({ id }) => id) } : {}),
    });
    close();
  };
  const say = (value: string | number | null, of: PartItem, about: string | null) => {
    if (value === null) return "not known";
    if (typeof value === "number") return formatQuantity(value, unit);
    const list = of === "size" ? partClass?.features.find(({ id }) => id === about)?.rework?.steps : of === "series" || of === "revision" || of === "meant-for" ? choices[of] : []; // prettier-ignore
    return list?.find(({ id }) => id === value)?.name ?? value;
  };
  return (
    <Box mt="8px" role="group" aria-label="What is known of it">
      <chakra.dl>
        {part.known.entries.map(({ id, payload }) => (
          <Leader
            key={id}
            name={
              <>
                {partItemWords[payload.item]}
                {payload.feature ? `, ${partClass?.features.find((each) => each.id === payload.feature)?.name}` : ""}
              </>
            }
          >
            <chakra.span
              whiteSpace="normal"
              color={part.known.conflicts.includes(payload.item) ? "near" : undefined}
              title={part.known.conflicts.includes(payload.item) ? "two people read it differently" : undefined}
            >
              {say(payload.value, payload.item, payload.feature)}
            </chakra.span>
          </Leader>
        ))}
        {runs.flatMap((run) =>
          (
            [
              [`${run.slice(4)}-since-new`, runWords[run]],
              [`engine-${run.slice(4)}-since-new`, runWords[run].replace("it has", "its engine had")],
              [`engine-${run.slice(4)}-since-overhaul`, runWords[run].replace("it has run", "since its overhaul")],
            ] as const
          ).flatMap(([item, name]) => {
            const value = assessment.order.notes.value("history", item, part.id);
            return value === undefined
              ? []
              : [
                  <Leader key={item} name={name}>
                    {typeof value === "number" ? grouped(value) : "not known"}
                  </Leader>,
                ];
          }),
        )}
      </chakra.dl>
      <OldStock number={part.origin === "engine" ? null : part.known.text("number")} />
      {mayWrite && !open && (
        <chakra.button
          type="button"
          mt="4px"
          fontSize="13px"
          color="quiet"
          minHeight="32px"
          textDecoration="underline"
          textUnderlineOffset="3px"
          cursor="pointer"
          onClick={() => setOpen(true)}
        >
          note its number, lot, size…
        </chakra.button>
      )}
      {open && (
        <chakra.form onSubmit={keep} mt="6px">
          <Flex gap="6px" wrap="wrap">
            <Pick
              label="What is noted"
              value={item}
              onPick={(next) => {
                setItem(next as PartItem | Run);
                setText("");
                setFeature("");
              }}
              options={items.map((id) => ({ id, name: isRun(id) ? runWords[id] : partItemWords[id] }))}
            />
            {features && (
              <Pick
                label="Of which feature"
                value={feature}
                onPick={setFeature}
                options={[{ id: "", name: "of…" }, ...features.map(({ id, name }) => ({ id, name }))]}
              />
            )}
            {options ? (
              <Pick
                label="The value"
                value={text}
                onPick={setText}
                options={[{ id: "", name: "choose" }, ...options.map(({ id, name }) => ({ id, name }))]}
              />
            ) : (
              <SmallInput
                value={text}
                autoFocus
                maxLength={120}
                aria-label="The value"
                placeholder={item === "own-size" ? unit.symbol : "as it stands there"}
                wrong={wrong !== null}
                onChange={(event) => setText(event.currentTarget.value)}
              />
            )}
          </Flex>
          {wrong && (
            <chakra.p role="alert" fontSize="13px" color="out" mt="4px">
              {wrong}
            </chakra.p>
          )}
          <Flex gap="8px" mt="6px">
            <Button type="submit" size="sm" bg="ember" color="onEmber" fontWeight={700}>
              Note it
            </Button>
            <Button size="sm" variant="ghost" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          </Flex>
        </chakra.form>
      )}
    </Box>
  );
});

/** A short list to choose from. */
export const Pick = ({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: string;
  options: readonly { readonly id: string; readonly name: string }[];
  onPick: (id: string) => void;
}) => (
  <NativeSelect.Root size="sm" width="auto" maxWidth="100%">
    <NativeSelect.Field
      aria-label={label}
      value={value}
      borderColor="lineStrong"
      onChange={(event) => onPick(event.currentTarget.value)}
    >
      {options.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);
