"use client";
import { Suspense, lazy, type ComponentType, type FunctionComponent } from "react";

type Late<P> = FunctionComponent<P> & {
  /** Has it come now, before it is drawn. */
  readonly load: () => void;
};

const loads: (() => Promise<unknown>)[] = [];

/**
 * A component whose script comes when it is first drawn: what few people open need not be sent to all.
 *
 * @param load  where it is, as its own module
 */
export function late<P extends object>(load: () => Promise<FunctionComponent<P>>): Late<P> {
  loads.push(load);
  const Drawn = lazy(async () => ({ default: (await load()) as ComponentType<object> }));
  return Object.assign(
    (props: P) => (
      <Suspense fallback={null}>
        <Drawn {...props} />
      </Suspense>
    ),
    { load: () => void load().catch(() => {}), displayName: "Late" },
  );
}

/** Has all of them come now that were named so far. */
export const loadLate = (): Promise<unknown> => Promise.allSettled(loads.map((load) => load()));

/** Does something once a page just opened has settled; gives what calls it off, as an effect wants it. */
export function whenSettled(act: () => void): () => void {
  const later = setTimeout(act, 1500);
  return () => clearTimeout(later);
}
