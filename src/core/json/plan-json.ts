import * as z from "../z";
import type { Option } from "../option/option";
import { Disposition } from "../entry/schema";
import { OptionJson, WayJson, foundJson } from "./json-parts";
import { openPart } from "./open-part";
import { standingOf } from "../plan/standing";

const optionJson = ({ disposition, ways, price, minutes, allowed, reasons }: Option) => ({
  disposition,
  ways: ways.map(({ feature, step }) => ({ feature, step })),
  price,
  minutes,
  allowed,
  reasons: reasons.map(foundJson),
});

export const planJson = openPart(
  "plan",
  {
    choices: z.array(
      z.strictObject({
        slot: z.string(),
        proposal: OptionJson,
        /** Evidence is still open that cannot change the proposal. */
        provisional: z.boolean(),
        options: z.array(OptionJson),
        decisions: z.array(
          z.strictObject({
            entry: z.string(),
            feature: z.nullable(z.string()),
            disposition: Disposition,
            ways: z.array(WayJson),
            reason: z.nullable(z.string()),
          }),
        ),
        overrides: z.boolean(),
      }),
    ),
  },
  ({ choices }) => ({
    choices: choices.map((choice) => {
      const standing = standingOf(choice);
      return {
        slot: choice.slot.id,
        provisional: choice.provisional,
        proposal: optionJson(choice.proposal),
        options: choice.options.map(optionJson),
        overrides: standing.kind === "decided" && standing.overrides,
        decisions: choice.stated.said.map(({ entry, feature, disposition, ways, reason }) => ({
          entry,
          feature,
          disposition,
          ways: ways.map(({ feature: of, step }) => ({ feature: of, step })),
          reason,
        })),
      };
    }),
  }),
);
