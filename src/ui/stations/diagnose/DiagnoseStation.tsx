"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import type { DiagnoseResult } from "@/core/diagnose/assess-diagnose";
import { nameOfNode, nodeId, type FindingNode } from "@/core/causes/unfold";
import { capital } from "@/words/capital";
import { percent } from "@/words/percent";
import { sayChain, chainLines } from "@/words/say-cause";
import { many } from "@/words/sentences/sentence";
import { Cautions } from "../../job/Cautions";
import { useTab } from "../../job/address";
import { useJob } from "../../job/JobContext";
import { Reopen } from "../../job/Reopen";
import { useGoTo } from "../../job/places";
import { StationLayout } from "../../job/StationLayout";
import { QuietButton, SayWhy } from "../../kit/SayWhy";
import { TabRow } from "../../kit/TabRow";
import { AnswerFinding, usePartOf } from "./AnswerFinding";
import { CauseList } from "./CauseList";
import { CausePanel } from "./CausePanel";
import { ChainDrawing, ChainLegend } from "./ChainDrawing";
import { Fouled } from "./Fouled";
import { Gate } from "./Gate";
import { NextTests } from "./NextTests";
import { useInference, type Inferred } from "./use-inference";

const tabs = ["causes", "chain", "fouled", "questions"] as const;
type Tab = (typeof tabs)[number];

const Working = () => (
  <chakra.p color="quiet" fontSize="14px" aria-busy>
    Working out what follows from all that was seen…
  </chakra.p>
);

/** A severe finding that nothing explains: it is older, and somebody says so. */
function UnexplainedLine({ node }: { node: FindingNode }) {
  const { append, mayDecide, assessment } = useJob();
  const [isSigning, setSigning] = useState(false);
  const place = node.place?.id ?? null;
  const signed = assessment.job.olderDamage.find((each) => each.finding === node.item.id && each.place === place);
  return (
    <chakra.li py="5px" fontSize="14px">
      {capital(nameOfNode(node))}
      {signed && <chakra.span color="quiet"> — older damage: “{signed.why}”</chakra.span>}
      {!signed && mayDecide && !isSigning && (
        <QuietButton ml="8px" onClick={() => setSigning(true)}>
          sign as older damage
        </QuietButton>
      )}
      {isSigning && (
        <SayWhy
          label="Why it is older damage"
          placeholder="by what it is older"
          act="Sign"
          onSay={(why) => {
            append("older-damage-signed", { finding: node.item.id, place, why });
            setSigning(false);
          }}
          onLeave={() => setSigning(false)}
        />
      )}
    </chakra.li>
  );
}

function ChainTab({
  diagnosis,
  inferred,
  causes,
}: {
  diagnosis: DiagnoseResult;
  inferred: Inferred;
  causes: readonly string[];
}) {
  const { takeInHand } = useJob();
  const goTo = useGoTo();
  const partOf = usePartOf();
  const { chains, posterior } = inferred;
  const chain = (causes[0] !== undefined && chains.get(causes[0])) || null;
  const network = diagnosis.network!;
  const items = useMemo(() => chain && chainLines(network, chain), [chain, network]);
  if (!items || !chain || !posterior) return <Working />;
  const first = items.filter(({ kind }) => kind === "cause");
  const tells = first.flatMap(({ id: node }) => {
    const of = network.of.get(node)!;
    return of.kind === "cause" ? [of.item.tells] : [];
  });
  const probability = first.length === 1 ? (posterior.of.get(first[0]!.id) ?? null) : null;
  const open = (node: string) => {
    const of = network.of.get(node)!;
    if (of.kind !== "finding") return;
    const part = diagnosis.sightings.find((each) => each.node === node)?.parts[0] ?? partOf(of);
    if (!part) return;
    takeInHand(part);
    goTo("strip");
  };
  return (
    <>
      {tells.length > 0 &&
        sayChain(tells, items, probability).map((sentence) => (
          <chakra.p key={sentence} fontSize="15px" mb="4px">
            {sentence}
          </chakra.p>
        ))}
      <ChainLegend />
      {items.length === 0 ? (
        <chakra.p color="quiet" fontSize="14px">
          No damage is recorded that any cause of the pack explains.
        </chakra.p>
      ) : (
        <ChainDrawing chain={items} chosen={causes[0] ?? null} onChoose={open} />
      )}
      {chain.unexplained.length > 0 && (
        <Box mt="14px">
          <Heading as="h2" fontSize="16px">
            Not explained by it
          </Heading>
          <chakra.p fontSize="13px" color="quiet">
            A second cause, wear, or older damage.
          </chakra.p>
          <chakra.ul>
            {chain.unexplained.map((node) => (
              <UnexplainedLine key={node} node={network.of.get(node) as FindingNode} />
            ))}
          </chakra.ul>
        </Box>
      )}
    </>
  );
}

/** Every question that no other station asks, place by place. */
function Questions({ diagnosis }: { diagnosis: DiagnoseResult }) {
  const asked = [...diagnosis.network!.of.values()].filter(
    (each): each is FindingNode => each.kind === "finding" && each.item.ask !== undefined,
  );
  const { harmless } = diagnosis.network!.diagnosis;
  return (
    <>
      {harmless.length > 0 && (
        <chakra.p fontSize="13px" color="quiet" mb="8px">
          Harmless after a first start: {harmless.map(({ name, why }) => `${name} (${why})`).join("; ")}.
        </chakra.p>
      )}
      {asked.map((node) => (
        <Box key={node.id} py="8px" borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
          <chakra.p fontSize="14px" fontWeight={600} mb="4px">
            {node.place ? `${capital(node.place.name)}: ` : ""}
            {node.item.ask}
          </chakra.p>
          <AnswerFinding node={node} />
        </Box>
      ))}
    </>
  );
}

/** Odds of the shop, openly: adopted into this job by an entry, or not. */
function ShopOdds({ diagnosis }: { diagnosis: DiagnoseResult }) {
  const { append, assessment, shop, pack, mayDecide } = useJob();
  const failures = shop.failures.get(pack.pack.id) ?? [];
  const taken = assessment.job.oddsTaken.at(-1);
  if (failures.length === 0 && !taken) return null;
  const adopt = (on: boolean) => {
    const times = new Map<string, number>();
    for (const { causes } of failures) for (const cause of causes) times.set(cause, (times.get(cause) ?? 0) + 1);
    append("odds-adopted", {
      on,
      engines: failures.length,
      counts: [...times].map(([cause, count]) => ({ cause, times: count })),
      ...(taken ? { supersedes: [taken.id] } : {}),
    });
  };
  return (
    <Flex gap="10px" align="baseline" wrap="wrap" mt="6px" fontSize="13px" color="quiet">
      <chakra.span>
        {taken?.on
          ? `Odds: pack and this shop's ${many(taken.engines, "engine")}.`
          : `Odds: the pack's alone; this shop counted ${many(failures.length, "failed engine")}.`}
      </chakra.span>
      {mayDecide && diagnosis.network && (
        <QuietButton onClick={() => adopt(!taken?.on)}>
          {taken?.on ? "go by the pack alone" : "adopt them here"}
        </QuietButton>
      )}
    </Flex>
  );
}

/** Where it is found out what failed first. */
export function DiagnoseStation() {
  const { assessment, pack } = useJob();
  const { diagnosis } = assessment;
  const { network, contamination } = diagnosis;
  const inferred = useInference(diagnosis);
  const [tab, setTab] = useTab<Tab>(tabs, "causes");
  const [picked, setPicked] = useState<string | null>(null);
  const [compared, setCompared] = useState<{ readonly cause: string; readonly other: string | null } | null>(null);
  const { posterior, next, chains, trace } = inferred;
  const settled = diagnosis.gate === "open" ? undefined : diagnosis.settlement?.causes[0];
  const chosen = picked ?? (settled ? nodeId(settled.cause, settled.place) : (posterior?.causes[0]?.node ?? null));
  const isTraced = chosen === null || chains.has(chosen);
  useEffect(() => {
    if (posterior && !isTraced) trace(chosen!);
  }, [posterior, isTraced, chosen, trace]);
  const worst = posterior?.worst[0];
  const against = compared !== null && compared.cause === chosen ? compared.other : null;
  if (!network)
    return (
      <Box p="32px" maxWidth="560px">
        <Heading as="h1" fontSize="24px">
          What failed first
        </Heading>
        <chakra.p mt="10px" color="quiet">
          The pack of {pack.pack.family} knows no causes: write down what failed with the decisions, and in the report.
        </chakra.p>
        {contamination.suspects.length > 0 && <Fouled contamination={contamination} />}
      </Box>
    );
  const open = contamination.suspects.filter(({ state }) => state !== "cleared").length;
  return (
    <StationLayout
      label="Cause"
      aside={
        <CausePanel
          diagnosis={diagnosis}
          inferred={inferred}
          cause={chosen}
          against={against}
          onCompare={(other) => setCompared(chosen === null ? null : { cause: chosen, other })}
        />
      }
    >
      <Heading as="h1" fontSize="22px">
        What failed first
      </Heading>
      <Cautions station="diagnose" partClass="" />
      <Gate diagnosis={diagnosis} inferred={inferred} chosen={chosen} />
      <Reopen />
      <ShopOdds diagnosis={diagnosis} />
      <TabRow<Tab>
        label="Parts of Diagnose"
        here={tab}
        onChoose={setTab}
        items={[
          { id: "causes", name: "Causes" },
          { id: "chain", name: "Damage chain" },
          { id: "fouled", name: "Fouled", count: open > 0 ? `${open} open` : "", isUrgent: open > 0 },
          { id: "questions", name: "Questions" },
        ]}
      />
      {tab === "causes" && (
        <Flex gap="28px" direction={{ base: "column", xl: "row" }} align="flex-start">
          <Box flex="1" minWidth="0" width="100%">
            {posterior ? (
              <>
                <CauseList
                  network={network}
                  causes={posterior.causes.slice(0, 8)}
                  worst={worst === undefined ? null : nameOfNode(network!.of.get(worst)!)}
                  chosen={chosen}
                  onChoose={setPicked}
                />
                {posterior.noneOfThese !== null && (
                  <Flex align="baseline" gap="12px" px="6px" py="9px" borderBottomWidth="1px" borderColor="line">
                    <chakra.span flex="1" fontSize="15px">
                      None of these
                    </chakra.span>
                    <chakra.span fontSize="17px" fontWeight={700} fontVariantNumeric="tabular-nums">
                      {percent(posterior.noneOfThese)}
                    </chakra.span>
                  </Flex>
                )}
                <chakra.p fontSize="12px" color="quiet" mt="6px">
                  {inferred.isBehind
                    ? "Of what was seen before; the new is being worked out."
                    : posterior.method === "exact"
                      ? `Exact, from ${many(diagnosis.sightings.length, "finding")}; width ${Math.ceil(posterior.width)}. More than one can be true.`
                      : `Sampled: the network is too wide (${Math.ceil(posterior.width)}) to be worked out.`}
                  {posterior.impossible.length > 0
                    ? ` Left out, since it cannot be: ${posterior.impossible.map((each) => nameOfNode(network.of.get(each)!)).join(", ")}.`
                    : ""}
                </chakra.p>
              </>
            ) : (
              <Working />
            )}
          </Box>
          <Box flex="1" minWidth="0" width="100%">
            <Heading as="h2" fontSize="16px" mb="2px">
              Look at next
            </Heading>
            {next && !inferred.isBehind ? <NextTests network={network} next={next} /> : <Working />}
          </Box>
        </Flex>
      )}
      {tab === "chain" && <ChainTab diagnosis={diagnosis} inferred={inferred} causes={chosen ? [chosen] : []} />}
      {tab === "fouled" && <Fouled contamination={contamination} />}
      {tab === "questions" && <Questions diagnosis={diagnosis} />}
    </StationLayout>
  );
}
