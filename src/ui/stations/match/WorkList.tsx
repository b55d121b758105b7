"use client";
import { Flex, Heading, chakra } from "@chakra-ui/react";
import type { WorkLine } from "@/core/match/working-lists";
import { capital } from "@/words/capital";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { PrintSheet } from "../../kit/PrintSheet";
import { workWords } from "./words";

/** A list that is worked through at the bench: ticked off here, or printed and ticked off on paper. */
export function WorkList({ title, lines }: { readonly title: string; readonly lines: readonly WorkLine[] }) {
  const { append, assessment, mayWrite, mayDecide } = useJob();
  const { remedies, lineTicks, header } = assessment.job;
  if (lines.length === 0) return null;
  const left = lines.filter(({ isDone }) => !isDone).length;
  const tick = ({ id, isDone, remedy }: WorkLine) => {
    if (remedy === null) {
      const before = lineTicks.filter(({ line }) => line === id);
      return append("line-ticked", { line: id, done: !isDone, ...(before.length > 0 ? { supersedes: before.map((each) => each.id) } : {}) }); // prettier-ignore
    }
    const { mating, ends } = remedy.place;
    const before = remedies.filter((each) => each.mating === mating.id && each.ends.join() === ends.join());
    append("remedy-taken", {
      mating: mating.id,
      ends: [...ends],
      remedy: remedy.remedy.id,
      state: isDone ? "meant" : "done",
      words: null,
      ...(before.length > 0 ? { supersedes: before.map((each) => each.id) } : {}),
    });
  };
  const words = ({ what, of, name, then }: WorkLine) => (
    <>
      <strong>{capital(workWords[what])}</strong> {of}
      <chakra.span opacity={0.75}>
        {" · "}
        {name}
        {then.length > 0 ? ` · ${then.join("; ")}` : ""}
      </chakra.span>
    </>
  );
  return (
    <chakra.section aria-label={title} mt="22px">
      <Flex justify="space-between" align="baseline" gap="12px" wrap="wrap">
        <Heading as="h2" fontSize="16px">
          {title}
        </Heading>
        <Flex gap="12px" align="baseline">
          <chakra.span fontSize="13px" color="quiet">
            {left === 0 ? "all done" : `${left} of ${many(lines.length, "line")} left`}
          </chakra.span>
          <PrintSheet name="print it" title={`${header?.name ?? ""} · ${title}`}>
            {lines.map((line) => (
              <chakra.p key={line.id} fontSize="13px" py="5px" borderBottom="1px solid #999">
                {line.isDone ? "☑" : "☐"} {words(line)}
              </chakra.p>
            ))}
          </PrintSheet>
        </Flex>
      </Flex>
      <chakra.ul>
        {lines.map((line) => (
          <chakra.li key={line.id} borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
            <chakra.label display="flex" gap="10px" alignItems="center" minHeight="38px" fontSize="14px">
              {line.isTickable ? (
                <chakra.input
                  type="checkbox"
                  width="18px"
                  height="18px"
                  flexShrink={0}
                  accentColor="var(--chakra-colors-ember)"
                  checked={line.isDone}
                  disabled={line.remedy ? !mayDecide : !mayWrite}
                  onChange={() => tick(line)}
                />
              ) : (
                <chakra.span width="18px" flexShrink={0} aria-hidden color={line.what === "settle" ? "out" : "near"}>
                  {line.what === "settle" ? "!" : "?"}
                </chakra.span>
              )}
              <span>{words(line)}</span>
            </chakra.label>
          </chakra.li>
        ))}
      </chakra.ul>
    </chakra.section>
  );
}
