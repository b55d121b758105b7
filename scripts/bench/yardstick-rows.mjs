export const times = (value) => `${value.toFixed(2)}×`;

const worldWords = {
  "as-they-are": "odds as they are",
  perturbed: "every odds off by up to 3×",
  "other-structure": "drawn from a network of another structure",
};

/** Rows of the bench about how soon the cause is found, from what the yardstick last kept. */
export const yardstickRows = (yardstick) =>
  Object.entries(yardstick).flatMap(([world, { engines, core, ways }]) =>
    ways.map(({ policy, all, settledByAll, right, rightBetween, wrong, wrongBetween, undetermined }) => {
      const of = (name) => ways.find((way) => way.policy === name);
      const [list, knowing] = [of("list order"), of("next best test that knows the true odds")];
      const isNext = policy === "next best test";
      const behind = isNext && knowing ? (100 * (knowing.right - right)) / engines : 0;
      const between = ([low, high]) => `${low.toFixed(0)} to ${high.toFixed(0)} %`;
      return [
        `${engines} engines, ${worldWords[world]}, core ${core}: ${policy}`,
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
