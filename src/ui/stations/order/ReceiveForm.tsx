"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { OrderedLine } from "@/core/buying/assess-buying";
import { plainNumber } from "@/core/pack/revision-number";
import { capital } from "@/words/capital";
import { useJob } from "../../job/JobContext";
import { readDecimal } from "../../kit/decimal";
import { QuietButton } from "../../kit/SayWhy";
import { SmallInput } from "../../kit/SmallInput";
import { Pick } from "../../job/PartKnown";
import { useTagNew } from "../../parts/use-tag-new";

const states = [
  { id: "right", name: "as ordered" },
  { id: "wrong", name: "not what was ordered" },
  { id: "damaged", name: "damaged" },
  { id: "missing", name: "missing from the box" },
] as const;
type State = (typeof states)[number]["id"];

const most = 500;
const keyOf = ({ purchase, line }: OrderedLine) => `${purchase.id} ${line.line}`;

/** What arrived: scanned or typed, for a line of an order or for none; parts of it are tagged as they come. */
export function ReceiveForm({ ordered, onDone }: { ordered: readonly OrderedLine[]; onDone: () => void }) {
  const { append, pack } = useJob();
  const tagNew = useTagNew();
  const [number, setNumber] = useState("");
  const [chosen, setChosen] = useState<string | null>(null);
  const [count, setCount] = useState("");
  const [revision, setRevision] = useState("");
  const [lot, setLot] = useState("");
  const [box, setBox] = useState("");
  const [state, setState] = useState<State>("right");
  const [words, setWords] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const open = ordered.filter((each) => each.open > 0);
  // What is scanned names its line, where only one has that number.
  const named = number.trim() === "" ? [] : open.filter(({ line }) => line.number !== null && plainNumber(line.number) === plainNumber(number)); // prettier-ignore
  const key = chosen ?? (named.length === 1 ? keyOf(named[0]!) : "");
  const mine = ordered.find((each) => keyOf(each) === key) ?? null;
  const quantity = count === "" ? String(mine?.open ?? "") : count;
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const value = readDecimal(quantity);
    if (value === null || value <= 0 || value > 10_000) return setWrong("How many came: a number above 0.");
    if (!mine && number.trim() === "" && words.trim() === "")
      return setWrong("Say what it is: the number on it, the line it is for, or a word.");
    const { class: of = null } = mine?.line ?? {};
    const isTagged = state === "right" && of !== null && pack.classes.has(of) && Number.isInteger(value) && value <= most; // prettier-ignore
    const text = (typed: string) => (typed.trim() === "" ? null : typed.trim());
    append("goods-received", {
      purchase: mine?.purchase.id ?? null,
      line: mine?.line.line ?? null,
      box: text(box),
      quantity: value,
      number: text(number),
      revision: text(revision),
      lot: text(lot),
      state,
      words: text(words),
      parts: isTagged ? tagNew(of, value, { number, revision, lot, supplier: mine!.purchase.supplier }) : [],
    });
    onDone();
  };
  const field = (value: string, set: (value: string) => void, label: string, width: string, limit = 60) => (
    <SmallInput
      value={value}
      maxLength={limit}
      aria-label={label}
      placeholder={label}
      width={width}
      onChange={(event) => set(event.currentTarget.value)}
    />
  );
  const partClass = mine?.line.class ? pack.classes.get(mine.line.class) : undefined;
  return (
    <chakra.form onSubmit={keep} mt="12px" p="12px" bg="panel" borderRadius="9px" aria-label="What arrived">
      <Flex gap="8px" wrap="wrap" align="center">
        {field(number, (text) => (setNumber(text), setWrong(null)), "Number on it: scan or type", "210px")}
        <Pick
          label="Line it is for"
          value={key}
          onPick={setChosen}
          options={[
            { id: "", name: "nobody ordered it" },
            ...ordered.map((each) => ({
              id: keyOf(each),
              name: `${capital(each.line.name)}, ${each.purchase.supplier}${each.open > 0 ? `: ${each.open} open` : ""}`,
            })),
          ]}
        />
        {field(quantity, setCount, "How many", "84px", 12)}
        {field(revision, setRevision, "Revision on it", "120px")}
        {field(lot, setLot, "Lot", "96px")}
        {field(box, setBox, "Box or delivery note", "160px")}
        <Pick label="How it came" value={state} onPick={(next) => setState(next as State)} options={states} />
        {state !== "right" && field(words, setWords, "What is wrong with it", "220px", 200)}
        {!mine && state === "right" && field(words, setWords, "What it is", "180px", 200)}
        <Button type="submit" size="sm" minHeight="38px" bg="ember" color="onEmber" fontWeight={700}>
          Take it in
        </Button>
        <QuietButton onClick={onDone}>leave it</QuietButton>
      </Flex>
      {mine && (mine.line.number !== null || mine.line.revisions.length > 0) && (
        <chakra.p fontSize="13px" color="quiet" mt="6px">
          Ordered:{" "}
          {[mine.line.number, mine.line.revisions.length > 0 ? `revision ${mine.line.revisions.join(" or ")}` : null]
            .filter(Boolean)
            .join(", ")}
          . {/* prettier-ignore */}
          {partClass?.incoming
            ? ` Before any is fitted ${partClass.incoming.sample === "all" ? "all are" : `${partClass.incoming.sample} of the lot are`} measured.`
            : ""}
        </chakra.p>
      )}
      {wrong && (
        <chakra.p role="alert" fontSize="13px" color="out" mt="6px">
          {wrong}
        </chakra.p>
      )}
    </chakra.form>
  );
}
