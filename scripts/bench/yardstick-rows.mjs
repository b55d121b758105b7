export const times = (value) => `${value.toFixed(2)}×`;

const worldWords = {
  "as-they-are": "odds as they are",
  perturbed: "every odds off by up to 3×",
  "other-structure": "drawn from a network of another structure",
  "stories told": "failures written as they are met",
  "stories sealed": "failures sealed before they were played, once",
};

/** Rows of the bench about how soon the cause is found, from what the yardstick last kept. */
export const yardstickRows = (yardstick) =>
  Object.entries(yardstick).flatMap(([world, { engines, unknown = 0, core, ways }]) =>
    ways.map(({ policy, all, settledByAll, right, rightBetween, wrong, wrongBetween, undetermined }) => {
      const of = (name) => ways.find((way) => way.policy === name);
      const [list, knowing] = [of("list order"), of("next best test that knows the true odds")];
      const isNext = policy === "next best test";
      const behind = isNext && knowing ? (100 * (knowing.right - right)) / engines : 0;
      const between = ([low, high]) => `${low.toFixed(0)} to ${high.toFixed(0)} %`;
      return [
        `${engines} engines${unknown > 0 ? ` (${unknown} by causes that the network does not have)` : ""}, ${worldWords[world]}, core ${core}: ${policy}`,
        `${all.minutes.toFixed(0)} ± ${all.plusMinus.toFixed(0)} min over all, ${settledByAll.minutes.toFixed(0)} ± ${settledByAll.plusMinus.toFixed(0)} over the ${settledByAll.engines} that all settle; ${right} right (${between(rightBetween)}), ${wrong} wrong (${between(wrongBetween)}), ${undetermined} signed as not to be determined`,
        isNext
          ? `${times(all.minutes / list.all.minutes)} of list order, ${times(settledByAll.minutes / list.settledByAll.minutes)} where all settle`
          : "",
        isNext
          ? `at most 0.5×${knowing ? `, right at most 5 points less often (${behind.toFixed(1)})` : ""}`
          : "printed",
        isNext ? all.minutes <= 0.5 * list.all.minutes && behind <= 5 : null,
      ];
    }),
  );

/** Rows of the bench about one plan for all parts: what it takes, and what it is worth. */
export function wholePlanRows({ instances, posing, plain, tight, pinned, frontier, together, againstBare, same }) {
  const ms = (value) => `${value.toFixed(0)} ms`;
  return [
    [
      "what its parts are to be expected to last, learned for the whole engine, and every way priced, p50; longest",
      `${ms(posing.p50)}; ${ms(posing.most)}`,
      "",
      "printed",
      null,
    ],
    [
      `one plan for 153 parts proven the best, ${instances} instances, p50; longest`,
      `${ms(plain.p50)}; ${ms(plain.most)}`,
      "",
      "at most 1 s; 5 s",
      plain.p50 <= 1000 && plain.most <= 5000,
    ],
    [
      "the same, as sure as hardly any and for hardly more than it takes, p50; longest",
      `${ms(tight.p50)}; ${ms(tight.most)}`,
      "",
      "at most 15 s",
      tight.most <= 15_000,
    ],
    [
      "the same with one option pinned, p50; longest",
      `${ms(pinned.p50)}; ${ms(pinned.most)}`,
      "",
      "at most 3 s",
      pinned.most <= 3000,
    ],
    [
      `plans from the cheapest to the surest, up to ${frontier.points} of them, longest`,
      ms(frontier.most),
      "",
      "at most 20 s",
      frontier.most <= 20_000,
    ],
    [
      `the same with ${together.discounts} discounts for so many of a kind, each just out of reach, and hardly more to spend than it takes, ${together.instances} instances, p50; longest`,
      `${ms(together.p50)}; ${ms(together.most)}`,
      together.open === 0
        ? "all proven"
        : `${together.open} not proven: at most ${(100 * together.gap).toFixed(1)} % from the best`,
      "stops after 60 s, the gap told",
      together.most <= 75_000 && together.failed === 0,
    ],
    [
      "those plans with their rows written and read, against bare HiGHS on the same rows, the quicker of a run before and one after",
      "",
      times(againstBare),
      `at most 1.2×, the same answer every time${same ? "" : ": **not the same**"}`,
      same && againstBare <= 1.2,
    ],
  ];
}

/** What the plan may cost against the best of the rules, by world, where packs say how long parts last. */
const against = {
  "as the planner takes it": 0.92,
  "lives as packs say": 0.92,
  "parts share duty and oil": 0.95,
  "limits wrong by class": 0.92,
  "prices off": 0.92,
  "lives otherwise": 1,
  "all of it": 0.92,
  "hours unknown": 0.75,
};

/** A bound, and whether it is met by the whole interval or only on its edge. */
const bounded = (value, [, high], most) => (value > most ? false : high <= most ? true : "met, on its edge");

/** Rows of the bench about what the plan is worth in worlds that do not go by its laws. */
export function planWorthRows({ draws, worlds }) {
  const span = ([low, high]) => `${low.toFixed(2)} to ${high.toFixed(2)}`;
  return worlds.flatMap(({ world, lives, engines, failed, ways, best, againstBest, againstBestBetween, ...of }) => {
    const [mine, , ...rules] = ways;
    const name = `${engines} worn engines of ${draws} drawn worlds, ${world}, packs ${lives ? "that say how long parts last" : "without lives"}`;
    const chance = Math.abs(of.said - of.played);
    const most = lives ? against[world] : null;
    return [
      [
        `${name}: the plan against the best rule (${best}); ${failed} without a plan`,
        `${againstBest.toFixed(3)} (${span(againstBestBetween)})`,
        "",
        most === null ? "printed" : `at most ${most.toFixed(2)}×`,
        most === null ? null : failed > 0 ? false : bounded(againstBest, againstBestBetween, most),
      ],
      [
        "the same against one who knows the laws and has the same readings",
        `${mine.times.toFixed(3)} (${span(mine.between)}); rules ${rules.map(({ times: each }) => each.toFixed(2)).join(", ")}`,
        "",
        lives ? "at most 1.20×" : "printed",
        lives ? bounded(mine.times, mine.between, 1.2) : null,
      ],
      [
        `its chance to run the hours, said and played; by bins ${of.bins.map(({ said, played, plays }) => `${said.toFixed(2)}: ${played.toFixed(2)} of ${plays}`).join(", ")}`,
        `${of.said.toFixed(2)}, ${of.played.toFixed(2)}; Brier score ${of.brier.toFixed(3)}, of which nobody can know ${of.unknowable.toFixed(3)}`,
        "",
        lives && world !== "lives otherwise" && world !== "all of it" ? "within 0.05" : "printed",
        lives && world !== "lives otherwise" && world !== "all of it" ? chance <= 0.05 : null,
      ],
      [
        "what it says will be paid again, against what is",
        "",
        `${times(of.again)} (${span(of.againBetween)})`,
        "printed",
        null,
      ],
    ];
  });
}
