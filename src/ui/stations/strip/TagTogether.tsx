"use client";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { useId, useState, type FormEvent } from "react";
import type { EmptyPlace } from "@/core/strip/assess-strip";
import { tagsForEmpty } from "@/core/parts/next-tags";
import { capital } from "@/words/capital";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../job/JobContext";
import { SmallInput } from "../../kit/SmallInput";

/** What is wrong with the tags as they were typed, if anything is. */
function wrongTag(tags: readonly string[], taken: ReadonlySet<string>): string | null {
  const typed = tags.filter((tag) => tag !== "");
  if (typed.length === 0) return "Every line is empty: there is nothing to tag.";
  const twice = typed.find((tag, at) => typed.indexOf(tag) < at);
  if (twice) return `${twice} stands here twice. Each part has a tag of its own.`;
  const known = typed.find((tag) => taken.has(tag));
  return known ? `${known} is the tag of another part of this job. Give this one another.` : null;
}

/** Tags for all parts of places that no part is known of, given by one act. */
function TagForm({ places, onDone }: { places: readonly EmptyPlace[]; onDone: () => void }) {
  const { append, newId, assessment, pack } = useJob();
  const parts = [...assessment.job.parts.values()];
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(() =>
    tagsForEmpty(
      pack,
      places.map(({ slot }) => slot),
      parts,
    ),
  );
  const [bag, setBag] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const wrongId = useId();
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const named = places.map(({ slot, of }) => ({ slot, of, tag: (typed.get(slot) ?? "").trim() }));
    const problem = wrongTag(
      named.map(({ tag }) => tag),
      new Set(parts.map(({ tag }) => tag)),
    );
    setWrong(problem);
    if (problem) return;
    for (const { slot, of, tag } of named) {
      if (tag === "") continue;
      const part = newId();
      append("part-tagged", { part, class: pack.slots.get(slot)!.class, tag, origin: "engine" });
      append("part-installed", { part, slot });
      // Its step was ticked off before anybody could say what came out with it.
      if (of?.state === "done")
        append("part-came-out", { part, slot, step: of.step.id, orientation: null, bag: bag.trim() || null });
    }
    onDone();
  };
  const count = [...typed.values()].filter((tag) => tag.trim() !== "").length;
  return (
    <chakra.form
      onSubmit={keep}
      aria-label="Tag parts together"
      mt="8px"
      p="12px"
      bg="panel"
      borderRadius="9px"
      maxWidth="620px"
    >
      <chakra.p fontSize="13px" color="quiet">
        A line left empty: nothing was in that place.
      </chakra.p>
      <chakra.ul listStyleType="none" mt="6px" maxHeight="46vh" overflowY="auto" aria-label="Places without a part">
        {places.map(({ slot }) => {
          const { name } = pack.slots.get(slot)!;
          return (
            <chakra.li key={slot} display="flex" gap="10px" alignItems="center" py="2px">
              <SmallInput
                value={typed.get(slot) ?? ""}
                onChange={(event) => setTyped(new Map(typed).set(slot, event.currentTarget.value.toUpperCase()))}
                aria-label={`Tag of the part of ${name}`}
                aria-describedby={wrong ? wrongId : undefined}
                width="132px"
                maxLength={24}
                flexShrink={0}
              />
              <chakra.span fontSize="14px" minWidth="0">
                {capital(name)}
              </chakra.span>
            </chakra.li>
          );
        })}
      </chakra.ul>
      <Flex gap="8px" mt="10px" align="center" wrap="wrap">
        <Button type="submit" size="sm" minHeight="38px" bg="ember" color="onEmber" fontWeight={700}>
          Tag {many(count, "part")}
        </Button>
        {places.some(({ of }) => of?.state === "done") && (
          <SmallInput
            value={bag}
            onChange={(event) => setBag(event.currentTarget.value)}
            aria-label="Bag of those that are out"
            placeholder="bag of those that are out"
            width="180px"
            maxLength={40}
          />
        )}
        <Button size="sm" minHeight="38px" variant="ghost" onClick={onDone}>
          Not now
        </Button>
      </Flex>
      {wrong && (
        <chakra.p id={wrongId} role="alert" fontSize="13px" color="out" mt="6px">
          {wrong}
        </chakra.p>
      )}
    </chakra.form>
  );
}

/** Says that no part is known of in these places, and tags them all together. */
export function TagTogether({ places }: { places: readonly EmptyPlace[] }) {
  const { mayWrite } = useJob();
  const [isOpen, setOpen] = useState(false);
  if (places.length === 0) return null;
  return (
    <Box mt="12px" mb="14px">
      <Flex gap="10px" align="center" wrap="wrap" fontSize="14px">
        <chakra.span color="near">
          {many(places.length, "place")} {places.length === 1 ? "has" : "have"} no tagged part.
        </chakra.span>
        {mayWrite && !isOpen && (
          <Button size="sm" minHeight="36px" variant="outline" onClick={() => setOpen(true)}>
            Tag {places.length === 1 ? "it" : "them together"}
          </Button>
        )}
      </Flex>
      {isOpen && <TagForm places={places} onDone={() => setOpen(false)} />}
    </Box>
  );
}
