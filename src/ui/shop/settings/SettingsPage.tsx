"use client";
import { Box, Button, Checkbox, Field, Flex, Heading, Input, NativeSelect, chakra } from "@chakra-ui/react";
import { useMemo, useState, type FormEvent } from "react";
import { usualCalendar } from "@/core/buying/schedule";
import { foldShop } from "@/core/entry/fold-shop";
import { ShopSettings, type DecisionRule, type Envelope } from "@/core/entry/schema";
import { renewKinds } from "@/core/pack/schema-relations";
import { renewWords, ruleWords } from "@/words/words-for";
import { saySettings } from "@/words/say-settings";
import { ShopHeader } from "../../frame/ShopHeader";
import { Work } from "../../frame/Work";
import type { Me } from "../../frame/me";
import { useEntryLog } from "../../job/use-entry-log";
import { TakePack } from "./TakePack";
import { readDecimal } from "../../kit/decimal";

interface Props {
  readonly me: Me;
  readonly stream: string;
  readonly entries: readonly Envelope[];
}

interface Draft {
  readonly name: string;
  readonly address: string;
  readonly taxName: string;
  readonly taxPercent: string;
  readonly currency: string;
  readonly rate: string;
  readonly alwaysNew: ShopSettings["alwaysNew"];
  readonly unit: "mm" | "in";
  readonly rule: DecisionRule;
  /** At the bench on a working day; people; days on which nobody works. All empty where what is usual is to count. */
  readonly hours: string;
  readonly people: string;
  readonly closed: string;
}

const draftOf = (settings: ShopSettings | null): Draft => ({
  name: settings?.shop?.name ?? "",
  address: settings?.shop?.address ?? "",
  taxName: settings?.tax?.name ?? "",
  taxPercent: settings?.tax?.percent.toString() ?? "",
  currency: settings?.currency ?? "",
  rate: settings?.labourRate?.toString() ?? "",
  alwaysNew: settings?.alwaysNew ?? [],
  unit: settings?.opens?.unit ?? "mm",
  rule: settings?.opens?.rule ?? "simple",
  hours: settings?.calendar?.hours.toString() ?? "",
  people: settings?.calendar?.people.toString() ?? "",
  closed: settings?.calendar?.closed.join(" ") ?? "",
});

/** What was typed as settings; null with what is wrong with it. */
function read(draft: Draft) {
  const { currency, rate, alwaysNew, hours, people, closed } = draft;
  const [name, address, taxName] = [draft.name.trim(), draft.address.trim(), draft.taxName.trim()];
  const hasTax = taxName !== "" || draft.taxPercent.trim() !== "";
  // What is no number is wrong, and not unknown.
  const labourRate = rate.trim() === "" ? null : (readDecimal(rate) ?? Number.NaN);
  const wrong = {
    currency: /^[A-Z]{3}$/u.test(currency.trim().toUpperCase())
      ? null
      : "Three letters, such as EUR, USD or NOK: every price is shown with them.",
    rate:
      labourRate !== null && !(labourRate >= 0 && labourRate <= 100_000)
        ? "A number, in the same currency; empty for the rate that each pack brings."
        : null,
  };
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
    ...(usual ? {} : { calendar }),
    ...(name === "" && address === "" ? {} : { shop: { name, address } }),
    ...(hasTax ? { tax: { name: taxName, percent: readDecimal(draft.taxPercent) } } : {}),
  });
  const wrongIn = (group: string, key: string) =>
    parsed.error?.issues.some(({ path }) => path[0] === group && path[1] === key);
  const at = (key: string) => wrongIn("calendar", key);
  const told = {
    ...wrong,
    name: wrongIn("shop", "name") ? "An address needs the name of the shop it is of." : null,
    address: null,
    taxName: wrongIn("tax", "name") ? "How it is called on a bill, such as VAT." : null,
    taxPercent: wrongIn("tax", "percent") ? "A number from 0 to 100." : null,
    hours: at("hours") ? "Hours of one person on a working day: above 0, at most 24." : null,
    people: at("people") ? "A whole number of people, from 1 to 50." : null,
    closed: at("closed") ? "Days as 2026-12-24, with a space between them." : null,
  };
  return { settings: wrong.currency || wrong.rate || !parsed.success ? null : parsed.data, wrong: told };
}

const wide: ReadonlySet<string> = new Set(["name", "address", "closed"]);

/** What the shop counts and works by. Open jobs keep what they took; each takes what is new by an act of its own. */
export function SettingsPage({ me, stream, entries: initialEntries }: Props) {
  const { log, state } = useEntryLog(stream, me.id, initialEntries);
  const { settings } = useMemo(() => foldShop(state.entries), [state.entries]);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [asked, setAsked] = useState(false);
  const shown = draft ?? draftOf(settings);
  const { settings: wanted, wrong } = read(shown);
  const isLead = me.role === "lead";
  const change = (part: Partial<Draft>) => setDraft({ ...shown, ...part });
  const keep = (event: FormEvent) => {
    event.preventDefault();
    setAsked(true);
    if (!wanted || !isLead) return;
    log.append("settings-changed", { settings: wanted });
    setDraft(null);
    setAsked(false);
  };
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/settings" />
      <Work maxWidth="640px">
        <Heading as="h1" fontSize="22px">
          Settings of the shop
        </Heading>
        <chakra.p color="quiet" mt="4px">
          {settings ? saySettings(settings) : "Nothing is set yet: prices stand without a currency."} A job takes them
          when it is opened; what changes here alters no open job until it is taken there, at Intake.
        </chakra.p>
        <chakra.form onSubmit={keep} noValidate mt="20px" display="flex" flexDirection="column" gap="18px">
          <Field.Root invalid={asked && wrong.currency !== null} disabled={!isLead} maxWidth="260px">
            <Field.Label>Currency</Field.Label>
            <Input
              value={shown.currency}
              maxLength={3}
              placeholder="EUR"
              autoCapitalize="characters"
              onChange={(event) => change({ currency: event.currentTarget.value.toUpperCase() })}
            />
            <Field.ErrorText>{wrong.currency}</Field.ErrorText>
          </Field.Root>
          <Field.Root invalid={asked && wrong.rate !== null} disabled={!isLead} maxWidth="260px">
            <Field.Label>An hour at the bench</Field.Label>
            <Input
              value={shown.rate}
              inputMode="decimal"
              maxLength={12}
              placeholder="as each pack has it"
              onChange={(event) => change({ rate: event.currentTarget.value })}
            />
            <Field.ErrorText>{wrong.rate}</Field.ErrorText>
          </Field.Root>
          {(
            [
              ["name", "Name of the shop, on reports", ""],
              ["address", "Address, on reports", ""],
              ["taxName", "Tax on a bill, by its name", "VAT"],
              ["taxPercent", "Per cent of it", "25"],
              ["hours", "Hours at the bench, of one person a working day", String(usualCalendar.hours)],
              ["people", "People at the bench", String(usualCalendar.people)],
              ["closed", "Days on which nobody works, besides weekends", "2026-12-24 2026-12-25"],
            ] as const
          ).map(([key, label, placeholder]) => (
            <Field.Root
              key={key}
              invalid={asked && wrong[key] !== null}
              disabled={!isLead}
              maxWidth={wide.has(key) ? "460px" : "260px"}
            >
              <Field.Label>{label}</Field.Label>
              <Input
                value={shown[key]}
                maxLength={key === "closed" ? 4000 : wide.has(key) ? 300 : 40}
                placeholder={placeholder}
                inputMode={wide.has(key) || key === "taxName" ? undefined : "decimal"}
                onChange={(event) => change({ [key]: event.currentTarget.value })}
              />
              <Field.ErrorText>{wrong[key]}</Field.ErrorText>
            </Field.Root>
          ))}
          {(
            [
              ["unit", "Lengths in a new job", { mm: "millimetres", in: "inches" }],
              ["rule", "How near a limit may be, in a new job", ruleWords],
            ] as const
          ).map(([key, label, options]) => (
            <Field.Root key={key} disabled={!isLead} maxWidth="460px">
              <Field.Label>{label}</Field.Label>
              <NativeSelect.Root>
                <NativeSelect.Field
                  value={shown[key]}
                  borderColor="lineStrong"
                  onChange={(event) => change({ [key]: event.currentTarget.value })}
                >
                  {Object.entries(options).map(([id, name]) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </NativeSelect.Field>
                <NativeSelect.Indicator />
              </NativeSelect.Root>
            </Field.Root>
          ))}
          <Box as="fieldset">
            <chakra.legend fontSize="14px" fontWeight={500}>
              Always renewed, whatever it measures
            </chakra.legend>
            <Flex wrap="wrap" columnGap="22px" rowGap="10px" mt="8px">
              {renewKinds.map((kind) => (
                <Checkbox.Root
                  key={kind}
                  checked={shown.alwaysNew.includes(kind)}
                  disabled={!isLead}
                  onCheckedChange={({ checked }) =>
                    change({
                      alwaysNew: renewKinds.filter((each) => (each === kind ? checked === true : shown.alwaysNew.includes(each))), // prettier-ignore
                    })
                  }
                >
                  <Checkbox.HiddenInput />
                  <Checkbox.Control borderColor="lineStrong" />
                  <Checkbox.Label>{renewWords[kind]}</Checkbox.Label>
                </Checkbox.Root>
              ))}
            </Flex>
          </Box>
          {isLead ? (
            <Flex gap="10px">
              <Button type="submit" bg="ember" color="onEmber" fontWeight={700} disabled={draft === null}>
                Keep
              </Button>
              {draft !== null && (
                <Button variant="ghost" onClick={() => setDraft(null)}>
                  Leave it
                </Button>
              )}
            </Flex>
          ) : (
            <chakra.p fontSize="14px" color="quiet">
              You are signed in as {me.role}: settings are changed by a lead.
            </chakra.p>
          )}
        </chakra.form>
        {isLead && <TakePack />}
      </Work>
    </Flex>
  );
}
