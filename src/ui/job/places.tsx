"use client";
import { chakra } from "@chakra-ui/react";
import { usePathname } from "next/navigation";
import { useCallback, useSyncExternalStore, type ComponentProps, type MouseEvent } from "react";
import { jobPlaces, type JobPlace } from "@/words/places";
import { goToAddress, onAddress } from "./address";
import { useJob } from "./JobContext";

/** The place in the address; undefined where it names none. */
export function usePlace(): JobPlace | undefined {
  const asOpened = usePathname();
  const path = useSyncExternalStore(
    onAddress,
    () => window.location.pathname,
    () => asOpened,
  );
  const last = path.split("/").at(-1);
  return jobPlaces.find((place) => place === last);
}

/**
 * Goes to another place of this job. A job is in the browser whole: nothing is asked of the server, so that it also works
 * without one.
 */
export function useGoTo(): (place: JobPlace) => void {
  const { id } = useJob();
  return useCallback(
    (place) => {
      const address = `/jobs/${id}/${place}`;
      if (address === `${window.location.pathname}${window.location.search}`) return;
      goToAddress(address);
    },
    [id],
  );
}

const isPlain = (event: MouseEvent) =>
  event.button === 0 && !event.metaKey && !event.ctrlKey && !event.shiftKey && !event.altKey;

/** A link to a place of this job: opened beside it as any other link is. */
export function PlaceLink({ to, onClick, ...look }: { to: JobPlace } & ComponentProps<typeof chakra.a>) {
  const { id } = useJob();
  const goTo = useGoTo();
  return (
    <chakra.a
      {...look}
      href={`/jobs/${id}/${to}`}
      onClick={(event) => {
        onClick?.(event);
        if (event.defaultPrevented || !isPlain(event)) return;
        event.preventDefault();
        goTo(to);
      }}
    />
  );
}
