"use client";
import { Box, Flex, Grid, Heading, chakra } from "@chakra-ui/react";
import type { OwnerView } from "@/core/views/owner-view";
import { capital } from "@/words/capital";
import { sayThing, sayWhereThing } from "@/words/say-thing";
import { stationWords } from "@/words/stations";
import { ownerStageWords } from "@/words/state-words";
import { Leader } from "../../kit/Leader";
import { MoneySoFar } from "./MoneySoFar";
import { Estimates } from "./Estimates";
import { OwnerFrame } from "./OwnerFrame";
import { useDay } from "../../kit/day";

/** One engine as its owner may see it. */
export function OwnerPage({
  view,
  owner,
  report,
  photos,
  answers,
}: {
  view: OwnerView;
  /** Whose engine it is, where the shop wrote that down. */
  owner: string | null;
  /** The report as a page to read, and as a file to keep. */
  report: { readonly page: string; readonly file: string } | null;
  photos: string;
  /** Where a yes or no goes to. */
  answers: string;
}) {
  const day = useDay();
  return (
    <OwnerFrame shop={view.shop}>
      <Heading as="h1" fontSize="28px">
        {view.name}
      </Heading>
      <chakra.p color="quiet">
        {owner ? `${owner} · ` : ""}
        {view.engine}
        {view.number ? ` · No. ${view.number}` : ""}
        {view.wantedBy ? ` · wanted by ${day(view.wantedBy)}` : ""}
      </chakra.p>
      {view.ready && (
        <chakra.p mt="10px">
          As far as is known it is likely ready on {day(view.ready.likely)}, and nine times in ten by{" "}
          {day(view.ready.safe)}.
        </chakra.p>
      )}
      {view.handedOver && (
        <chakra.p mt="10px" fontWeight={600}>
          Handed over on {day(view.handedOver)}.
        </chakra.p>
      )}
      {report && (
        <Flex gap="12px" mt="16px" wrap="wrap">
          <chakra.a
            href={report.page}
            display="inline-flex"
            alignItems="center"
            minHeight="44px"
            px="18px"
            borderRadius="9px"
            borderWidth="1px"
            borderColor="lineStrong"
          >
            Read the report
          </chakra.a>
          <chakra.a
            href={report.file}
            download
            display="inline-flex"
            alignItems="center"
            minHeight="44px"
            px="18px"
            borderRadius="9px"
            fontWeight={700}
            bg="ember"
            color="onEmber"
          >
            Report, PDF
          </chakra.a>
        </Flex>
      )}

      <Heading as="h2" fontSize="16px" mt="28px">
        How far it is
      </Heading>
      <chakra.dl mt="6px">
        {view.progress.map(({ station, progress: { done, total } }) => (
          <Box key={station} py="5px">
            <chakra.dt display="flex" justifyContent="space-between" fontSize="15px">
              {stationWords[station]}
              <chakra.span color="quiet" fontSize="13px" fontVariantNumeric="tabular-nums">
                {done} of {total}
              </chakra.span>
            </chakra.dt>
            <chakra.dd height="4px" bg="line" borderRadius="2px" aria-hidden>
              <Box height="4px" bg="ember" borderRadius="2px" width={`${total > 0 ? (100 * done) / total : 0}%`} />
            </chakra.dd>
          </Box>
        ))}
      </chakra.dl>

      {view.causes.length > 0 && (
        <>
          <Heading as="h2" fontSize="16px" mt="28px">
            What failed first
          </Heading>
          {view.causes.map((cause) => (
            <chakra.p key={cause} mt="4px">
              {cause}
            </chakra.p>
          ))}
        </>
      )}

      {view.photos.length > 0 && (
        <>
          <Heading as="h2" fontSize="16px" mt="28px">
            What was found
          </Heading>
          <Grid templateColumns="repeat(auto-fill, minmax(250px, 1fr))" gap="14px" mt="8px">
            {view.photos.map(({ photo, words, of }) => (
              <chakra.figure key={photo}>
                <a href={`${photos}/${photo}/full`}>
                  <chakra.img
                    src={`${photos}/${photo}/small`}
                    alt={words ?? "photo"}
                    loading="lazy"
                    width="100%"
                    aspectRatio="4 / 3"
                    objectFit="cover"
                    borderRadius="8px"
                    bg="raised"
                  />
                </a>
                <chakra.figcaption fontSize="14px" mt="4px">
                  {of && <strong>{capital(of)}. </strong>}
                  {words}
                </chakra.figcaption>
              </chakra.figure>
            ))}
          </Grid>
        </>
      )}

      {view.parts.length > 0 && (
        <>
          <Heading as="h2" fontSize="16px" mt="28px">
            Its parts
          </Heading>
          <chakra.dl mt="6px">
            {view.parts.map(({ stage, count }) => (
              <Leader key={stage} name={capital(ownerStageWords[stage])}>
                {count}
              </Leader>
            ))}
          </chakra.dl>
        </>
      )}
      {view.things.length > 0 && (
        <>
          <Heading as="h2" fontSize="16px" mt="28px">
            What came with it
          </Heading>
          <chakra.dl mt="6px">
            {view.things.map((thing) => (
              <Leader key={thing.id} name={sayThing(thing)}>
                {sayWhereThing(thing)}
              </Leader>
            ))}
          </chakra.dl>
        </>
      )}
      <MoneySoFar view={view} />
      {view.estimates.length > 0 && <Estimates view={view} answers={answers} />}
      <chakra.p mt="30px" fontSize="13px" color="quiet">
        This page can be seen by whoever has its address, until it expires or the shop shuts it. Ask the shop about
        anything on it.
      </chakra.p>
    </OwnerFrame>
  );
}
