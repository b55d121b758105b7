"use client";
import { Box, Flex, Grid, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { emptyPlaces } from "@/core/strip/assess-strip";
import { sayProblem } from "@/words/say-problem";
import { Cautions } from "../../job/Cautions";
import { PaperLink } from "../../job/PaperLink";
import { StationHolds } from "../../job/StationHolds";
import { StationLayout } from "../../job/StationLayout";
import { useTab } from "../../job/address";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { TabRow } from "../../kit/TabRow";
import { PhotoSheet } from "../../photos/PhotoSheet";
import { BeforeCleaning } from "../diagnose/BeforeCleaning";
import { FindingsSheet } from "./FindingsSheet";
import { Fragments } from "./Fragments";
import { PartInHand } from "../../parts/PartInHand";
import { StepCard } from "./StepCard";
import { StepList } from "./StepList";
import { TagTogether } from "./TagTogether";

const tabs = ["steps", "findings", "photos", "fragments"] as const;
type Tab = (typeof tabs)[number];

/** The strip list with the step in hand beside it. */
function Steps() {
  const { assessment, pack } = useJob();
  const { steps, next } = assessment.strip!;
  const [chosen, setChosen] = useState<string | null>(null);
  const here = steps.find(({ step }) => step.id === chosen) ?? next ?? steps.at(-1)!;
  const places = emptyPlaces(pack, steps, assessment.job.parts.values());
  return (
    <>
      {places.some(({ of }) => of !== here) && <TagTogether places={places} />}
      <Grid templateColumns={{ base: "1fr", lg: "minmax(220px, 270px) 1fr" }} columnGap="26px" rowGap="18px">
        <Box order={{ base: 2, lg: 1 }}>
          <StepList steps={steps} here={here.step.id} onChoose={setChosen} />
        </Box>
        <Box order={{ base: 1, lg: 2 }} minWidth="0">
          <StepCard key={here.step.id} result={here} onDone={() => setChosen(null)} />
        </Box>
      </Grid>
    </>
  );
}

/** What is worth knowing of the strip and holds nothing up. */
function Notices() {
  const { assessment, wording } = useJob();
  const { strip, findings } = assessment;
  const told = [...(strip?.problems ?? []), ...findings.problems].filter((found) => found.severity !== "hold");
  return told.map((found, at) => (
    <chakra.p key={at} fontSize="13px" color="quiet" py="2px">
      {sayProblem(found, wording)}
    </chakra.p>
  ));
}

/** Where the engine comes apart, and nothing that was seen is lost. */
export function StripStation() {
  const { id, assessment, pack } = useJob();
  const { strip, findings, ledger } = assessment;
  const [tab, setTab] = useTab<Tab>(tabs, strip ? "steps" : "findings");
  const done = strip?.steps.filter((step) => step.state === "done").length ?? 0;
  const lookedAt = [...findings.byPart.values()].filter((part) => part.looked > 0).length;
  return (
    <StationLayout aside={<PartInHand />}>
      <Flex align="baseline" justify="space-between" gap="12px" wrap="wrap">
        <Heading as="h1" fontSize="22px">
          Apart, in order
        </Heading>
        <Flex gap="16px" align="center">
          {strip && <PaperLink paper="strip-list">Strip list, PDF</PaperLink>}
          <PaperLink paper="measuring">Measuring sheets, PDF</PaperLink>
          {strip && strip.out.size > 0 && (
            <chakra.a
              href={`/api/jobs/${id}/labels`}
              download
              fontSize="13px"
              color="quiet"
              textDecoration="underline"
              textUnderlineOffset="3px"
              display="inline-flex"
              alignItems="center"
              minHeight="28px"
              _hover={{ color: "ink" }}
            >
              Labels, PDF
            </chakra.a>
          )}
        </Flex>
      </Flex>
      <Cautions station="strip" partClass="" />
      <StationHolds station="strip" />
      <TabRow
        label="Strip"
        here={tab}
        onChoose={setTab}
        items={[
          ...(strip ? [{ id: "steps" as const, name: "Steps", count: `${done}/${strip.steps.length}` }] : []),
          { id: "findings", name: "Findings", count: lookedAt > 0 ? many(lookedAt, "part") : "" },
          {
            id: "photos",
            name: "Photos",
            count: assessment.job.photos.length > 0 ? String(assessment.job.photos.length) : "",
          },
          {
            id: "fragments",
            name: "Fragments",
            count: ledger.parts.length === 0 ? "" : ledger.isOpen ? "open" : "closed",
            isUrgent: ledger.isOpen,
          },
        ]}
      />
      {tab === "steps" && strip && (
        <>
          <Steps />
          <BeforeCleaning />
          <Box mt="14px">
            <Notices />
          </Box>
        </>
      )}
      {tab === "findings" && (
        <>
          {!strip && <TagTogether places={emptyPlaces(pack, [], assessment.job.parts.values())} />}
          <FindingsSheet />
        </>
      )}
      {tab === "photos" && <PhotoSheet station="strip" />}
      {tab === "fragments" && <Fragments />}
    </StationLayout>
  );
}
