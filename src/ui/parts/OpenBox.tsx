"use client";
import { Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { capital } from "@/words/capital";
import { useJob } from "../job/JobContext";
import { Pick } from "../job/PartKnown";
import { SmallInput } from "../kit/SmallInput";
import { useTagNew } from "./use-tag-new";

const most = 200;

/** What came in a box: so many parts of one kind, each with a tag, the number that stands on it and its lot. */
export function OpenBox({ onDone }: { onDone: () => void }) {
  const { pack } = useJob();
  const tagNew = useTagNew();
  const [kind, setKind] = useState("");
  const [count, setCount] = useState("1");
  const [number, setNumber] = useState("");
  const [lot, setLot] = useState("");
  const [supplier, setSupplier] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const partClass = pack.classes.get(kind);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const wanted = Number(count);
    if (!partClass) return setWrong("Say what kind of part it is.");
    if (!Number.isInteger(wanted) || wanted < 1 || wanted > most) return setWrong(`How many: 1 to ${most}.`);
    tagNew(kind, wanted, { number, lot, supplier });
    onDone();
  };
  const field = (value: string, set: (value: string) => void, label: string, width: string) => (
    <SmallInput
      value={value}
      maxLength={120}
      aria-label={label}
      placeholder={label}
      width={width}
      onChange={(event) => set(event.currentTarget.value)}
    />
  );
  return (
    <chakra.form onSubmit={keep} mt="12px" p="12px" bg="panel" borderRadius="9px" aria-label="Open a box">
      <Flex gap="8px" wrap="wrap" align="center">
        {field(count, setCount, "How many", "74px")}
        <Pick
          label="Kind of part"
          value={kind}
          onPick={setKind}
          options={[
            { id: "", name: "of which kind" },
            ...pack.pack.classes.map(({ id, name }) => ({ id, name: capital(name) })),
          ]}
        />
        {field(number, setNumber, "Number on it", "140px")}
        {field(lot, setLot, "Lot", "100px")}
        {field(supplier, setSupplier, "Supplier", "140px")}
        <Button type="submit" size="sm" minHeight="36px" bg="ember" color="onEmber" fontWeight={700}>
          Tag them
        </Button>
      </Flex>
      {partClass?.incoming && (
        <chakra.p fontSize="13px" color="quiet" mt="6px">
          Before any is fitted:{" "}
          {partClass.incoming.features.map((id) => partClass.features.find((each) => each.id === id)?.name).join(", ")}{" "}
          of {partClass.incoming.sample === "all" ? "all of them" : `${partClass.incoming.sample} of the lot`}.
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
