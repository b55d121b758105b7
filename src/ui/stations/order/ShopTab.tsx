"use client";
import { Flex, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { MachineShop, ShopLine, ShopWay } from "@/core/ordering/machine-shop";
import { formatNumber } from "@/core/quantity/format-quantity";
import type { Unit } from "@/core/quantity/units";
import { capital } from "@/words/capital";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { QuietButton } from "../../kit/SayWhy";
import { daysWords } from "./BuyTab";
import { Right, Section } from "./Section";
import { WhomAndDay } from "./WhomAndDay";
import { useDay } from "../../kit/day";

const band = ({ min, max }: { min: number; max: number }, unit: Unit) =>
  Math.abs(max - min) < 1e-9 ? formatNumber(min, unit) : `${formatNumber(min, unit)}–${formatNumber(max, unit)}`;

function Way({ way: { name, of, measuredMm, toMm, madeMm, isOn }, unit }: { way: ShopWay; unit: Unit }) {
  return (
    <chakra.span display="block" fontSize="13px">
      {capital(name)}
      {of === null ? "" : `, ${of}`}
      {toMm === null ? "" : `: to ${band(toMm, unit)} ${unit.symbol}`}
      {measuredMm === null ? "" : ` from ${formatNumber(measuredMm, unit)}`}
      {madeMm && (
        <chakra.span color={isOn === false ? "out" : "sound"} fontWeight={600}>
          {" "}
          · made {band(madeMm, unit)}
          {isOn === false ? ", which is not what was asked for" : ""}
        </chakra.span>
      )}
    </chakra.span>
  );
}

const stateWords: Readonly<Record<ShopLine["state"], string>> = {
  here: "to be sent out",
  out: "out",
  back: "back: measure it",
  measured: "measured again",
};

/** Where the parts are that are machined: which go out, until when, and what came back. */
export function ShopTab({ shop }: { shop: MachineShop }) {
  const day = useDay();
  const { id, append, mayWrite, unitFor } = useJob();
  const unit = unitFor("mm");
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const mine = shop.lines.filter(({ part, state }) => taken.has(part) && state === "here");
  const toggle = (part: string) => {
    const next = new Set(taken);
    if (!next.delete(part)) next.add(part);
    setTaken(next);
  };
  const send = (to: string, due: string | null) => {
    append("sent-out", { parts: mine.map(({ part }) => part), to, due });
    setTaken(new Set());
  };
  if (shop.lines.length === 0)
    return (
      <chakra.p fontSize="15px">
        Nothing that was decided is machined.
      </chakra.p>
    ); // prettier-ignore
  return (
    <>
      <Section
        title="Parts"
        told={`${shop.lines.filter(({ state }) => state === "measured").length} of ${shop.lines.length} measured again`}
        acts={
          <chakra.a href={`/api/jobs/${id}/papers/machine-shop`} textDecoration="underline" textUnderlineOffset="3px">
            hand-outs as a PDF
          </chakra.a>
        }
      >
        {shop.lines.map((line) => (
          <chakra.li
            key={line.id}
            display="flex"
            flexWrap="wrap"
            gap="12px"
            alignItems="center"
            py="7px"
            borderBottomWidth="1px"
            borderBottomStyle="dotted"
            borderColor="line"
          >
            {line.state === "here" ? (
              <chakra.input
                type="checkbox"
                aria-label={`Send out ${line.name}`}
                width="18px"
                height="18px"
                flexShrink={0}
                accentColor="var(--chakra-colors-ember)"
                checked={taken.has(line.part)}
                disabled={!mayWrite}
                onChange={() => toggle(line.part)}
              />
            ) : (
              <chakra.span width="18px" flexShrink={0} />
            )}
            <chakra.span flex="1 1 200px" minWidth="0" fontSize="14px">
              <strong>{capital(line.name)}</strong> {line.tag}
              {line.ways.map((way) => (
                <Way key={`${way.name} ${way.of}`} way={way} unit={unit} />
              ))}
            </chakra.span>
            <Right color={line.isAmiss ? "out" : "quiet"}>
              {line.isAmiss ? "back, and not right" : stateWords[line.state]}
              {line.state === "out" && line.out
                ? ` at ${line.out.to}${line.out.due ? `, back by ${day(line.out.due)}` : ""}`
                : ""}
              {line.state === "here" ? ` · ${daysWords(line.days)}` : ""}
            </Right>
            {line.state === "out" && mayWrite && (
              <Flex gap="10px">
                <QuietButton onClick={() => append("came-back", { part: line.part, state: "right", words: null })}>
                  it is back
                </QuietButton>
                <QuietButton onClick={() => append("came-back", { part: line.part, state: "damaged", words: null })}>
                  back, damaged
                </QuietButton>
              </Flex>
            )}
          </chakra.li>
        ))}
      </Section>
      {mine.length > 0 && mayWrite && (
        <WhomAndDay
          name="Send out"
          told={`${many(mine.length, "part")} to`}
          whom="Machine shop"
          day={{ label: "Back by", before: "back by" }}
          act="Send out"
          usual={{ whom: "", day: "" }}
          onKeep={send}
        />
      )}
      {shop.operations.length > 0 && (
        <Section title="In this order" told="">
          {shop.operations.map(({ operation, lines }, at) => (
            <chakra.li
              key={operation.id}
              display="flex"
              gap="12px"
              py="6px"
              fontSize="14px"
              borderBottomWidth="1px"
              borderBottomStyle="dotted"
              borderColor="line"
            >
              <chakra.span width="18px" color="quiet" fontVariantNumeric="tabular-nums">
                {at + 1}
              </chakra.span>
              <chakra.span flex="1" minWidth="0">
                <strong>{capital(operation.name)}</strong> {lines.map(({ tag }) => tag).join(", ")}
                {operation.finish && (
                  <chakra.span display="block" fontSize="13px" color="quiet">
                    {operation.finish}
                  </chakra.span>
                )}
                {operation.caution && (
                  <chakra.span display="block" fontSize="13px" color="near">
                    {operation.caution}
                  </chakra.span>
                )}
              </chakra.span>
            </chakra.li>
          ))}
        </Section>
      )}
    </>
  );
}
