import {
  Inference,
  type Chain,
  type NextTest,
  type Posterior,
  type Separation,
  type Weight,
} from "@/core/diagnose/infer";
import type { Sighting } from "@/core/causes/sightings";
import type { Network } from "@/core/causes/unfold";

/** What the page asks: what follows from what was seen, and on demand what speaks for a cause or tells two apart. */
export type Asked =
  | {
      readonly kind: "look";
      readonly run: number;
      /** Null where it is the one that was sent last: what was worked out of it is kept. */
      readonly network: Network | null;
      readonly priors: ReadonlyMap<string, number>;
      readonly sightings: readonly Sighting[];
      readonly older: ReadonlySet<string>;
    }
  | { readonly kind: "weigh"; readonly run: number; readonly cause: string }
  | { readonly kind: "trace"; readonly run: number; readonly cause: string }
  | { readonly kind: "compare"; readonly run: number; readonly first: string; readonly second: string };

/** What it is told, as soon as each is known. */
export type Told =
  | { readonly kind: "posterior"; readonly run: number; readonly posterior: Posterior }
  | { readonly kind: "chain"; readonly run: number; readonly cause: string; readonly chain: Chain }
  | { readonly kind: "next"; readonly run: number; readonly next: readonly NextTest[] }
  | { readonly kind: "weights"; readonly run: number; readonly cause: string; readonly weights: readonly Weight[] }
  | {
      readonly kind: "compared";
      readonly run: number;
      readonly first: string;
      readonly second: string;
      readonly separations: readonly Separation[];
    };

const here = self as unknown as {
  onmessage: ((event: MessageEvent<Asked>) => void) | null;
  postMessage: (told: Told) => void;
};

let newest = 0;
let inference: Inference | null = null;
let known: Network | null = null;

/** What is newer comes first: between two steps the page is heard, and what it no longer asks is left undone. */
const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

async function look({ run, network, priors, sightings, older }: Extract<Asked, { kind: "look" }>): Promise<void> {
  newest = run;
  known = network ?? known;
  await breathe();
  if (run !== newest || !known) return;
  inference = new Inference(known, priors, sightings, undefined, older);
  const mine = inference;
  const posterior = mine.posterior();
  here.postMessage({ kind: "posterior", run, posterior });
  await breathe();
  if (run !== newest) return;
  const [first] = posterior.causes;
  if (first) here.postMessage({ kind: "chain", run, cause: first.node, chain: mine.chain([first.node]) });
  await breathe();
  if (run !== newest) return;
  here.postMessage({ kind: "next", run, next: mine.nextTests() });
}

here.onmessage = ({ data }) => {
  if (data.kind === "look") void look(data);
  else if (data.run !== newest || !inference) return;
  else if (data.kind === "weigh")
    here.postMessage({ kind: "weights", run: data.run, cause: data.cause, weights: inference.weights(data.cause) });
  else if (data.kind === "trace")
    here.postMessage({ kind: "chain", run: data.run, cause: data.cause, chain: inference.chain([data.cause]) });
  else {
    const { run, first, second } = data;
    here.postMessage({ kind: "compared", run, first, second, separations: inference.compare(first, second) });
  }
};
