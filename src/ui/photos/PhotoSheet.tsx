"use client";
import { Box, Flex, Grid, chakra } from "@chakra-ui/react";
import { Camera } from "lucide-react";
import { useState, type DragEvent } from "react";
import type { Station } from "@/core/stations";
import { photosForOwner } from "@/core/photo/photos";
import { sayProblem } from "@/words/say-problem";
import { useInHand, useJob } from "../job/JobContext";
import { late } from "../kit/late";
import { SmallInput } from "../kit/SmallInput";
import { SmallPhoto } from "./SmallPhoto";

const PhotoView = late(async () => (await import("./PhotoView")).PhotoView);

/** The photos of a job, newest first, and the way to add some: from a file or a phone's camera. */
export function PhotoSheet({ station }: { station: Station }) {
  const { id: ofJob, assessment, mayWrite, addPhotos, queued: all, dismissPhoto, wording } = useJob();
  const queued = all.filter(({ job: of }) => of === ofJob);
  const { hand } = useInHand();
  const [words, setWords] = useState("");
  const [opened, setOpened] = useState<string | null>(null);
  const [onlyHand, setOnlyHand] = useState(false);
  const { job } = assessment;
  const part = hand ? job.parts.get(hand) : undefined;
  const shown = [...job.photos].reverse().filter((photo) => !onlyHand || photo.part === hand);
  const owners = new Set(photosForOwner(job).map((photo) => photo.id));
  const take = (files: FileList | null) => {
    if (!files || files.length === 0) return;
    addPhotos(Array.from(files), { part: hand, place: null, station, words: words.trim() || null });
    setWords("");
  };
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    if (mayWrite) take(event.dataTransfer.files);
  };
  const open = job.photos.find((photo) => photo.id === opened);

  return (
    <Box onDragOver={(event) => event.preventDefault()} onDrop={onDrop} minHeight="320px">
      {mayWrite && (
        <Flex gap="8px" wrap="wrap" align="center">
          <chakra.label
            display="inline-flex"
            alignItems="center"
            gap="9px"
            minHeight="46px"
            px="18px"
            borderRadius="9px"
            bg="ember"
            color="onEmber"
            fontWeight={700}
            cursor="pointer"
            _focusWithin={{ outline: "2px solid {colors.ember}", outlineOffset: "2px" }}
          >
            <Camera size={18} aria-hidden /> Photo{part ? ` of ${part.tag}` : ""}
            <chakra.input
              type="file"
              accept="image/jpeg,image/png,image/webp,image/avif"
              multiple
              srOnly
              onChange={(event) => {
                take(event.currentTarget.files);
                event.currentTarget.value = "";
              }}
            />
          </chakra.label>
          <SmallInput
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
            placeholder="what it shows"
            aria-label="What the photo shows"
            width={{ base: "100%", md: "260px" }}
            minHeight="46px"
            maxLength={400}
          />
          <chakra.span fontSize="13px" color="quiet">
            {part ? "" : "No part in hand: it is of the whole engine. "}A ruler in the picture makes it a measurement.
          </chakra.span>
        </Flex>
      )}
      {queued.length > 0 && (
        <Box mt="10px" role="status" aria-label="Photos on their way">
          {queued.map(({ id, name, state, share, isKept, problems }) => (
            <Flex key={id} gap="10px" align="center" fontSize="13px" py="3px" wrap="wrap">
              <chakra.span minWidth="140px" truncate>
                {name}
              </chakra.span>
              {state === "refused" ? (
                <chakra.span color="out" flex="1" minWidth="220px">
                  {problems.map((found) => sayProblem(found, wording)).join(" ")}
                </chakra.span>
              ) : (
                <Box
                  flex="1"
                  maxWidth="240px"
                  height="6px"
                  bg="line"
                  borderRadius="3px"
                  role="progressbar"
                  aria-label={name}
                  aria-valuenow={Math.round(share * 100)}
                  aria-valuemin={0}
                  aria-valuemax={100}
                >
                  <Box height="6px" bg="ember" borderRadius="3px" width={`${share * 100}%`} />
                </Box>
              )}
              {state === "waiting" && (
                <chakra.span color="near">
                  {isKept
                    ? "waits for the server; it is kept in this browser"
                    : "waits for the server, and this browser has no room to keep it: leave the page open"}
                </chakra.span>
              )}
              <chakra.button
                type="button"
                minHeight="32px"
                px="8px"
                color="quiet"
                cursor="pointer"
                textDecoration="underline"
                onClick={() => dismissPhoto(id)}
              >
                {state === "refused" ? "seen" : "let it go"}
              </chakra.button>
            </Flex>
          ))}
        </Box>
      )}
      {part && job.photos.length > 0 && (
        <chakra.label display="inline-flex" gap="8px" alignItems="center" fontSize="13px" mt="10px" minHeight="36px">
          <input type="checkbox" checked={onlyHand} onChange={(event) => setOnlyHand(event.currentTarget.checked)} />{" "}
          only {part.tag}
        </chakra.label>
      )}
      {shown.length === 0 ? (
        <chakra.p color="quiet" mt="16px">
          No photo yet. Take one of everything before it is cleaned, with a ruler in it; drop files here, or press
          Photo.
        </chakra.p>
      ) : (
        <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="12px" mt="12px">
          {shown.map((photo) => (
            <Box key={photo.id}>
              <SmallPhoto
                photo={photo}
                width="100%"
                onOpen={() => setOpened(photo.id)}
                forOwner={owners.has(photo.id)}
              />
              <chakra.p fontSize="12px" color="quiet" mt="3px" lineClamp={2}>
                {photo.part ? (
                  <chakra.span color="ink" fontWeight={700}>
                    {job.parts.get(photo.part)?.tag}{" "}
                  </chakra.span>
                ) : null}
                {photo.words}
              </chakra.p>
            </Box>
          ))}
        </Grid>
      )}
      {open && <PhotoView photo={open} onClose={() => setOpened(null)} />}
    </Box>
  );
}
