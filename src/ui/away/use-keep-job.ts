"use client";
import { useEffect, useRef, useState } from "react";
import { keepJob, mayKeep, type KeptJob } from "./kept-jobs";

/** Somebody who works writes on: what is kept follows at a pause, and without one after so long. */
const [pauseMs, longestMs] = [2500, 8000];
/** Small photos that are fetched ahead, a few at a time. */
const mostPhotos = 400;
const abreast = 4;

const canKeepPages = () => typeof navigator !== "undefined" && navigator.serviceWorker?.controller != null;

/** Has the service worker see photos that it does not have yet: fetched once, they are there without a network. */
async function fetchPhotos(job: string, photos: readonly string[], isOver: () => boolean): Promise<void> {
  const queue = photos.slice(-mostPhotos);
  await Promise.all(
    Array.from({ length: abreast }, async () => {
      for (let photo = queue.pop(); photo && !isOver(); photo = queue.pop())
        await fetch(`/api/jobs/${job}/photos/${photo}/small`, { priority: "low" }).catch(() => {});
    }),
  );
}

/**
 * Keeps a job on this device as it is, for when the server cannot be reached.
 *
 * @returns whether the device had no room for it the last time
 */
export function useKeepJob(job: Omit<KeptJob, "keptAt">, photos: readonly string[]): boolean {
  const [isFull, setFull] = useState(false);
  const [openedAt] = useState(Date.now);
  const latest = useRef(job);
  /** Since when there is something that is not kept yet. */
  const since = useRef<number | null>(null);
  useEffect(() => {
    latest.current = job;
    const keep = () => {
      since.current = null;
      // A browser that keeps nothing at all, as of a private window, promised nothing; one that is full did.
      keepJob({ ...latest.current, keptAt: new Date().toISOString() }, openedAt).then(
        () => setFull(false),
        (error: unknown) => setFull((error as { name?: string }).name === "QuotaExceededError"),
      );
    };
    since.current ??= Date.now();
    const soon = setTimeout(keep, Math.max(0, Math.min(pauseMs, since.current + longestMs - Date.now())));
    const onHide = () => void (document.visibilityState === "hidden" && keep());
    document.addEventListener("visibilitychange", onHide);
    return () => {
      clearTimeout(soon);
      document.removeEventListener("visibilitychange", onHide);
    };
  }, [job, openedAt]);
  const { id } = job;
  const list = photos.join(" ");
  useEffect(() => {
    if (list === "" || !canKeepPages()) return;
    let isOver = false;
    const soon = setTimeout(() => void fetchPhotos(id, list.split(" "), () => isOver || !mayKeep(openedAt)), pauseMs);
    return () => {
      isOver = true;
      clearTimeout(soon);
    };
  }, [id, list, openedAt]);
  return isFull;
}
