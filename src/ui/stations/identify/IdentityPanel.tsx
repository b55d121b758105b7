"use client";
import { Box, Button, Heading, NativeSelect, Textarea, chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { IdentityResult } from "@/core/identify/assess-identity";
import { percent } from "@/words/percent";
import { sayNextCheck, sayStory } from "@/words/say-identity";
import { useJob } from "../../job/JobContext";

/** What a person says it is: what differs by variant goes by that, never by what is only likely. */
function ChosenVariant() {
  const { pack, assessment, append, mayWrite } = useJob();
  const { variant, notes } = assessment.order;
  const before = notes.about("order", "variant").map(({ id }) => id);
  return (
    <chakra.label display="block" fontSize="13px" color="quiet" mt="12px">
      Judged as
      <NativeSelect.Root size="sm" mt="3px" disabled={!mayWrite}>
        <NativeSelect.Field
          value={variant ?? ""}
          borderColor="lineStrong"
          color="ink"
          onChange={(event) =>
            append("intake-noted", {
              section: "order",
              item: "variant",
              part: null,
              place: null,
              value: event.currentTarget.value || null,
              ...(before.length > 0 ? { supersedes: before } : {}),
            })
          }
        >
          <option value="">not said yet: the strictest that may hold</option>
          {pack.pack.variants.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </chakra.label>
  );
}

/** What the engine is by all that is known, why where that needs a story, and what to look at next. */
export function IdentityPanel({ identity, onLook }: { identity: IdentityResult; onLook: (tell: string) => void }) {
  const { pack, append, mayDecide, nameOf } = useJob();
  const [why, setWhy] = useState("");
  const { posterior, next, contradiction, signed, likeliest } = identity;
  const nameOfVariant = (id: string) => pack.pack.variants.find((variant) => variant.id === id)?.name ?? id;
  const [first] = next;
  const noteOf = pack.pack.variants.find((variant) => variant.id === likeliest.variant)?.note;
  return (
    <>
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet">
        What it is
      </Heading>
      <chakra.p fontSize="30px" lineHeight="1.15">
        {nameOfVariant(likeliest.variant)}
      </chakra.p>
      <chakra.p fontSize="13px" color="quiet">
        {percent(likeliest.probability)} sure. {noteOf ?? ""}
      </chakra.p>
      <chakra.dl mt="10px">
        {[...posterior.variants]
          .sort((a, b) => b[1] - a[1])
          .map(([id, probability]) => (
            <Box key={id} py="4px">
              <chakra.dt fontSize="13px" display="flex" justifyContent="space-between">
                {nameOfVariant(id)}
                <chakra.span fontVariantNumeric="tabular-nums">{percent(probability)}</chakra.span>
              </chakra.dt>
              <chakra.dd height="4px" bg="line" borderRadius="2px" aria-hidden>
                <Box
                  height="4px"
                  borderRadius="2px"
                  bg={id === likeliest.variant ? "ember" : "lineStrong"}
                  width={`${100 * probability}%`}
                />
              </chakra.dd>
            </Box>
          ))}
      </chakra.dl>
      <ChosenVariant />
      <Heading as="h3" fontSize="13px" fontWeight={400} color="quiet" mt="18px">
        Look at next
      </Heading>
      {first && first.bits > 0.005 ? (
        <chakra.button
          type="button"
          onClick={() => onLook(first.tell.id)}
          textAlign="left"
          width="100%"
          mt="4px"
          px="12px"
          py="9px"
          borderWidth="1px"
          borderColor="ember"
          borderRadius="9px"
          bg="emberWash"
          cursor="pointer"
        >
          <chakra.span display="block" fontWeight={600} fontSize="14px">
            {first.tell.question}
          </chakra.span>
          <chakra.span fontSize="12px" color="quiet">
            {sayNextCheck(first, posterior, pack.pack)}
          </chakra.span>
        </chakra.button>
      ) : (
        <chakra.p fontSize="13px" color="quiet">
          {next.length === 0 ? "Every tell is answered." : "Nothing that is left would change much."}
        </chakra.p>
      )}
      {contradiction && (
        <Box mt="14px" role="alert">
          <Heading as="h3" fontSize="14px" fontWeight={700} color="near">
            Number, plate and tells do not agree
          </Heading>
          <chakra.p fontSize="13px" color="quiet">
            The likeliest ways in which that comes about:
          </chakra.p>
          <chakra.ol fontSize="13px" mt="4px">
            {posterior.stories
              .filter((story) => story.probability > 0.02)
              .slice(0, 5)
              .map((story) => (
                <chakra.li
                  key={`${story.id} ${story.variant}`}
                  py="4px"
                  borderBottomWidth="1px"
                  borderBottomStyle="dotted"
                  borderColor="line"
                >
                  {sayStory(story, pack.pack)} <chakra.span color="quiet">{percent(story.probability)}</chakra.span>
                </chakra.li>
              ))}
          </chakra.ol>
          {signed.map((each) => (
            <chakra.p key={each.id} fontSize="13px" mt="6px">
              Signed by {nameOf(each.author)}: {each.why}
            </chakra.p>
          ))}
          {signed.length === 0 && mayDecide && (
            <Box mt="8px">
              <chakra.label fontSize="13px">
                Why may it go on all the same?
                <Textarea
                  size="sm"
                  rows={2}
                  mt="3px"
                  value={why}
                  onChange={(event) => setWhy(event.currentTarget.value)}
                  maxLength={2000}
                  borderColor="lineStrong"
                />
              </chakra.label>
              <Button
                size="sm"
                mt="5px"
                variant="outline"
                borderColor="lineStrong"
                color="ink"
                disabled={why.trim() === ""}
                onClick={() => append("contradiction-signed", { why: why.trim(), variant: likeliest.variant })}
              >
                Sign it
              </Button>
            </Box>
          )}
        </Box>
      )}
    </>
  );
}
