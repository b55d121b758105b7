"use client";
import { Flex, Table, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { livesByClass } from "@/core/lives/lifetimes";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../../job/JobContext";
import { QuietButton } from "../../../kit/SayWhy";

const twoDigits = (hours: number) => grouped(Number(hours.toPrecision(2)));

/** How long parts last by the shop's own, openly: adopted into this job by an entry, or not. */
export function ShopLives() {
  const { append, assessment, shop, pack, mayDecide } = useJob();
  const counted = shop.lifetimes.get(pack.pack.id);
  const lives = useMemo(() => livesByClass(counted ?? []), [counted]);
  const taken = assessment.job.livesTaken.at(-1);
  if ((counted ?? []).length === 0 && !taken) return null;
  const classes = [...lives].map(([of, fit]) => ({
    class: of,
    hours: fit.half,
    low: fit.halfLow,
    high: fit.halfHigh,
    shape: fit.shape,
    count: fit.count,
    ended: fit.ended,
  }));
  const shown = taken?.on ? taken.classes : classes;
  const nameOf = (of: string) => pack.classes.get(of)?.name ?? of;
  const adopt = (on: boolean) =>
    append("lives-adopted", {
      on,
      classes: on ? classes.slice(0, 300) : [],
      ...(taken ? { supersedes: [taken.id] } : {}),
    });
  return (
    <chakra.section mt="18px" fontSize="13px" color="quiet" aria-label="How long parts last">
      <Flex gap="10px" align="baseline" wrap="wrap">
        <span>
          {taken?.on
            ? `How long parts last: by this shop's own for ${many(taken.classes.length, "kind")}, else by the pack.`
            : `How long parts last: by the pack. This shop has counted ${many(counted?.length ?? 0, "part")}; ${many(classes.length, "kind")} of them ended often enough to say.`}
        </span>
        {mayDecide && (taken?.on === true || classes.length > 0) && (
          <QuietButton onClick={() => adopt(!taken?.on)}>
            {taken?.on ? "go by the pack alone" : "go by the shop's own here"}
          </QuietButton>
        )}
      </Flex>
      {shown.length > 0 && (
        <Table.Root size="sm" mt="6px" maxWidth="620px" variant="line">
          <Table.Header>
            <Table.Row bg="transparent">
              {["Kind", "Half run", "between", "Shape", "Counted"].map((name) => (
                <Table.ColumnHeader key={name} color="quiet" fontWeight={400} px="6px">
                  {name}
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {shown.map((each) => (
              <Table.Row key={each.class} bg="transparent" fontVariantNumeric="tabular-nums">
                <Table.Cell px="6px">{capital(nameOf(each.class))}</Table.Cell>
                <Table.Cell px="6px">{twoDigits(each.hours)} h</Table.Cell>
                <Table.Cell px="6px">{`${twoDigits(each.low)} to ${twoDigits(each.high)}`}</Table.Cell>
                <Table.Cell px="6px">{each.shape.toFixed(1)}</Table.Cell>
                <Table.Cell px="6px">{`${each.count}, ${each.ended} ended`}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
    </chakra.section>
  );
}
