import type { Identity, Tell } from "../pack/schema";
import { keptBeside } from "../same";

/** What is known of an engine: what each place says, and what each tell showed. */
export interface Evidence {
  /** Variant that a place's number says, by place. */
  readonly places: ReadonlyMap<string, string>;
  /** Answer by tell. */
  readonly tells: ReadonlyMap<string, string>;
  /** The number that each place bears, capitals and digits only; left out where nobody compares them. */
  readonly numbers?: ReadonlyMap<string, string>;
}

export interface Story {
  /** Null: nothing happened to it, everything speaks the truth. */
  readonly id: string | null;
  readonly variant: string;
  readonly probability: number;
}

export interface Posterior {
  readonly variants: ReadonlyMap<string, number>;
  /** Every story with every variant, likeliest first. */
  readonly stories: readonly Story[];
  /** Probability that nothing happened to the engine: number, plate and tells all speak of it. */
  readonly honest: number;
}

/** How seldom an honest number is misread or mis-stamped. Common practice, no source. */
const slip = 0.01;

/** How surely somebody who altered a part to show something did so well. Common practice, no source. */
const wellAltered = 0.9;

/** So many signs are never misread at once: more of them are no less likely. */
const mostMisread = 3;

/** How many signs differ between two numbers; of unlike lengths as many as can be misread. */
function signsApart(a: string, b: string): number {
  if (a.length !== b.length) return mostMisread;
  return Math.min(mostMisread, [...a].filter((sign, at) => sign !== b[at]).length);
}

const inOrder = <V>(map: ReadonlyMap<string, V>) => [...map].sort(([a], [b]) => (a < b ? -1 : 1));

interface Hypothesis {
  readonly story: string | null;
  readonly frees: ReadonlySet<string>;
  readonly shows: Readonly<Record<string, string>>;
  readonly variant: string;
  readonly prior: number;
}

function hypotheses({ priors, stories }: Identity): Hypothesis[] {
  const happened = stories.reduce((sum, story) => sum + story.prior, 0);
  const total = Object.values(priors).reduce((sum, prior) => sum + prior, 0);
  const all = [{ id: null, prior: Math.max(1 - happened, 1e-6), frees: [], shows: undefined }, ...stories];
  return all.flatMap(({ id, prior, frees, shows }) =>
    Object.entries(priors).map(([variant, share]) => ({
      story: id,
      frees: new Set<string>(frees),
      shows: shows ?? {},
      variant,
      prior: (prior * share) / total,
    })),
  );
}

/** P(a place says this variant | the engine is that one): nearly sure unless the place was freed, when it may say anything. */
const placeLikelihood = (says: string, place: string, { frees, variant }: Hypothesis, count: number) =>
  frees.has(place) ? 1 / count : says === variant ? 1 - slip : slip / Math.max(1, count - 1);

/**
 * P(the numbers agree as they do | hypothesis). Places that nobody touched bear one number: each sign in which they
 * differ was misread. A place that was freed bears any number, its engine's or another's.
 */
function numbersLikelihood(numbers: ReadonlyMap<string, string>, { frees }: Hypothesis): number {
  const left = inOrder(numbers).filter(([place]) => !frees.has(place));
  const [first, ...others] = left.map(([, number]) => number);
  return first === undefined ? 1 : others.reduce((product, other) => product * slip ** signsApart(first, other), 1);
}

/** Of one answer to a tell: how likely it is of each variant, by the order of the priors. */
const keptAnswers = keptBeside<Tell["answers"][number], readonly number[]>();
const byVariant = (answer: Tell["answers"][number], variants: readonly string[], count: number) =>
  keptAnswers(answer, variants, () => variants.map((variant) => answer.given[variant] ?? 1 / count));

/**
 * P(this answer | story, variant) for all variants: as the pack says, or where the part was changed what it was changed to show, any
 * answer alike where nobody says.
 */
function tellLikelihoods(
  tell: Tell,
  answer: string,
  { frees, shows }: Hypothesis,
  variants: readonly string[],
): readonly number[] | number {
  const count = tell.answers.length;
  if (frees.has(tell.id)) {
    const meant = shows[tell.id];
    if (meant === undefined) return 1 / count;
    return answer === meant ? wellAltered : (1 - wellAltered) / (count - 1);
  }
  const known = tell.answers.find((each) => each.id === answer);
  return known ? byVariant(known, variants, count) : 1 / count;
}

const likelihoodAt = (of: readonly number[] | number, at: number): number => (typeof of === "number" ? of : of[at]!);

interface Weighed {
  readonly hypothesis: Hypothesis;
  /** The number of its variant, in the order of the priors. */
  readonly at: number;
  readonly weight: number;
}

/** Weights of all hypotheses, normalised. Evidence is taken in order of ids, so that the order of answering cannot matter even to the last bit. */
function weigh(identity: Identity, evidence: Evidence): Weighed[] {
  const tells = new Map(identity.tells.map((tell) => [tell.id, tell]));
  const variants = Object.keys(identity.priors);
  const places = inOrder(evidence.places);
  const answered = inOrder(evidence.tells).flatMap(([id, answer]) => {
    const tell = tells.get(id);
    return tell ? [{ tell, answer }] : [];
  });
  const raw = hypotheses(identity).map((hypothesis, index): Weighed => {
    const at = index % variants.length;
    let weight = hypothesis.prior;
    for (const [place, says] of places) weight *= placeLikelihood(says, place, hypothesis, variants.length);
    if (evidence.numbers) weight *= numbersLikelihood(evidence.numbers, hypothesis);
    for (const { tell, answer } of answered) weight *= likelihoodAt(tellLikelihoods(tell, answer, hypothesis, variants), at); // prettier-ignore
    return { hypothesis, at, weight };
  });
  const total = raw.reduce((sum, { weight }) => sum + weight, 0);
  return raw.map((each) => ({ ...each, weight: each.weight / total }));
}

/**
 * What an engine is, given what its numbers say and its tells show, with the stories that explain both. Disagreement is
 * not averaged away: it makes a story likely in which something was swapped, re-stamped or altered.
 *
 * @source  Bayes' theorem over variants and stories; tells and places independent given both
 */
export function posterior(identity: Identity, evidence: Evidence): Posterior {
  const weights = weigh(identity, evidence);
  const variants = new Map(Object.keys(identity.priors).map((variant) => [variant, 0]));
  let honest = 0;
  for (const {
    hypothesis: { variant, story },
    weight,
  } of weights) {
    variants.set(variant, variants.get(variant)! + weight);
    if (story === null) honest += weight;
  }
  const stories = weights
    .map(({ hypothesis: { story, variant }, weight }): Story => ({ id: story, variant, probability: weight }))
    .sort((a, b) => b.probability - a.probability);
  return { variants, stories, honest };
}

/**
 * Doubt about which of several it is, in bits.
 * @source  Shannon entropy
 * @example  entropy([0.5, 0.5]) // 1
 */
export const entropy = (probabilities: Iterable<number>): number => {
  let bits = 0;
  for (const p of probabilities) if (p > 0) bits -= p * Math.log2(p);
  return bits;
};

export interface NextCheck {
  readonly tell: Tell;
  /** Doubt that it takes away on average, in bits. */
  readonly bits: number;
  readonly bitsPerMinute: number;
  /** What it is expected to show, and how sure the likeliest variant would then be. */
  readonly outcomes: readonly {
    readonly answer: string;
    readonly probability: number;
    readonly variant: string;
    readonly sure: number;
  }[];
}

/**
 * Tells that were not answered yet, the one with the most information for its minutes first.
 *
 * @source  expected information: H(variant) - sum over answers of P(answer) H(variant | answer)
 */
export function rankChecks(identity: Identity, evidence: Evidence): NextCheck[] {
  const weights = weigh(identity, evidence);
  const variants = Object.keys(identity.priors);
  const prior = new Float64Array(variants.length);
  for (const { at, weight } of weights) prior[at]! += weight;
  const doubt = entropy(prior);
  return identity.tells
    .filter((tell) => !evidence.tells.has(tell.id))
    .map((tell): NextCheck => {
      let left = 0;
      const outcomes = tell.answers.map(({ id }) => {
        const sums = new Float64Array(variants.length);
        let [story, likely]: [string | null | undefined, readonly number[] | number] = [undefined, 0];
        for (const { hypothesis, at, weight } of weights) {
          // Of one story all variants come one after the other.
          if (hypothesis.story !== story) [story, likely] = [hypothesis.story, tellLikelihoods(tell, id, hypothesis, variants)]; // prettier-ignore
          sums[at]! += weight * likelihoodAt(likely, at);
        }
        const probability = sums.reduce((sum, each) => sum + each, 0);
        const sure = sums.map((each) => each / probability);
        left += probability * entropy(sure);
        const best = sure.reduce((most, each, at) => (each > sure[most]! ? at : most), 0);
        return { answer: id, probability, variant: variants[best]!, sure: sure[best]! };
      });
      // Rounding must not turn 'tells nothing' into a tiny gain or loss.
      const bits = Math.max(0, doubt - left) < 1e-12 ? 0 : doubt - left;
      return { tell, bits, bitsPerMinute: bits / tell.minutes, outcomes };
    })
    .sort((a, b) => b.bitsPerMinute - a.bitsPerMinute || (a.tell.id < b.tell.id ? -1 : 1));
}
