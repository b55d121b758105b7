"use client";
import { Box, Heading, NativeSelect, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { courses, type Course } from "@/core/intake/worth-rebuilding";
import { sayProblem } from "@/words/say-problem";
import { sayAmount } from "@/words/say-money";
import { courseWords, dispositionWords } from "@/words/words-for";
import { Leader } from "../../kit/Leader";
import { useJob } from "../../job/JobContext";

/** The dearest lines are shown, the rest as one. */
const mostItems = 8;

/** Whether a rebuild is sensible at all, what that rests on, and what was chosen. */
export function Worth() {
  const { assessment, wording, append, mayDecide } = useJob();
  const { worth } = assessment.intake;
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
        <chakra.dl mt="8px" aria-label="What the parts cost">
          {worth.items.slice(0, mostItems).map(({ partClass, disposition, count, amount }) => (
            <Leader
              key={`${partClass} ${disposition}`}
              name={`${count} × ${partClass}, ${disposition === "hold" ? "likely" : dispositionWords[disposition].toLowerCase()}`}
            >
              {sayAmount(amount, currency)}
            </Leader>
          ))}
          {worth.items.length > mostItems && (
            <Leader name={`${worth.items.length - mostItems} lines more`}>
              {sayAmount(
                worth.items.slice(mostItems).reduce((sum, { amount }) => sum + amount, 0),
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
