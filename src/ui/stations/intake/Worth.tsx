"use client";
import { Box, Heading, NativeSelect, chakra } from "@chakra-ui/react";
import type { KindOfWork } from "@/core/entry/outcomes";
import { useMemo, useState } from "react";
import { courses, worthOf, type Course, type WorthItem } from "@/core/money/worth";
import { sayProblem } from "@/words/say-problem";
import { sayMinutes } from "@/words/say-money";
import { sayMinor } from "@/words/say-plan";
import { courseWords, workWords } from "@/words/words-for";
import { Leader } from "../../kit/Leader";
import { useJob } from "../../job/JobContext";

/** The dearest lines are shown, the rest as one. */
const mostItems = 8;

const nameOfItem = ({ is, name, count, minutes }: WorthItem): string => {
  if (is === "labour") return `${workWords[name as KindOfWork]}, ${sayMinutes(minutes ?? 0)}`;
  const counted = `${count > 1 ? `${count} × ` : ""}${name}`;
  return { parts: counted, "used-up": counted, "machine-shop": `${counted}, machine shop`, deposit: `${counted}, deposit`, unseen: `${counted}, not judged yet: likely` }[is]; // prettier-ignore
};

/** Whether a rebuild is sensible at all, what that rests on, and what was chosen. */
export function Worth() {
  const { assessment, pack, wording, append, mayDecide } = useJob();
  const worth = useMemo(() => worthOf(pack, assessment), [pack, assessment]);
  const chosen = assessment.job.courses.at(-1);
  const [course, setCourse] = useState<Course | "">("");
  if (!worth) return null;
  const currency = assessment.order.settings?.currency ?? null;
  const choose = (next: Course) => {
    append("course-chosen", {
      course: next,
      why: next === worth.course ? "as proposed" : "against the proposal",
      proposal: worth.course ?? "none",
      ...(assessment.job.courses.length > 0 ? { supersedes: assessment.job.courses.map((each) => each.id) } : {}),
    });
    setCourse("");
  };
  return (
    <Box>
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet">
        Is a rebuild sensible?
      </Heading>
      {worth.course && (
        <chakra.p fontSize="24px" lineHeight="1.2" mt="2px" color={worth.course === "rebuild" ? "sound" : "near"}>
          {courseWords[worth.course]}
        </chakra.p>
      )}
      {worth.reasons.map((found, at) => (
        <chakra.p key={at} fontSize="13px" color={found.severity === "error" ? "near" : "quiet"} mt="3px">
          {sayProblem(found, wording)}
        </chakra.p>
      ))}
      {worth.items.length > 0 && (
        <chakra.dl mt="8px" aria-label="What it is made of">
          {worth.items.slice(0, mostItems).map((item) => (
            <Leader key={`${item.is} ${item.name}`} name={nameOfItem(item)}>
              {item.amount === null ? "no price" : sayMinor(item.amount, currency)}
            </Leader>
          ))}
          {worth.items.length > mostItems && (
            <Leader name={`${worth.items.length - mostItems} lines more`}>
              {sayMinor(
                worth.items.slice(mostItems).reduce((sum, { amount }) => sum + (amount ?? 0), 0),
                currency,
              )}
            </Leader>
          )}
        </chakra.dl>
      )}
      {worth.wouldChange.map((found, at) => (
        <chakra.p key={at} fontSize="13px" mt="3px">
          {sayProblem(found, wording)}
        </chakra.p>
      ))}
      {chosen && (
        <chakra.p fontSize="13px" mt="6px" fontWeight={600}>
          Chosen: {courseWords[chosen.course].toLowerCase()}
        </chakra.p>
      )}
      {mayDecide && (
        <NativeSelect.Root size="sm" mt="6px">
          <NativeSelect.Field
            aria-label="What is to become of the engine"
            value={course}
            onChange={(event) => choose(event.currentTarget.value as Course)}
          >
            <option value="">{chosen ? "choose another way" : "choose"}</option>
            {courses.map((each) => (
              <option key={each} value={each}>
                {courseWords[each]}
                {each === worth.course ? " (proposed)" : ""}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      )}
    </Box>
  );
}
