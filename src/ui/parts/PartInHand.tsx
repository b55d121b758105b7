"use client";
import { Box, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { capital } from "@/words/capital";
import { originWords, scrapWords } from "@/words/words-for";
import { slotStates } from "@/core/views/slot-state";
import { PartKnown } from "../job/PartKnown";
import { Tag } from "../job/Tag";
import { useInHand, useJob } from "../job/JobContext";
import { PlaceLink } from "../job/places";
import { Below } from "../kit/Below";
import { Chip } from "../kit/Chip";
import { EngineMap } from "../kit/EngineMap";
import { GradeMark } from "../kit/GradeMark";
import { Leader } from "../kit/Leader";
import { SmallInput } from "../kit/SmallInput";
import { SmallPhoto } from "../photos/SmallPhoto";

/** What was done with a part that nobody may fit again. */
function ScrapRecord({ part, isAsked }: { part: string; isAsked: boolean }) {
  const { append, mayWrite, assessment } = useJob();
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState("");
  const [certificate, setCertificate] = useState("");
  const scrapped = assessment.crack.scrapped.get(part);
  if (scrapped) {
    return (
      <Box mt="10px" borderLeftWidth="3px" borderColor="out" pl="10px" fontSize="13px">
        <chakra.p fontWeight={700} color="out">
          Scrapped: {scrapWords[scrapped.made].toLowerCase()}
        </chakra.p>
        <p>
          {scrapped.why}
          {scrapped.certificate ? ` · certificate ${scrapped.certificate}` : ""}
        </p>
      </Box>
    );
  }
  if (!mayWrite) return null;
  if (!open && !isAsked)
    return (
      <chakra.button
        type="button"
        mt="12px"
        fontSize="13px"
        color="quiet"
        textDecoration="underline"
        textUnderlineOffset="3px"
        cursor="pointer"
        onClick={() => setOpen(true)}
      >
        scrap this part
      </chakra.button>
    );
  const record = (made: keyof typeof scrapWords) =>
    append("part-scrapped", { part, why: why.trim(), made, certificate: certificate.trim() || null });
  return (
    <Box mt="12px" role="group" aria-label="Scrap record">
      <chakra.p fontSize="13px" fontWeight={700}>
        {isAsked ? "It is scrap. What was done with it?" : "Scrap record"}
      </chakra.p>
      <SmallInput
        value={why}
        onChange={(event) => setWhy(event.currentTarget.value)}
        placeholder="why nobody may fit it"
        aria-label="Why it is scrap"
        mt="4px"
      />
      <SmallInput
        value={certificate}
        onChange={(event) => setCertificate(event.currentTarget.value)}
        placeholder="certificate, where one is needed"
        aria-label="Certificate"
        mt="4px"
      />
      <Flex gap="6px" mt="6px" wrap="wrap">
        {(Object.keys(scrapWords) as (keyof typeof scrapWords)[]).map((made) => (
          <Chip key={made} isOn={false} disabled={why.trim() === ""} onClick={() => record(made)}>
            {scrapWords[made]}
          </Chip>
        ))}
      </Flex>
    </Box>
  );
}

/** The tag of the part in hand: where it belongs, where it lies, what was seen on it. */
export function PartInHand({ shown = null, children }: { shown?: string | null; children?: ReactNode }) {
  const { assessment, pack, takeInHand, nameOf } = useJob();
  const { hand } = useInHand();
  const { strip, findings, clean, crack } = assessment;
  // What the station shows by itself while nothing is in hand.
  const part = assessment.job.parts.get(hand ?? shown ?? "");
  if (!part) {
    return (
      <Box color="quiet" fontSize="14px" data-screen-only>
        <Heading as="h2" fontSize="13px" fontWeight={400}>
          No part in hand
        </Heading>
        <chakra.p mt="6px">Scan a tag, press / and type it, or choose it by its place.</chakra.p>
        <Box mt="14px" hideBelow="lg">
          <Below>
            <EngineMap
              pack={pack.pack}
              states={slotStates(assessment)}
              height="auto"
              detail
              onChoose={(slot) =>
                takeInHand([...assessment.job.parts.values()].find((each) => each.slot === slot)?.id ?? null)
              }
            />
          </Below>
        </Box>
        {children}
      </Box>
    );
  }
  const out = strip?.out.get(part.id);
  const lines = findings.byPart.get(part.id)?.lines ?? [];
  const seen = lines.filter((line) => line.grade !== null && line.grade > 0).sort((a, b) => b.grade! - a.grade!);
  const nothing = lines.filter((line) => line.grade === 0).length;
  const cracked = crack.byPart.get(part.id);
  const cleaned = clean.parts.find((each) => each.part.id === part.id)?.cleaned ?? [];
  const photos = assessment.job.photos.filter((photo) => photo.part === part.id);
  const row = [...assessment.rows.values()].find((each) => each.part?.id === part.id);
  return (
    <>
      <Tag>
        <Flex align="baseline" gap="10px" pr="24px">
          <Heading as="h2" fontSize="24px" lineHeight="1.2">
            {part.tag}
          </Heading>
          {hand && (
            <chakra.button
              type="button"
              fontSize="12px"
              color="quiet"
              textDecoration="underline"
              textUnderlineOffset="3px"
              cursor="pointer"
              minHeight="28px"
              onClick={() => takeInHand(null)}
            >
              put down
            </chakra.button>
          )}
        </Flex>
        <chakra.p fontSize="14px" color="quiet">
          {part.slot
            ? capital(pack.slots.get(part.slot)?.name ?? part.slot)
            : capital(pack.classes.get(part.class)?.name ?? part.class)}
        </chakra.p>
        <chakra.dl mt="6px">
          {strip && (
            <Leader name="Where it is">
              {out
                ? `out${out.bag ? `, bag ${out.bag}` : ""}`
                : part.slot
                  ? "in the engine"
                  : `from ${originWords[part.origin]}`}
            </Leader>
          )}
          {out?.orientation && <Leader name="Orientation">{out.orientation}</Leader>}
          {cleaned.length > 0 && (
            <Leader name="Cleaned">
              {pack.pack.treatments.find((each) => each.id === cleaned.at(-1)!.treatment)?.name ??
                cleaned.at(-1)!.treatment}
            </Leader>
          )}
          {cracked && (
            <Leader name="Crack-check">
              {cracked.worst === "none"
                ? cracked.isChecked
                  ? "nothing found"
                  : "not checked"
                : cracked.isUndrawn
                  ? "cracks found, not drawn"
                  : (cracked.worst ?? "cannot tell")}
            </Leader>
          )}
        </chakra.dl>
        <PartKnown key={part.id} part={part} />
        {seen.length + nothing > 0 && (
          <chakra.ul mt="8px" aria-label="Seen on it" listStyleType="none">
            {seen.map(({ kind, place, grade, findings: all }) => (
              <chakra.li
                key={`${kind.id} ${place?.id ?? ""}`}
                display="flex"
                gap="8px"
                alignItems="center"
                fontSize="13px"
                py="2px"
                title={all.map((each) => nameOf(each.author)).join(", ")}
              >
                <GradeMark grade={grade as 1 | 2 | 3} />
                <span>
                  {capital(kind.name)}
                  {place ? `, ${place.name}` : ""}:{" "}
                  {kind.values.find((value) => value.id === all.at(-1)!.value)?.name ?? all.at(-1)!.value}
                </span>
              </chakra.li>
            ))}
            {nothing > 0 && (
              <chakra.li display="flex" gap="8px" alignItems="center" fontSize="13px" py="2px" color="quiet">
                <GradeMark grade={0} />
                Nothing there: {nothing} {nothing === 1 ? "look" : "looks"}
              </chakra.li>
            )}
          </chakra.ul>
        )}
        {row && (
          <PlaceLink
            to="measure"
            display="inline-block"
            mt="8px"
            fontSize="13px"
            color="emberInk"
            textDecoration="underline"
            textUnderlineOffset="3px"
          >
            {row.measured} of {row.points.length} points of its first sheet measured
          </PlaceLink>
        )}
      </Tag>
      {photos.length > 0 && (
        <Flex gap="6px" mt="10px" wrap="wrap">
          {photos.slice(-6).map((photo) => (
            <SmallPhoto key={photo.id} photo={photo} width={76} />
          ))}
        </Flex>
      )}
      {children}
      <ScrapRecord key={part.id} part={part.id} isAsked={cracked?.worst === "scrap"} />
    </>
  );
}
