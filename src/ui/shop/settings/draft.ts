import { usualCalendar } from "@/core/ordering/schedule";
import { isZone } from "@/core/entry/clock";
import { ShopSettings, type DayStyle, type DecisionRule } from "@/core/entry/schema";
import { readDecimal } from "../../kit/decimal";

/** Settings as they are typed. */
export interface Draft {
  readonly name: string;
  readonly address: string;
  readonly mark: string | null;
  readonly taxName: string;
  readonly taxPercent: string;
  readonly currency: string;
  readonly rate: string;
  readonly alwaysNew: ShopSettings["alwaysNew"];
  readonly unit: "mm" | "in";
  readonly dates: DayStyle;
  /** The name of its time zone; empty where days are those of UTC. */
  readonly zone: string;
  readonly rule: DecisionRule;
  /** At the bench on a working day; people; days on which nobody works. All empty where what is usual is to count. */
  readonly hours: string;
  readonly people: string;
  readonly closed: string;
  readonly schools: NonNullable<ShopSettings["schools"]>;
}

/** The fields that are typed in a line. */
export type TypedKey = "name" | "address" | "taxName" | "taxPercent" | "currency" | "rate" | "hours" | "people" | "closed" | "zone"; // prettier-ignore

export const draftOf = (settings: ShopSettings | null): Draft => ({
  name: settings?.shop?.name ?? "",
  address: settings?.shop?.address ?? "",
  mark: settings?.shop?.mark ?? null,
  taxName: settings?.tax?.name ?? "",
  taxPercent: settings?.tax?.percent.toString() ?? "",
  currency: settings?.currency ?? "",
  rate: settings?.labourRate?.toString() ?? "",
  alwaysNew: settings?.alwaysNew ?? [],
  unit: settings?.opens?.unit ?? "mm",
  dates: settings?.dates ?? "year-first",
  zone: settings?.zone ?? "",
  rule: settings?.opens?.rule ?? "simple",
  hours: settings?.calendar?.hours.toString() ?? "",
  people: settings?.calendar?.people.toString() ?? "",
  closed: settings?.calendar?.closed.join(" ") ?? "",
  schools: settings?.schools ?? [],
});

/** What was typed as settings; null with what is wrong with it. */
export function readDraft(draft: Draft): {
  readonly settings: ShopSettings | null;
  readonly wrong: Readonly<Record<TypedKey, string | null>>;
} {
  const { currency, rate, alwaysNew, hours, people, closed, mark, schools } = draft;
  const [name, address, taxName] = [draft.name.trim(), draft.address.trim(), draft.taxName.trim()];
  const hasTax = taxName !== "" || draft.taxPercent.trim() !== "";
  // What is no number is wrong, and not unknown.
  const labourRate = rate.trim() === "" ? null : (readDecimal(rate) ?? Number.NaN);
  const usual = [hours, people, closed].every((text) => text.trim() === "");
  const calendar = {
    hours: hours.trim() === "" ? usualCalendar.hours : readDecimal(hours),
    people: people.trim() === "" ? usualCalendar.people : readDecimal(people),
    closed: closed.split(/[\s,;]+/u).filter(Boolean),
  };
  const parsed = ShopSettings.safeParse({
    currency: currency.trim().toUpperCase(),
    labourRate,
    alwaysNew,
    opens: { unit: draft.unit, rule: draft.rule },
    dates: draft.dates,
    ...(draft.zone.trim() === "" ? {} : { zone: draft.zone.trim() }),
    ...(schools.length > 0 ? { schools } : {}),
    ...(usual ? {} : { calendar }),
    ...(name === "" && address === "" && mark === null ? {} : { shop: { name, address, ...(mark ? { mark } : {}) } }),
    ...(hasTax ? { tax: { name: taxName, percent: readDecimal(draft.taxPercent) } } : {}),
  });
  const isWrong = (...path: readonly string[]) =>
    parsed.error?.issues.some((issue) => path.every((key, at) => issue.path[at] === key));
  const say = (is: boolean | undefined, words: string) => (is ? words : null);
  return {
    settings: draft.zone.trim() === "" || isZone(draft.zone.trim()) ? (parsed.data ?? null) : null,
    wrong: {
      currency: say(isWrong("currency"), "Three letters, such as EUR, USD or NOK: every price is shown with them."),
      rate: say(isWrong("labourRate"), "A number, in the same currency; empty for the rate that each pack brings."),
      name: say(isWrong("shop", "name"), "An address and a mark need the name of the shop they are of."),
      address: say(isWrong("shop", "address"), "An address has at most 300 letters."),
      taxName: say(isWrong("tax", "name"), "How it is called on a bill, such as VAT."),
      taxPercent: say(isWrong("tax", "percent"), "A number from 0 to 100."),
      hours: say(isWrong("calendar", "hours"), "Hours of one person on a working day: above 0, at most 24."),
      people: say(isWrong("calendar", "people"), "A whole number of people, from 1 to 50."),
      zone: say(
        isWrong("zone") || (draft.zone.trim() !== "" && !isZone(draft.zone.trim())),
        "A time zone by its name, such as Europe/Oslo or America/Halifax; empty for UTC.",
      ),
      closed: say(isWrong("calendar", "closed"), "Days as 2026-12-24, with a space between them."),
    },
  };
}
