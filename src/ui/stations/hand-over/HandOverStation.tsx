"use client";
import { Box, Button, Field, Flex, Heading, Input, chakra } from "@chakra-ui/react";
import { Download } from "lucide-react";
import { useState, type FormEvent } from "react";

import { lifetimesOf } from "@/core/lives/lifetimes";
import { makeHandOverWitness } from "@/core/hand-over/make-hand-over-witness";
import { countDecided } from "@/core/plan/standing";
import { formatQuantity } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { stationWords } from "@/words/stations";
import { dispositionWords, ruleWords } from "@/words/words-for";
import { HoldList } from "../../job/HoldList";
import { Word } from "../../job/Glossary";
import { useJob } from "../../job/JobContext";
import { OldParts } from "./OldParts";
import { PlaceLink } from "../../job/places";
import { useEntryLog } from "../../job/use-entry-log";
import { DispositionMark } from "../../kit/DispositionMark";
import { Leader } from "../../kit/Leader";
import { Day } from "../../kit/day";

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
function HandOvers() {
  const { id, assessment, append, log, mayDecide, me, nameOf, pack, shop, wording } = useJob();
  const { log: shopLog } = useEntryLog(shop.stream ?? "no shop", me.id, nothing);
  const [to, setTo] = useState("");
  const [asked, setAsked] = useState(false);
  const held = assessment.holds.length;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (to.trim() === "") return setAsked(true);
    append("handed-over", { to: to.trim(), note: null, witness: makeHandOverWitness(assessment, log.entries) });
    // What failed first is counted for the shop's own odds, once the test that settles it is recorded.
    const { gate, settlement } = assessment.diagnosis;
    if (shop.stream && gate === "settled" && settlement)
      shopLog.append("cause-counted", { job: id, pack: pack.pack.id, causes: [...new Set(settlement.causes.map(({ cause }) => cause))] }); // prettier-ignore
    const lifetimes = lifetimesOf(assessment).slice(0, 500);
    if (shop.stream && lifetimes.length > 0)
      shopLog.append("lives-counted", { job: id, pack: pack.pack.id, lifetimes });
    setTo("");
    setAsked(false);
  };
  return (
    <Box mt="26px">
      {assessment.handOvers.map(({ handOver, differences }) => (
        <Box key={handOver.id} mb="16px">
          <chakra.p fontWeight={600}>
            Handed over to {handOver.to} on <Day of={handOver.at} /> by {nameOf(handOver.author)}.
          </chakra.p>
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
      {mayDecide && (
        <chakra.form onSubmit={submit}>
          <Field.Root invalid={asked && to.trim() === ""}>
            <Field.Label>{assessment.handOvers.length > 0 ? "Hand over again to" : "Hand over to"}</Field.Label>
            <Flex gap="10px" width="100%" maxWidth="520px">
              <Input
                value={to}
                onChange={(event) => setTo(event.currentTarget.value)}
                maxLength={200}
                placeholder="who takes the engine"
                borderColor="lineStrong"
              />
              <Button type="submit" variant="outline" borderColor="lineStrong" color="ink">
                Hand over
              </Button>
            </Flex>
            <Field.HelperText>
              {held > 0
                ? `${held} ${held === 1 ? "hold stands" : "holds stand"} in the way; they go into the record with it.`
                : "What stands here now is kept with it, figure by figure."}
            </Field.HelperText>
            <Field.ErrorText>Type who takes the engine.</Field.ErrorText>
          </Field.Root>
        </chakra.form>
      )}
    </Box>
  );
}

/** Where the job leaves the shop: the report and the record. */
export function HandOverStation() {
  const { id, assessment, log, unitFor } = useJob();
  const { header } = assessment.job;
  const counts = countDecided(assessment.choices);
  const waiting = log.waiting.size;
  const { done, total } = assessment.progress.get("decide")!;
  const open = total - done;

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

        <HandOvers />

        <Heading as="h2" fontSize="16px" mt="30px">
          What stands in the way
        </Heading>
        {assessment.holds.length === 0 && open === 0 && (
          <chakra.p mt="6px" color="sound">
            Nothing.
          </chakra.p>
        )}
        {open > 0 && (
          <chakra.p mt="6px">
            {many(open, "part")} still to decide:{" "}
            <PlaceLink to="decide" color="emberInk" textDecoration="underline" textUnderlineOffset="3px">
              {stationWords.decide}
            </PlaceLink>
          </chakra.p>
        )}
        <HoldList />

        <Heading as="h2" fontSize="16px" mt="30px">
          What was decided
        </Heading>
        {counts.size === 0 && (
          <chakra.p color="quiet" mt="6px">
            Nothing yet.
          </chakra.p>
        )}
        <chakra.dl mt="6px" hidden={counts.size === 0}>
          {[...counts].map(([disposition, count]) => (
            <Leader
              key={disposition}
              name={
                <Flex as="span" gap="8px" align="center">
                  <DispositionMark disposition={disposition} />
                  {dispositionWords[disposition]}
                </Flex>
              }
            >
              {count}
            </Leader>
          ))}
        </chakra.dl>

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
