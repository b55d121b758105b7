import type { Age } from "../measure/endurance";
import { gaussNodes } from "../numeric/gauss-legendre";
import { normalDensity } from "../numeric/normal-cdf";
import { survives, type Lasts } from "./survival";

/** What a reading says of how far a part is: the share of its way to the limit that ends it. */
export interface WornShare {
  readonly share: number;
  /** Standard. */
  readonly standard: number;
  /** How likely it is a reading of what ends the part; otherwise it says nothing of that. */
  readonly tells: number;
}

/** An age that a part may have, and how likely. */
export type AgeNode = readonly [age: number, weight: number];

/** Shares of the way between two ages at which what may be any of them is taken. */
const ageNodes = [1 / 6, 1 / 2, 5 / 6];

/**
 * Ages between two, each as likely as the next, but for what is likely all of them. Of a part that was read, one that would hardly
 * have lived so long was more likely renewed on the way, and the reading says which; of one that nobody read it is not hoped for.
 *
 * @param law    of the kind, as it is said
 * @param lasts  the same as it is taken here: in one state of the engine
 */
export function agesOf(
  { from, to, whole: said = 0 }: Age,
  law: Lasts,
  lasts: Lasts,
  isRead: boolean,
): readonly AgeNode[] {
  // Of one that nobody can bound it may have half of its kind behind it.
  const upTo = to ?? Math.max(from, law.hours);
  if (upTo === from) return [[from, 1]];
  const whole = isRead ? said * survives(lasts, 0, upTo) : said;
  const spread = ageNodes.map((at): AgeNode => [from + at * (upTo - from), (1 - whole) / ageNodes.length]);
  return whole > 0 ? [[upTo, whole], ...spread] : spread;
}

/** What becomes of a part before the hours wanted, and how well what was read of it agrees with that. */
export interface Fate {
  /** That it runs them. */
  readonly lasts: number;
  /** How often it has to be done over to be expected, those that are renewed and end again among them. */
  readonly failures: number;
  /** Density of what was read of it; 1 where nothing was. */
  readonly likelihood: number;
}

/** How far parts of an age scatter about the share of their life, relative, and what no limit is nearer to the truth than. Common practice, no source. */
const [courseScatter, limitScatter] = [0.25, 0.03];

/** What wears beside what ends a part is this far on its way on the mean. Common practice, no source. */
const besideMean = 0.3;

function densityOf({ share, standard, tells }: WornShare, life: number): number {
  const beside = Math.exp(-Math.max(0, share) / besideMean) / besideMean;
  const spread = Math.sqrt(
    standard * standard + courseScatter * courseScatter * life * life + limitScatter * limitScatter,
  );
  return tells * normalDensity((share - life) / spread) / spread + (1 - tells) * beside; // prettier-ignore
}

/** Steps of the time wanted over which renewals are summed. */
const steps = 24;

/**
 * How often a place is done over within a time, on average, if each part put in lasts by the law: by share of the time, in even
 * steps from none to all of it.
 *
 * @source  renewal equation m(t) = F(t) + integral of m(t - x) dF(x), Feller (1941); midpoints of even steps
 * @example renewals({ hours: 1000, shape: 2 }, 1000).at(-1) // 0.5642457043762013
 */
export function renewals(lasts: Lasts, hours: number): readonly number[] {
  const ended = Array.from({ length: steps + 1 }, (_, at) => 1 - survives(lasts, 0, (hours * at) / steps));
  const found = [0];
  for (let at = 1; at <= steps; at += 1) {
    let sum = ended[at]!;
    // What ends within a step is renewed in its middle; its own step counts half.
    for (let step = 1; step <= at; step += 1) {
      const share = ended[step]! - ended[step - 1]!;
      const [low, high] = [found[at - step]!, step === 1 ? sum : found[at - step + 1]!];
      sum += (share * (low + high)) / 2;
    }
    found.push(sum);
  }
  return found;
}

const between = (values: readonly number[], share: number): number => {
  const at = Math.min(1, Math.max(0, share)) * steps;
  const low = Math.floor(at);
  return values[low]! + (at - low) * ((values[low + 1] ?? values[low]!) - values[low]!);
};

/** The ends that a part of a law and an age may come to, each with what it would mean: parts that differ only in what was read of them share it. */
export interface Course {
  /** How likely each end is before anything was read. */
  readonly weights: Float64Array;
  /** The share of its life that the part has behind it then. */
  readonly lives: Float64Array;
  /** 1 where it runs the hours wanted. */
  readonly lasts: Float64Array;
  /** How often the place is done over. */
  readonly failures: Float64Array;
}

/**
 * Ends by a law, before and after the hours wanted.
 *
 * @param ages      what it may have run, weights that sum to 1
 * @param ahead     hours wanted of it
 * @param renewed   `renewals` of its law over those hours
 * @param most      after so many hours it is not used, whatever it measures; null where nobody says so
 * @source  Weibull's law of those that reached the age, by Gauss-Legendre quadrature of its quantiles
 */
export function courseOf(
  { hours: median, shape }: Lasts,
  ages: readonly AgeNode[],
  ahead: number,
  renewed: readonly number[],
  most: number | null,
): Course {
  const count = 2 * gaussNodes.length * ages.length;
  const [weights, lives, lasts, failures] = [0, 0, 0, 0].map(() => new Float64Array(count)) as [Float64Array, Float64Array, Float64Array, Float64Array]; // prettier-ignore
  let at = 0;
  for (const [age, weight] of ages) {
    const spent = (age / median) ** shape;
    const upTo = survives({ hours: median, shape }, age, ahead);
    // Of what is so far past its life that it cannot be reckoned: it ends now.
    const endAt = (u: number) => (Number.isFinite(spent) ? Math.max(age, median * (spent - Math.log2(u)) ** (1 / shape)) : age); // prettier-ignore
    const put = (share: number, end: number, stops: number) => {
      weights[at] = weight * share;
      lives[at] = age === 0 ? 0 : age / end;
      lasts[at] = Number(stops >= age + ahead);
      failures[at] = stops >= age + ahead ? 0 : 1 + between(renewed, (age + ahead - stops) / ahead);
      at += 1;
    };
    for (const [place, part] of gaussNodes) {
      const late = endAt(Math.max(upTo * place, Number.MIN_VALUE));
      put(part * upTo, late, most === null ? Infinity : Math.max(age, most));
      const early = endAt(upTo + (1 - upTo) * place);
      put(part * (1 - upTo), early, Math.min(early, age + ahead * (1 - 1e-12)));
    }
  }
  return { weights, lives, lasts, failures };
}

/**
 * What becomes of a part by its course and how far it reads. Wear and age are one thing: of each end that it may come to, with
 * its age, the reading is as likely as a part that far on its way reads so.
 *
 * @source  Bayes' theorem
 */
export function fateOf({ weights, lives, lasts, failures }: Course, read: WornShare | null): Fate {
  let [likelihood, lasting, failing] = [0, 0, 0];
  for (let at = 0; at < weights.length; at += 1) {
    const weight = read ? weights[at]! * densityOf(read, lives[at]!) : weights[at]!;
    likelihood += weight;
    lasting += weight * lasts[at]!;
    failing += weight * failures[at]!;
  }
  return likelihood > 0
    ? { lasts: lasting / likelihood, failures: failing / likelihood, likelihood }
    : { lasts: 0, failures: 1, likelihood: 0 };
}
