"use client";
import { useEffect, useState } from "react";
import type { Pack } from "@/core/pack/schema";

/** What a pack says of how its engine looks. */
export type Drawing = Pick<Pack, "slots" | "outlines">;

const drawings = new Map<string, Promise<Drawing | null>>();

const fetchDrawing = async (pack: string): Promise<Drawing | null> => {
  const answer = await fetch(`/api/packs/${pack}`).catch(() => null);
  if (answer?.ok) return (await answer.json()) as Drawing;
  // Another row may have more luck.
  drawings.delete(pack);
  return null;
};

/** The drawing of a pack by its fingerprint; null until it is here. Rows of one family share one. */
export function useDrawing(pack: string): Drawing | null {
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  useEffect(() => {
    let isOver = false;
    const coming = drawings.get(pack) ?? fetchDrawing(pack);
    drawings.set(pack, coming);
    void coming.then((come) => isOver || setDrawing(come));
    return () => void (isOver = true);
  }, [pack]);
  return drawing;
}
