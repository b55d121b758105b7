"use client";
import { chakra } from "@chakra-ui/react";
import { unmovingWords } from "@/words/words-for";
import { sayEntry } from "@/words/say-entry";
import { useJob } from "./JobContext";

const most = 4;

/** What was recorded of a part and moves nothing, with who says so and why. What only names it is left out. */
export function NotedOnly({ part }: { part: string }) {
  const { assessment, log } = useJob();
  const noted = (assessment.heard.noted.get(part) ?? []).filter(({ heard }) => heard.why !== "names-it");
  if (noted.length === 0) return null;
  const byId = new Map(log.entries.map((entry) => [entry.id, entry]));
  return (
    <chakra.ul mt="8px" aria-label="Noted, and moves nothing" fontSize="12px" color="quiet" lineHeight="1.35">
      {noted.slice(0, most).map(({ entry, heard }) => {
        const said = byId.get(entry);
        return (
          <chakra.li key={entry} mt="4px">
            Noted, and moves nothing: {said ? sayEntry(said) : "an entry it came with"}.{" "}
            {heard.by === "pack" ? heard.why : unmovingWords[heard.why]}
          </chakra.li>
        );
      })}
      {noted.length > most && <chakra.li mt="4px">and {noted.length - most} more</chakra.li>}
    </chakra.ul>
  );
}
