"use client";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import type { DiagnoseResult, Gate as GateState } from "@/core/diagnose/assess-diagnose";
import { makeDiagnosisWitness } from "@/core/diagnose/make-diagnosis-witness";
import { nameOfNode, type Network } from "@/core/causes/unfold";
import { enough } from "@/core/diagnose/infer";
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

type Form = "by-word" | "no-failure" | "undetermined" | null;

const formWords = {
  "by-word": { placeholder: "why it is this all the same" },
  "no-failure": { placeholder: "why nothing failed here" },
  undetermined: { placeholder: "why it cannot be determined" },
} as const;

/** Before a cause is settled that is not likely enough, or that the damage would do without: what it leaves open, and what would tell. */
function LeftOpen({ network, inferred, chosen }: { network: Network; inferred: Inferred; chosen: string }) {
  const { posterior, chains, next } = inferred;
  const name = (id: string) => nameOfNode(network.of.get(id)!);
  const isSevere = (id: string) => {
    const of = network.of.get(id);
    return of?.kind === "finding" && of.item.severe;
  };
  const left = (chains.get(chosen)?.unexplained ?? []).filter(isSevere);
  const tells = (next ?? []).slice(0, 3).map(({ finding }) => name(finding));
  const here = posterior?.causes.find(({ node }) => node === chosen);
  return (
    <>
      <chakra.p fontSize="14px">
        {capital(name(chosen))} is {here ? percent(here.probability) : "not"} likely;{" "}
        {percent(network.diagnosis.settled.probability)} is asked for.
        {left.length > 0
          ? ` It leaves unexplained: ${left.slice(0, 4).map(name).join(", ")}${left.length > 4 ? `, and ${left.length - 4} more` : ""}.`
          : ""}
        {tells.length > 0 ? ` What would tell: ${tells.join("; ")}.` : ""}
      </chakra.p>
      <chakra.p fontSize="13px" color="quiet" mb="6px">
        Settled all the same it stands by your word, with the reason.
      </chakra.p>
    </>
  );
}

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
  const { posterior, chains, isBehind } = inferred;
  if (!network) return null;
  const supersedes = settlement ? { supersedes: [settlement.id] } : {};
  const settle = (
    nodes: readonly string[],
    said: { verdict: "cause" | "no-failure" | "undetermined"; reason: string | null; precautions: string | null },
  ) => {
    // Where it is put down to nothing, what explains it best stands beside it.
    const first = nodes[0] ?? posterior?.causes[0]?.node;
    const chain = first === undefined ? undefined : chains.get(first);
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
    if (form === "by-word")
      return chosen === null
        ? undefined
        : settle([chosen], { verdict: "cause", reason: reason.trim(), precautions: null });
    settle([], { verdict: form, reason: reason.trim(), precautions: precautions.trim() || null });
  };
  const [opening, state] = gateWords[gate];
  const ready = posterior !== null && !isBehind && (chosen === null || chains.has(chosen));
  const here = posterior?.causes.find(({ node }) => node === chosen);
  // What the worst damage would do without stands in no button, however true it is.
  const isBystander = here?.accounts != null && here.accounts < enough;
  const isLikely = here !== undefined && here.probability >= network.diagnosis.settled.probability;
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
          {chosen !== null && here && isLikely && !isBystander && (
            <Button
              size="sm"
              minHeight="38px"
              {...(gate === "open" ? { bg: "ember", color: "onEmber" } : quietly)}
              disabled={!ready}
              onClick={() => settle([chosen], { verdict: "cause", reason: null, precautions: null })}
            >
              {settlement ? "Settle anew" : "Settle"}: {capital(nameOfNode(network.of.get(chosen)!))} (
              {percent(here.probability)})
            </Button>
          )}
          {chosen !== null && here && !(isLikely && !isBystander) && (
            <Button size="sm" minHeight="38px" {...quietly} disabled={!ready} onClick={() => setForm("by-word")}>
              Settle by word: {nameOfNode(network.of.get(chosen)!)}…
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
          {form === "by-word" && chosen !== null && <LeftOpen network={network} inferred={inferred} chosen={chosen} />}
          <SmallInput
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
            placeholder={formWords[form].placeholder}
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
              disabled={!ready || !reason.trim() || (form === "undetermined" && !precautions.trim())}
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
