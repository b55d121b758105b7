"use client";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { DiagnoseResult, Gate as GateState } from "@/core/diagnose/assess-diagnose";
import { makeDiagnosisWitness } from "@/core/diagnose/make-diagnosis-witness";
import { nameOfNode } from "@/core/causes/unfold";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { sayProblem } from "@/words/say-problem";
import { CauseActions } from "../../job/CauseActions";
import { StationHolds } from "../../job/StationHolds";
import { useJob } from "../../job/JobContext";
import { QuietButton } from "../../kit/SayWhy";
import { SmallInput } from "../../kit/SmallInput";
import type { Inferred } from "./use-inference";

/** How it stands with the cause: as a sentence begins, and the word that matters. */
const gateWords: Readonly<Record<GateState, readonly [string, string]>> = {
  "no-network": ["", "The pack knows no causes"],
  "not-asked": ["An overhaul by hours needs no cause: ", "nothing names a failure"],
  open: ["The cause is ", "not settled"],
  settled: ["The cause is ", "settled"],
  "no-failure": ["There was ", "no failure event"],
  undetermined: ["The cause ", "cannot be determined, signed"],
};

const quietly = { variant: "outline", borderColor: "lineStrong", color: "ink" } as const;

type Form = "no-failure" | "undetermined" | null;

/** How it stands with the cause, and how it is settled. */
export function Gate({
  diagnosis,
  inferred,
  chosen,
}: {
  diagnosis: DiagnoseResult;
  inferred: Inferred;
  chosen: string | null;
}) {
  const { append, mayDecide, nameOf, wording, pack } = useJob();
  const [form, setForm] = useState<Form>(null);
  const [isChanging, setChanging] = useState(false);
  const [reason, setReason] = useState("");
  const [precautions, setPrecautions] = useState("");
  const { network, gate, settlement, sightings, actions, problems } = diagnosis;
  const { posterior, chain, isBehind } = inferred;
  if (!network) return null;
  const supersedes = settlement ? { supersedes: [settlement.id] } : {};
  const settle = (
    nodes: readonly string[],
    said: { verdict: "cause" | "no-failure" | "undetermined"; reason: string | null; precautions: string | null },
  ) => {
    if (!posterior || !chain) return;
    append("cause-settled", {
      ...said,
      causes: nodes.map((id) => ({ cause: network.of.get(id)!.item.id, place: network.of.get(id)!.place?.id ?? null })),
      witness: makeDiagnosisWitness(network, pack.sha256, sightings, posterior, chain, nodes),
      ...supersedes,
    });
    setForm(null);
    setChanging(false);
    setReason("");
    setPrecautions("");
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (form === null || !reason.trim() || (form === "undetermined" && !precautions.trim())) return;
    settle([], { verdict: form, reason: reason.trim(), precautions: precautions.trim() || null });
  };
  const [opening, state] = gateWords[gate];
  const ready = posterior !== null && chain !== null && !isBehind;
  const chosenProbability = posterior?.causes.find(({ node }) => node === chosen)?.probability;
  return (
    <Box mt="8px" mb="4px">
      <chakra.p fontSize="15px">
        {opening}
        <chakra.strong color={gate === "open" ? "near" : "ink"}>{state}</chakra.strong>
        {gate !== "open" && settlement && settlement.causes.length > 0
          ? `: ${settlement.causes
              .map(({ cause, place }) => {
                const node = network.of.get(place === null ? cause : `${cause}@${place}`);
                return node ? nameOfNode(node) : cause;
              })
              .join(" and ")}, by ${nameOf(settlement.author)}`
          : ""}
        .
      </chakra.p>
      <StationHolds station="diagnose" except={["action-open"]} />
      {problems
        .filter(({ code }) => code === "evidence-withdrawn" || code === "evidence-since")
        .slice(0, 8)
        .map((found) => (
          <chakra.p key={`${found.code} ${String(found.path[0])}`} fontSize="13px" color="quiet">
            {sayProblem(found, wording)}
          </chakra.p>
        ))}
      {gate === "open" && posterior && !posterior.isConfirmable && !isBehind && (
        <chakra.p fontSize="14px" mt="6px" maxWidth="640px">
          Whatever would confirm a cause still in question was looked for and not found. Look once more by a better
          look, or sign that it cannot be determined.
        </chakra.p>
      )}
      <CauseActions actions={actions} />
      {mayDecide && gate !== "open" && !isChanging && (
        <QuietButton onClick={() => setChanging(true)}>
          {settlement ? "settle it anew" : "settle a cause all the same"}
        </QuietButton>
      )}
      {mayDecide && (gate === "open" || isChanging) && (
        <Flex gap="8px" wrap="wrap" mt="10px">
          {chosen !== null && (
            <Button
              size="sm"
              minHeight="38px"
              {...(gate === "open" ? { bg: "ember", color: "onEmber" } : quietly)}
              disabled={!ready}
              onClick={() => settle([chosen], { verdict: "cause", reason: null, precautions: null })}
            >
              {settlement ? "Settle anew" : "Settle"}: {capital(nameOfNode(network.of.get(chosen)!))}
              {chosenProbability === undefined ? "" : ` (${percent(chosenProbability)})`}
            </Button>
          )}
          <Button size="sm" minHeight="38px" {...quietly} disabled={!ready} onClick={() => setForm("no-failure")}>
            No failure: older damage
          </Button>
          <Button size="sm" minHeight="38px" {...quietly} disabled={!ready} onClick={() => setForm("undetermined")}>
            Cannot be determined
          </Button>
        </Flex>
      )}
      {form !== null && (
        <chakra.form onSubmit={submit} mt="8px" maxWidth="640px">
          <SmallInput
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
            placeholder={form === "no-failure" ? "why nothing failed here" : "why it cannot be determined"}
            aria-label="The reason"
            autoFocus
          />
          {form === "undetermined" && (
            <SmallInput
              mt="6px"
              value={precautions}
              onChange={(event) => setPrecautions(event.currentTarget.value)}
              placeholder="what is done for safety's sake: renew, check again, tell the owner"
              aria-label="Precautions"
            />
          )}
          <Flex gap="8px" mt="6px">
            <Button
              type="submit"
              size="sm"
              {...quietly}
              disabled={!reason.trim() || (form === "undetermined" && !precautions.trim())}
            >
              Sign
            </Button>
            <Button size="sm" variant="ghost" onClick={() => setForm(null)}>
              Leave it
            </Button>
          </Flex>
        </chakra.form>
      )}
    </Box>
  );
}
