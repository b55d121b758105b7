"use client";
import { Box, Button, Checkbox, Field, Flex, Grid, Heading, Input, chakra } from "@chakra-ui/react";
import { useMemo, useState, type ComponentProps, type FormEvent, type ReactNode } from "react";
import { usualCalendar } from "@/core/ordering/schedule";
import { foldShop } from "@/core/entry/fold-shop";
import { dayStyles, type Envelope } from "@/core/entry/schema";
import type { SchoolsOfPack } from "@/core/pack/schools";
import { renewKinds } from "@/core/pack/schema-relations";
import { sayDay } from "@/words/say-day";
import { renewWords, ruleWords } from "@/words/words-for";
import { saySettings } from "@/words/say-settings";
import { ShopHeader } from "../../frame/ShopHeader";
import { Work } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { Select } from "../../kit/Select";
import { useEntryLog } from "../../job/use-entry-log";
import { draftOf, readDraft, type Draft, type TypedKey } from "./draft";
import { MarkField } from "./MarkField";
import { TakePack } from "./TakePack";

interface Props {
  readonly me: Me;
  readonly stream: string;
  readonly entries: readonly Envelope[];
  readonly schools: readonly SchoolsOfPack[];
}

/** How each typed field is asked for. */
const fields: Readonly<
  Record<
    TypedKey,
    {
      readonly label: string;
      readonly hint: string;
      readonly most: number;
      readonly isText?: true;
      readonly isWide?: true;
    }
  >
> = {
  currency: { label: "Currency", hint: "EUR", most: 3, isText: true },
  rate: { label: "An hour at the bench", hint: "as each pack has it", most: 12 },
  taxName: { label: "Tax on a bill, by its name", hint: "VAT", most: 40, isText: true },
  taxPercent: { label: "Per cent of it", hint: "25", most: 12 },
  name: { label: "Name of the shop, on reports", hint: "", most: 120, isText: true, isWide: true },
  address: { label: "Address, on reports", hint: "", most: 300, isText: true, isWide: true },
  hours: { label: "Hours at the bench, of one person a working day", hint: String(usualCalendar.hours), most: 12 },
  people: { label: "People at the bench", hint: String(usualCalendar.people), most: 12 },
  zone: { label: "Time zone: whose days these are", hint: "UTC", most: 60, isText: true },
  closed: {
    label: "Days on which nobody works, besides weekends",
    hint: "2026-12-24 2026-12-25",
    most: 4000,
    isText: true,
    isWide: true,
  },
};

const Group = ({ title, children }: { title: string; children: ReactNode }) => (
  <chakra.section aria-label={title}>
    <Heading as="h2" fontSize="15px" fontWeight={700} pb="6px" borderBottomWidth="1px" borderColor="line">
      {title}
    </Heading>
    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="16px 22px" mt="14px" alignItems="start">
      {children}
    </Grid>
  </chakra.section>
);

const whole = { base: "auto", md: "1 / -1" } as const;

/** One of a few, with what it is above it. */
const Picked = ({
  label,
  disabled,
  ...rest
}: { label: string; disabled: boolean } & Omit<ComponentProps<typeof Select>, "label">) => (
  <Field.Root disabled={disabled}>
    <Field.Label>{label}</Field.Label>
    <Select {...rest} />
  </Field.Root>
);

/** What the shop counts and works by. Open jobs keep what they took; each takes what is new by an act of its own. */
export function SettingsPage({ me, stream, entries: initialEntries, schools }: Props) {
  const { log, state } = useEntryLog(stream, me.id, initialEntries);
  const { settings } = useMemo(() => foldShop(state.entries), [state.entries]);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [asked, setAsked] = useState(false);
  const shown = draft ?? draftOf(settings);
  const { settings: wanted, wrong } = readDraft(shown);
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
  const typed = (...keys: readonly TypedKey[]) =>
    keys.map((key) => {
      const { label, hint, most, isText = false, isWide = false } = fields[key];
      return (
        <Field.Root
          key={key}
          invalid={asked && wrong[key] !== null}
          disabled={!isLead}
          gridColumn={isWide ? whole : "auto"}
        >
          <Field.Label>{label}</Field.Label>
          <Input
            value={shown[key]}
            maxLength={most}
            placeholder={hint}
            inputMode={isText ? undefined : "decimal"}
            onChange={(event) => {
              const { value } = event.currentTarget;
              change({ [key]: key === "currency" ? value.toUpperCase() : value });
            }}
          />
          <Field.ErrorText>{wrong[key]}</Field.ErrorText>
        </Field.Root>
      );
    });
  const school = (pack: string, id: string) => shown.schools.find((each) => each.pack === pack && each.school === id)?.option ?? ""; // prettier-ignore
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/settings" />
      <Work maxWidth="720px">
        <Heading as="h1" fontSize="22px">
          Settings of the shop
        </Heading>
        <chakra.p color="quiet" mt="4px">
          {settings ? saySettings(settings) : "Nothing is set yet: prices stand without a currency."} A job takes them
          when it is opened; what changes here alters no open job until it is taken there, at Intake.
        </chakra.p>
        <chakra.form onSubmit={keep} noValidate mt="20px" display="flex" flexDirection="column" gap="28px">
          <Group title="Money">{typed("currency", "rate", "taxName", "taxPercent")}</Group>
          <Group title="On paper">
            {typed("name", "address")}
            <Box gridColumn={whole}>
              <MarkField mark={shown.mark} disabled={!isLead} onMark={(mark) => change({ mark })} />
            </Box>
            <Picked
              label="A day is written"
              value={shown.dates}
              options={Object.fromEntries(dayStyles.map((style) => [style, sayDay("2026-12-24", style)]))}
              disabled={!isLead}
              onChoose={(dates) => change({ dates: dates as Draft["dates"] })}
            />
            {typed("zone")}
          </Group>
          <Group title="The bench">{typed("hours", "people", "closed")}</Group>
          <Group title="A new job">
            <Picked
              label="Lengths"
              value={shown.unit}
              options={{ mm: "millimetres", in: "inches" }}
              disabled={!isLead}
              onChoose={(unit) => change({ unit: unit as Draft["unit"] })}
            />
            <Picked
              label="How near a limit may be"
              value={shown.rule}
              options={ruleWords}
              disabled={!isLead}
              onChoose={(rule) => change({ rule: rule as Draft["rule"] })}
            />
            <Box as="fieldset" gridColumn={whole}>
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
          </Group>
          {schools.map(({ pack, family, schools: those }) => (
            <Group key={pack} title={`Where shops differ: ${family}`}>
              {those.map(({ id, name, options }) => (
                <Picked
                  key={id}
                  label={name}
                  value={school(pack, id)}
                  options={{ "": "each job says", ...Object.fromEntries(options.map((each) => [each.id, each.name])) }}
                  disabled={!isLead}
                  onChoose={(option) =>
                    change({
                      schools: [
                        ...shown.schools.filter((each) => each.pack !== pack || each.school !== id),
                        ...(option === "" ? [] : [{ pack, school: id, option }]),
                      ],
                    })
                  }
                />
              ))}
            </Group>
          ))}
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
