import { jStat } from "jstat";
import type { Age } from "../measure/endurance";
import { seeded } from "../numeric/seeded";
import { agesOf, courseOf, fateOf, renewals, type WornShare } from "./fate";
import { Outlook, sharedBy, together, type KnownPart, type Law } from "./outlook";
import { survives } from "./survival";

const law: Law = { hours: 8000, shape: 3, spread: 0, own: 0 };
const part = (rest: Partial<KnownPart> = {}): KnownPart => ({ kind: "shell", law, isFed: false, age: { from: 4000, to: 4000 }, read: null, most: null, byRate: null, ...rest }); // prettier-ignore
const reads = (share: number): WornShare => ({ share, standard: 0.02, tells: 0.8 });
const chances = (parts: readonly KnownPart[], hours = 2000) => {
  const outlook = new Outlook(parts, hours);
  return parts.map((_, at) => outlook.kept(at).chance);
};

/** By even steps, with the densities of jStat: an independent library. Weibull's scale is its median over ln 2 to the power of 1 / shape. */
function byHand(
  { hours, shape }: Law,
  age: number,
  ahead: number,
  { share, standard, tells }: WornShare,
  times: number,
) {
  const scale = (hours * times) / Math.LN2 ** (1 / shape);
  const [steps, most] = [3000, 6 * scale];
  let [late, all] = [0, 0];
  for (let at = 0; at < steps; at += 1) {
    const end = age + ((at + 0.5) * (most - age)) / steps;
    const life = age / end;
    const spread = Math.sqrt(standard ** 2 + (0.25 * life) ** 2 + 0.03 ** 2);
    const seen = tells * jStat.normal.pdf(share, life, spread) + (1 - tells) * jStat.exponential.pdf(share, 1 / 0.3);
    const weight = jStat.weibull.pdf(end, scale, shape) * seen;
    all += weight;
    if (end >= age + ahead) late += weight;
  }
  const reached = 1 - jStat.weibull.cdf(age, scale, shape);
  return { lasts: late / all, likelihood: (all * (most - age)) / steps / reached };
}

test("what becomes of a part is the integral over the ends that it may come to, as jStat's densities give it", () => {
  for (const share of [0.1, 0.5, 0.9])
    for (const age of [500, 4000, 9000]) {
      const fate = fateOf(courseOf(law, [[age, 1]], 2000, renewals(law, 2000), null), reads(share));
      const exact = byHand(law, age, 2000, reads(share), 1);
      // Eight nodes before and eight after: a hundredth of what the densities differ by.
      expect(Math.abs(fate.lasts - exact.lasts)).toBeLessThan(0.015);
      expect(Math.abs(fate.likelihood / exact.likelihood - 1)).toBeLessThan(0.05);
    }
});

test("an age between two is all of them, likely all of it where nobody says that it was renewed, and never none where nobody knows", () => {
  const scale = law.hours / Math.LN2 ** (1 / law.shape);
  const left = (age: number) => (1 - jStat.weibull.cdf(age + 2000, scale, 3)) / (1 - jStat.weibull.cdf(age, scale, 3));
  const mean = (from: number, to: number) => Array.from({ length: 2000 }, (_, at) => left(from + ((at + 0.5) * (to - from)) / 2000)).reduce((sum, each) => sum + each, 0) / 2000; // prettier-ignore
  const chance = (age: Age, isRead = false) => fateOf(courseOf(law, agesOf(age, law, law, isRead), 2000, renewals(law, 2000), null), null).lasts; // prettier-ignore
  // Three ages stand for all between two: within a hundredth.
  expect(Math.abs(chance({ from: 1000, to: 7000 }) - mean(1000, 7000))).toBeLessThan(0.01);
  expect(Math.abs(chance({ from: 0, to: 6000, whole: 0.9 }) - (0.9 * left(6000) + 0.1 * mean(0, 6000)))).toBeLessThan(0.01); // prettier-ignore
  // Nobody can say how old it is at most: half of its kind may be behind it.
  expect(chance({ from: 0, to: null })).toBeLessThan(left(0));
  // One that was read, and would hardly have lived so long, was more likely renewed on the way.
  expect(chance({ from: 0, to: 20_000, whole: 0.9 }, true)).toBeGreaterThan(chance({ from: 0, to: 20_000, whole: 0.9 }) + 0.1); // prettier-ignore
});

test("what all parts share is learned as the integral over it says", () => {
  const parts = [0.75, 0.8, 0.7].map((share) => part({ read: reads(share) }));
  const { duty } = sharedBy;
  let [late, all] = [0, 0];
  for (let z = -3; z <= 3; z += 0.15) {
    const of = parts.map(({ age, read }) => byHand(law, (age as { to: number }).to, 2000, read!, Math.exp(-duty * z)));
    const weight = jStat.normal.pdf(z, 0, 1) * of.reduce((so, { likelihood }) => so * likelihood, 1);
    all += weight;
    late += weight * of[0]!.lasts;
  }
  expect(Math.abs(chances(parts)[0]! - late / all)).toBeLessThan(0.02);
});

test("renewals come to what drawing them comes to", () => {
  const { next } = seeded(5);
  const lasts = { hours: 900, shape: 2 };
  let failed = 0;
  const tries = 20_000;
  const end = () => lasts.hours * (-Math.log2(1 - next())) ** (1 / lasts.shape);
  for (let at = 0; at < tries; at += 1) for (let now = end(); now < 2000; now += end()) failed += 1 / tries;
  expect(Math.abs(renewals(lasts, 2000).at(-1)! / failed - 1)).toBeLessThan(0.02);
});

test("what is worn more is less likely to last, and sisters that nobody measured are when those that were measured are worn", () => {
  const worn = [0.2, 0.5, 0.8].map((share) => chances([part({ read: reads(share) })])[0]!);
  expect(worn).toEqual([...worn].sort((a, b) => b - a));
  const sister = (share: number) => chances([part(), ...[0, 1, 2, 3].map(() => part({ read: reads(share) }))])[0]!;
  expect(sister(0.2) - sister(0.9)).toBeGreaterThan(0.1);
  // Bad oil is where what it feeds is worn, and the rest is not.
  const fed = (isFed: boolean) => chances([part({ isFed }), ...[0.95, 0.95, 0.95].map((share) => part({ isFed: true, read: reads(share) })), ...[0.4, 0.4, 0.4].map((share) => part({ read: reads(share) }))])[0]!; // prettier-ignore
  expect(fed(false) - fed(true)).toBeGreaterThan(0.1);
});

test("of a kind that is worn more than is said of it the others of that kind are expected to be, and other kinds less", () => {
  const off: Law = { ...law, own: 0.4 };
  const parts = [0.95, 0.9, 0.92].map((share) => part({ law: off, read: reads(share) }));
  const [sister, stranger] = chances([part({ law: off }), part({ law: off, kind: "rod" }), ...parts]);
  expect(stranger! - sister!).toBeGreaterThan(0.1);
});

test("hours that nobody knows are told by what is worn, and are neither none nor certain failure", () => {
  const unknown = (share: number) => chances([0, 1, 2, 3].map(() => part({ age: "engine", read: reads(share) })), 3000)[0]!; // prettier-ignore
  expect(unknown(0.05)).toBeGreaterThan(0.85);
  expect(unknown(0.45)).toBeGreaterThan(0.2);
  expect(unknown(0.9)).toBeLessThan(unknown(0.45));
});

test("of lives that nobody says a new part is less sure for a hundred times the hours, and learns from what lasted", () => {
  const guessed: Law = { hours: 5000, shape: 2, spread: 1, own: 0 };
  const fresh = (hours: number, parts: readonly KnownPart[] = [part({ law: guessed })]) =>
    new Outlook(parts, hours).putIn({ kind: "shell", law: guessed, isFed: false }).chance;
  expect(fresh(120)).toBeGreaterThan(0.95);
  expect(fresh(12_000)).toBeLessThan(0.4);
  const lasted = [0.05, 0.06, 0.04].map((share) => part({ law: guessed, age: { from: 9000, to: 9000 }, read: reads(share) })); // prettier-ignore
  expect(fresh(5000, lasted)).toBeGreaterThan(fresh(5000) + 0.1);
});

test("together parts are surer than their product, and as sure as drawing engines says", () => {
  const { next, normal } = seeded(11);
  const parts = Array.from({ length: 6 }, () => part({ law: { hours: 9000, shape: 3, spread: 0, own: 0 } }));
  const outlook = new Outlook(parts, 2000);
  const kept = parts.map((_, at) => outlook.kept(at));
  const whole = together(outlook.weights, kept.map(({ inState }) => inState)); // prettier-ignore
  let ran = 0;
  const tries = 20_000;
  for (let at = 0; at < tries; at += 1) {
    const hours = 9000 * Math.exp(-sharedBy.duty * normal());
    ran += Number(parts.every(() => next() < survives({ hours, shape: 3 }, 4000, 2000))) / tries;
  }
  expect(whole).toBeGreaterThan(kept.reduce((so, { chance }) => so * chance, 1) + 0.02);
  expect(Math.abs(whole - ran)).toBeLessThan(0.015);
});

// Said against played, on engines drawn from what the outlook takes for true.
test("of what is said to last so often, so often it does", () => {
  const { next, normal } = seeded(2026);
  const bins = new Map<number, { said: number; played: number; plays: number }>();
  for (let engine = 0; engine < 700; engine += 1) {
    const times = Math.exp(-sharedBy.duty * normal());
    const drawn = Array.from({ length: 3 }, () => {
      for (;;) {
        const end = law.hours * times * (-Math.log2(1 - next())) ** (1 / law.shape);
        if (end <= 4000) continue;
        const life = 4000 / end;
        const share =
          next() < 0.8 ? life + Math.hypot(0.02, 0.25 * life, 0.03) * normal() : -0.3 * Math.log(1 - next());
        return { end, share };
      }
    });
    const outlook = new Outlook(drawn.map(({ share }) => part({ read: reads(share) })), 2000); // prettier-ignore
    for (const [at, { end }] of drawn.entries()) {
      const said = outlook.kept(at).chance;
      const bin = Math.floor(said * 5);
      const before = bins.get(bin) ?? { said: 0, played: 0, plays: 0 };
      bins.set(bin, { said: before.said + said, played: before.played + Number(end >= 6000), plays: before.plays + 1 });
    }
  }
  for (const [bin, { said, played, plays }] of bins) {
    if (plays < 80) continue;
    // Four standard deviations of what is counted, and what the quadrature is off.
    expect([bin, Math.abs(said - played) / plays < 4 * Math.sqrt(0.25 / plays) + 0.02]).toEqual([bin, true]);
  }
});
