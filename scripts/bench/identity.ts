import { hashText, seeded } from "@/core/numeric/seeded";
import { posterior, rankChecks, type Evidence } from "@/core/identify/posterior";
import type { Identity } from "@/core/pack/schema";

/** A made-up family of so many variants and tells, three answers each, with five stories. */
export function generateIdentity(variants: number, tells: number): Identity {
  const { next } = seeded(hashText("identity"));
  const names = Array.from({ length: variants }, (_, at) => `v-${at}`);
  const ref = { source: "bench" };
  const given = () => {
    const rows = names.map(() => {
      const weights = [next() + 0.05, next() + 0.05, next() + 0.05];
      const sum = weights.reduce((a, b) => a + b, 0);
      return weights.map((weight) => weight / sum);
    });
    return [0, 1, 2].map((answer) => Object.fromEntries(names.map((name, at) => [name, rows[at]![answer]!])));
  };
  return {
    priors: Object.fromEntries(names.map((name) => [name, 1 / variants])),
    places: [],
    tells: Array.from({ length: tells }, (_, at) => ({
      id: `t-${at}`,
      name: `tell ${at}`,
      question: "?",
      answers: given().map((each, answer) => ({ id: `a-${answer}`, name: String(answer), given: each })),
      minutes: 1 + Math.floor(10 * next()),
      open: null,
      ref,
    })),
    stories: Array.from({ length: 5 }, (_, at) => ({
      id: `s-${at}`,
      name: "?",
      prior: 0.02,
      frees: [`t-${at}`, `t-${at + 7}`],
    })),
  };
}

/** Posterior and ranking by enumeration, doing no work twice: what was answered is multiplied once, each open answer by each variant and story. */
function byEnumeration(identity: Identity, evidence: Evidence): string {
  const names = Object.keys(identity.priors);
  const stories = [
    ...identity.stories,
    { id: "", prior: 1 - identity.stories.reduce((sum, story) => sum + story.prior, 0), frees: [] as string[] },
  ];
  const tells = new Map(identity.tells.map((tell) => [tell.id, tell]));
  const given = new Map(identity.tells.flatMap((tell) => tell.answers.map((answer) => [`${tell.id} ${answer.id}`, names.map((name) => answer.given[name]!)] as const))); // prettier-ignore
  const weights = stories.map(({ prior, frees }) =>
    names.map((name, at) => {
      let p = prior * identity.priors[name]!;
      for (const [id, answer] of evidence.tells)
        p *= frees.includes(id) ? 1 / tells.get(id)!.answers.length : given.get(`${id} ${answer}`)![at]!;
      return p;
    }),
  );
  const bits = (of: readonly number[]) => {
    const sum = of.reduce((a, b) => a + b, 0);
    return -of.reduce((total, weight) => total + (weight / sum) * Math.log2(weight / sum), 0);
  };
  const sumOver = (times: (story: number, at: number) => number) =>
    names.map((_, at) => weights.reduce((sum, of, story) => sum + of[at]! * times(story, at), 0));
  const now = sumOver(() => 1);
  const total = now.reduce((a, b) => a + b, 0);
  const doubt = bits(now);
  return identity.tells
    .filter((tell) => !evidence.tells.has(tell.id))
    .map((tell) => {
      const freed = stories.map(({ frees }) => frees.includes(tell.id));
      const left = tell.answers.reduce((sum, { id }) => {
        const likely = given.get(`${tell.id} ${id}`)!;
        const after = sumOver((story, at) => (freed[story] ? 1 / tell.answers.length : likely[at]!));
        return sum + (after.reduce((a, b) => a + b, 0) / total) * bits(after);
      }, 0);
      return { id: tell.id, rate: (doubt - left) / tell.minutes };
    })
    .reduce((a, b) => (b.rate > a.rate ? b : a)).id;
}

export const benchEvidence = (identity: Identity, answered: number): Evidence => ({
  places: new Map(),
  tells: new Map(identity.tells.slice(0, answered).map((tell) => [tell.id, "a-1"])),
});

if (process.argv[1]?.endsWith("identity.ts")) {
  const identity = generateIdentity(12, 60);
  const evidence = benchEvidence(identity, 20);
  const quickest = (runs: number, work: () => unknown) =>
    Math.min(
      ...Array.from({ length: runs }, () => {
        const began = performance.now();
        work();
        return performance.now() - began;
      }),
    );
  const ours = () => (posterior(identity, evidence), rankChecks(identity, evidence)[0]!.tell.id);
  const plain = () => byEnumeration(identity, evidence);
  const agree = ours() === plain();
  console.log(JSON.stringify({ agree, oursMs: quickest(30, ours), plainMs: quickest(5, plain) }));
}
