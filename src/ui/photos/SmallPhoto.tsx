"use client";
import { Box, chakra } from "@chakra-ui/react";
import { Eye } from "lucide-react";
import type { Photo } from "@/core/photo/photos";
import { useJob } from "../job/JobContext";

const Image = chakra("img");

export const photoPath = (job: string, photo: string, size: "small" | "full"): string =>
  `/api/jobs/${job}/photos/${photo}/${size}`;

/** A photo small, as a way to open it; only the small picture is asked for. */
export function SmallPhoto({
  photo,
  width,
  onOpen,
  forOwner = false,
}: {
  photo: Photo;
  width: number | string;
  onOpen?: () => void;
  forOwner?: boolean;
}) {
  const { id } = useJob();
  const words = photo.words ?? "photo";
  const picture = (
    <Image
      src={photoPath(id, photo.photo, "small")}
      alt={words}
      loading="lazy"
      decoding="async"
      width="100%"
      aspectRatio="4 / 3"
      objectFit="cover"
      borderRadius="7px"
      bg="raised"
    />
  );
  if (!onOpen) return <Box width={typeof width === "number" ? `${width}px` : width}>{picture}</Box>;
  return (
    <chakra.button
      type="button"
      onClick={onOpen}
      aria-label={`Open: ${words}`}
      width={typeof width === "number" ? `${width}px` : width}
      position="relative"
      cursor="pointer"
      borderRadius="7px"
      _hover={{ opacity: 0.9 }}
    >
      {picture}
      {forOwner && (
        <Box
          position="absolute"
          top="6px"
          right="6px"
          bg="panel"
          color="emberInk"
          borderRadius="full"
          p="4px"
          title="the owner sees it"
        >
          <Eye size={14} aria-label="the owner sees it" />
        </Box>
      )}
    </chakra.button>
  );
}
