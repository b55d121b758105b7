"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { Download } from "lucide-react";
import { standingHandOver } from "@/core/entry/visit";
import { gateOf, type Gate as GateOf } from "@/core/hand-over/gate";
import { makeHandOverWitness } from "@/core/hand-over/make-hand-over-witness";
import { lifetimesOf } from "@/core/lives/lifetimes";
import { formatQuantity } from "@/core/quantity/format-quantity";
import { countStages, stages, statesOfPlaces } from "@/core/state/state-of-places";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { gateWords, outcomeWords, stageWords } from "@/words/state-words";
import { howWords, ruleWords } from "@/words/words-for";
import { Word } from "../../job/Glossary";
import { Reopen } from "../../job/Reopen";
import { useJob } from "../../job/JobContext";
import { useEntryLog } from "../../job/use-entry-log";
import { Leader } from "../../kit/Leader";
import { Day } from "../../kit/day";
import { Gate } from "./Gate";
import { Leave, type Leaving } from "./Leave";
import { ThingsToReturn } from "./ThingsToReturn";
import { OldParts } from "./OldParts";

const fileLink = {
  display: "inline-flex",
  alignItems: "center",
  gap: "8px",
  minHeight: "44px",
  px: "18px",
  borderRadius: "9px",
  fontWeight: 700,
  borderWidth: "1px",
  _hover: { borderColor: "ember" },
} as const;

const nothing: readonly never[] = [];

/** Hands the engine over, and shows what of an earlier hand-over is no longer as it was shown then. */
function HandOvers({ gate }: { gate: GateOf }) {
  const { id, assessment, append, log, mayDecide, me, nameOf, pack, shop, wording } = useJob();
  const { log: shopLog } = useEntryLog(shop.stream ?? "no shop", me.id, nothing);
  const over = standingHandOver(assessment.job);
  const leave = (leaving: Leaving) => {
    append("handed-over", { ...leaving, witness: makeHandOverWitness(assessment, log.entries) });
    // What failed first is counted for the shop's own odds, once the test that settles it is recorded.
    const { gate, settlement } = assessment.diagnosis;
    if (shop.stream && gate === "settled" && settlement)
      shopLog.append("cause-counted", { job: id, pack: pack.pack.id, causes: [...new Set(settlement.causes.map(({ cause }) => cause))] }); // prettier-ignore
    const lifetimes = lifetimesOf(assessment).slice(0, 500);
    if (shop.stream && lifetimes.length > 0)
      shopLog.append("lives-counted", { job: id, pack: pack.pack.id, lifetimes });
  };
  return (
    <Box mt="26px">
      {assessment.handOvers.map(({ handOver, differences }) => (
        <Box key={handOver.id} mb="16px">
          <chakra.p fontWeight={600}>
            {handOver.outcome !== null && `${outcomeWords[handOver.outcome].name}. `}Handed over to {handOver.to} on{" "}
            <Day of={handOver.at} /> by {nameOf(handOver.author)}.
          </chakra.p>
          {handOver.word && (
            <chakra.p fontSize="14px">
              {handOver.word.by} knows that it may not be run, {howWords[handOver.word.how]} on{" "}
              <Day of={handOver.word.on} />.
            </chakra.p>
          )}
          {handOver.past.length > 0 && (
            <chakra.ul fontSize="14px" aria-label="What was open then">
              {handOver.past.map(({ is, count, why }) => (
                <li key={is}>
                  {count} · {gateWords[is]}
                  {why === null ? "" : `: ${why}`}
                </li>
              ))}
            </chakra.ul>
          )}
          {differences.length === 0 ? (
            <chakra.p color="quiet" fontSize="14px">
              Everything still stands as it was shown then.
            </chakra.p>
          ) : (
            <>
              <chakra.p color="near" fontSize="14px" mt="4px">
                {differences.length === 1 ? "One thing is" : `${differences.length} things are`} no longer as shown
                then:
              </chakra.p>
              <chakra.ul fontSize="14px" aria-label="Differences since hand-over">
                {differences.slice(0, 30).map((found, at) => (
                  <chakra.li
                    key={at}
                    py="3px"
                    borderBottomWidth="1px"
                    borderBottomStyle="dotted"
                    borderColor="lineStrong"
                  >
                    {sayProblem(found, wording)}
                  </chakra.li>
                ))}
              </chakra.ul>
              {differences.length > 30 && (
                <chakra.p color="quiet" fontSize="14px">
                  and {differences.length - 30} more
                </chakra.p>
              )}
            </>
          )}
        </Box>
      ))}
      {mayDecide && over === null && <Leave gate={gate} again={assessment.handOvers.length > 0} onLeave={leave} />}
    </Box>
  );
}

/** Where the job leaves the shop: the report and the record. */
export function HandOverStation() {
  const { id, assessment, log, unitFor, pack } = useJob();
  const { header } = assessment.job;
  const states = statesOfPlaces(pack, assessment);
  const counts = countStages(states);
  const gate = gateOf(pack, assessment);
  const waiting = log.waiting.size;

  return (
    <Box flex="1" overflowY="auto" px={{ base: "14px", md: "32px" }} py="22px">
      <Box maxWidth="720px">
        <Heading as="h1" fontSize="24px">
          Hand over
        </Heading>
        <chakra.p color="quiet" mt="4px">
          {header?.name}: a report for the owner, and the whole record in open formats.
        </chakra.p>
        <Flex gap="12px" mt="18px" wrap="wrap">
          <chakra.a
            href={`/api/jobs/${id}/report`}
            download
            {...fileLink}
            bg="ember"
            color="onEmber"
            borderColor="ember"
          >
            <Download size={18} aria-hidden />
            For the owner, PDF
          </chakra.a>
          <chakra.a href={`/api/jobs/${id}/report?of=estimate`} download {...fileLink} borderColor="lineStrong">
            <Download size={18} aria-hidden />
            Estimate, PDF
          </chakra.a>
          <chakra.a href={`/api/jobs/${id}/report?of=account`} download {...fileLink} borderColor="lineStrong">
            <Download size={18} aria-hidden />
            Account, PDF
          </chakra.a>
          {assessment.job.handOvers.some(({ outcome }) => outcome === "not-to-run") && (
            <chakra.a href={`/api/jobs/${id}/report?of=not-to-run`} download {...fileLink} borderColor="lineStrong">
              <Download size={18} aria-hidden />
              Not to be run: paper and label
            </chakra.a>
          )}
          {assessment.job.declined.length > 0 && (
            <chakra.a href={`/api/jobs/${id}/report?of=declined`} download {...fileLink} borderColor="lineStrong">
              <Download size={18} aria-hidden />
              Declined work, to sign
            </chakra.a>
          )}
          <chakra.a href={`/api/jobs/${id}/report?of=record`} download {...fileLink} borderColor="lineStrong">
            <Download size={18} aria-hidden />
            Technical record, PDF
          </chakra.a>
          <chakra.a href={`/api/jobs/${id}/record`} download {...fileLink} borderColor="lineStrong">
            <Download size={18} aria-hidden />
            Record, NDJSON
          </chakra.a>
          <chakra.a href={`/api/jobs/${id}/archive`} download {...fileLink} borderColor="lineStrong">
            <Download size={18} aria-hidden />
            Everything, zip
          </chakra.a>
        </Flex>
        {waiting > 0 && (
          <chakra.p role="alert" color="near" mt="10px">
            {waiting} {waiting === 1 ? "entry is" : "entries are"} not saved yet and will be missing in both.
          </chakra.p>
        )}

        <Heading as="h2" fontSize="16px" mt="26px">
          What is still open
        </Heading>
        <Gate gate={gate} />

        <HandOvers gate={gate} />
        <Reopen />

        <Heading as="h2" fontSize="16px" mt="30px">
          How far its parts are
        </Heading>
        <chakra.dl mt="6px">
          {stages.flatMap((stage) => {
            const count = counts.get(stage);
            return count === undefined
              ? []
              : [
                  <Leader key={stage} name={capital(stageWords[stage])}>
                    {count}
                  </Leader>,
                ];
          })}
        </chakra.dl>

        <ThingsToReturn />
        <OldParts />

        <Heading as="h2" fontSize="16px" mt="30px">
          The engine
        </Heading>
        <chakra.dl mt="6px">
          {assessment.figures.map((figure) => (
            <Leader key={figure.id} name={capital(figure.name)}>
              {formatQuantity(figure.value, unitFor(figure.unit))}
            </Leader>
          ))}
          <Leader name={<Word of="guarded">Decision rule</Word>}>{ruleWords[assessment.order.rule]}</Leader>
          <Leader name="Entries in the record">{log.entries.length}</Leader>
        </chakra.dl>
      </Box>
    </Box>
  );
}
