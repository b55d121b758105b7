"use client";
import { Suspense, lazy, type ComponentType, type FunctionComponent } from "react";

const loads: (() => Promise<unknown>)[] = [];

/**
 * A component whose script comes when it is first drawn: what few people open need not be sent to all.
 *
 * @param load  where it is, as its own module
 */
export function late<P extends object>(load: () => Promise<FunctionComponent<P>>): FunctionComponent<P> {
  loads.push(load);
  const Drawn = lazy(async () => ({ default: (await load()) as ComponentType<object> }));
  return function Late(props) {
    return (
      <Suspense fallback={null}>
        <Drawn {...props} />
      </Suspense>
    );
  };
}

/** Has all of them come now that were named so far. */
export const loadLate = (): Promise<unknown> => Promise.allSettled(loads.map((load) => load()));
