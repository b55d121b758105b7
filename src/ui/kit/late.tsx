"use client";
import { useEffect, useState, type FunctionComponent } from "react";

type Late<P> = FunctionComponent<P> & {
  /** Has it come now, before it is drawn. */
  readonly load: () => void;
};

const loads: (() => Promise<unknown>)[] = [];

/**
 * A component whose script comes when it is first drawn: what few people open need not be sent to all. Where it does not
 * come, for want of a network, the page stands without it, and it is asked for again when there is one.
 *
 * @param load  where it is, as its own module
 */
export function late<P extends object>(load: () => Promise<FunctionComponent<P>>): Late<P> {
  let come: FunctionComponent<P> | null = null;
  const once = async () => (come = await load());
  loads.push(once);
  const Drawn = (props: P) => {
    // What has come is drawn in the frame of the key that asks for it: what is typed next is for it already.
    const [Here, setHere] = useState(() => come);
    useEffect(() => {
      if (Here) return;
      let isWanted = true;
      const ask = () =>
        void once().then(
          (there) => isWanted && setHere(() => there),
          () => {},
        );
      ask();
      window.addEventListener("online", ask);
      return () => {
        isWanted = false;
        window.removeEventListener("online", ask);
      };
    }, [Here]);
    return Here && <Here {...props} />;
  };
  return Object.assign(Drawn, { load: () => void once().catch(() => {}), displayName: "Late" });
}

/** Has all of them come now that were named so far. */
export const loadLate = (): Promise<unknown> => Promise.allSettled(loads.map((load) => load()));

/**
 * Does something once a page just opened has settled, and nothing on it is still being opened; gives what calls it off, as
 * an effect wants it.
 */
export function whenSettled(act: () => void): () => void {
  let looks = 0;
  let later: ReturnType<typeof setTimeout>;
  const look = () => {
    if (document.querySelector("[aria-busy=true]") && looks++ < 20) later = setTimeout(look, 200);
    else act();
  };
  later = setTimeout(look, 600);
  return () => clearTimeout(later);
}
