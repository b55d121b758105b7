"use client";
import { Box, Heading, chakra } from "@chakra-ui/react";
import type { Lot } from "@/core/lots/lots";
import { sayToSupplier } from "@/words/say-lot";
import { capital } from "@/words/capital";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../job/JobContext";

const verdictWords = { accepted: "as it should be", refused: "goes back", open: "not inspected yet" } as const;
const verdictColor = { accepted: "sound", refused: "out", open: "near" } as const;

function LotLine({ lot }: { lot: Lot }) {
  const { wording, pack, takeInHand } = useJob();
  const { partClass, parts, measured, sample, verdict, out } = lot;
  const next = parts.find((part) => !measured.includes(part));
  return (
    <chakra.li py="8px" pl="10px" borderLeftWidth="3px" borderColor={verdictColor[verdict]} mt="8px">
      <chakra.p fontSize="15px">
        <strong>{capital(partClass.name)}</strong>
        {lot.lot ? `, lot ${lot.lot}` : `, ${parts[0]!.tag}`}: {many(parts.length, "part")}, {measured.length} of{" "}
        {sample} measured · <chakra.strong color={verdictColor[verdict]}>{verdictWords[verdict]}</chakra.strong>
      </chakra.p>
      {verdict === "open" && next && (
        <chakra.button
          type="button"
          fontSize="13px"
          color="emberInk"
          minHeight="32px"
          textDecoration="underline"
          textUnderlineOffset="3px"
          cursor="pointer"
          onClick={() => takeInHand(next.id)}
        >
          Measure {next.tag}:{" "}
          {partClass.incoming!.features.map((id) => partClass.features.find((each) => each.id === id)?.name).join(", ")}{" "}
          {/* prettier-ignore */}
        </chakra.button>
      )}
      {out.length > 0 && (
        <chakra.blockquote mt="6px" fontSize="14px" whiteSpace="pre-wrap" aria-label="What to tell the supplier">
          {sayToSupplier(lot, pack.pack.family, wording)}
        </chakra.blockquote>
      )}
    </chakra.li>
  );
}

/** What came new: accepted or sent back together. */
export function Lots() {
  const { assessment } = useJob();
  const { lots } = assessment.inHand;
  if (lots.length === 0) return null;
  return (
    <Box mt="14px">
      <Heading as="h2" fontSize="17px">
        As it came
      </Heading>
      <chakra.ul listStyleType="none" aria-label="Lots">
        {lots.map((lot) => (
          <LotLine key={lot.id} lot={lot} />
        ))}
      </chakra.ul>
    </Box>
  );
}
