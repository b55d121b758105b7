"use client";
import { hasTwoValues } from "@/core/measure/assess-row";
import { Box, Button, Flex, chakra } from "@chakra-ui/react";
import { memo } from "react";
import type { Occasion } from "@/core/entry/fold";
import type { Sheet } from "@/core/pack/compile-pack";
import { formatNumber } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { sayProblem } from "@/words/say-problem";
import { phaseWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { Key } from "../../kit/Key";
import { usePad } from "../../kit/use-pad";
import { asRead, type Acts, type SheetHands } from "./use-sheet";

const degrees = (celsius: number | null) => (celsius === null ? "unknown" : `${celsius.toFixed(1)} °C`);

/** A window with room for a few lines only: a small one, or one that is looked at twice as large. */
const short = "@media (max-height: 520px)";

const Setting = memo(function Setting({ occasion, onSetUp }: { occasion: Occasion | null; onSetUp: () => void }) {
  return (
    <Box
      fontSize="13px"
      color="quiet"
      lineHeight="1.45"
      width={{ base: "100%", md: "252px" }}
      flexShrink={0}
      css={{
        [short]: {
          display: "flex",
          gap: "0 10px",
          flexWrap: "wrap",
          width: "100%",
          maxHeight: "1.45em",
          overflow: "hidden",
          // What a hand looks for comes first.
          "& > :last-child": { order: -1 },
        },
      }}
    >
      {occasion ? (
        <>
          <div>
            <chakra.span color="ink">{occasion.gauge.name}</chakra.span>
            {occasion.master ? ` · ${occasion.master.name}` : ""}
          </div>
          <div>
            part {degrees(occasion.temperatures.partC)} · gauge {degrees(occasion.temperatures.gaugeC)}
          </div>
          <div>
            {phaseWords[occasion.phase]}
            {occasion.gauge.simulated ? " · simulated" : ""} ·{" "}
            <chakra.button
              type="button"
              onClick={onSetUp}
              textDecoration="underline"
              textUnderlineOffset="3px"
              cursor="pointer"
              _hover={{ color: "ink" }}
            >
              set up anew
            </chakra.button>
          </div>
        </>
      ) : (
        <div>No gauge is set up for this sheet.</div>
      )}
    </Box>
  );
});

/** What is done with the figure. The same for every figure: not drawn again for it. */
const Buttons = memo(function Buttons({
  acts,
  keeps,
  isSimulated,
  unit,
}: {
  acts: Acts;
  /** What was asked about is kept. */
  keeps: boolean;
  isSimulated: boolean;
  unit: string;
}) {
  const { mayWrite } = useJob();
  const pad = usePad(unit);
  const hasLetters = pad.inputMode === "text";
  return (
    <>
      <Button
        onMouseDown={(event) => event.preventDefault()}
        onClick={() => acts.take("value")}
        disabled={!mayWrite}
        bg="ember"
        color="onEmber"
        fontWeight={700}
        height="44px"
        px={{ base: "14px", md: "20px" }}
      >
        {keeps ? "Keep it" : "Take"} ⏎
      </Button>
      {isSimulated && mayWrite && (
        <Button
          variant="outline"
          borderColor="lineStrong"
          height="44px"
          px="14px"
          color="ink"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => acts.send()}
          title="The simulated gauge reads this point and types it (Space)"
        >
          Gauge sends
        </Button>
      )}
      <Button
        variant="outline"
        borderColor="lineStrong"
        height="44px"
        minWidth="52px"
        color="ink"
        display="none"
        css={{ "@media (pointer: coarse)": { display: "inline-flex" } }}
        onMouseDown={(event) => event.preventDefault()}
        onClick={() => pad.choose(hasLetters ? "decimal" : "text")}
        aria-label={hasLetters ? "Keyboard with digits alone" : "Keyboard with letters and a slash"}
      >
        {hasLetters ? "123" : "abc /"}
      </Button>
    </>
  );
});

const BarKeys = memo(function BarKeys({ isSimulated }: { isSimulated: boolean }) {
  return (
    <Box fontSize="12px" color="quiet" lineHeight="1.9" flexShrink={0} hideBelow="xl">
      <div>
        <Key>Backspace</Key> strike · <Key>Esc</Key> clear
      </div>
      <div>
        <Key>Shift ⏎</Key> repeat ·{" "}
        {isSimulated ? (
          <>
            <Key>Space</Key> send
          </>
        ) : (
          <>
            <Key>?</Key> all keys
          </>
        )}
      </div>
    </Box>
  );
});

/** The bar along the bottom: the gauge in hand, the figure it shows, and what to do with it. */
export function GaugeBar({
  sheet,
  hands,
  occasion,
  onSetUp,
}: {
  sheet: Sheet;
  hands: SheetHands;
  occasion: Occasion | null;
  onSetUp: () => void;
}) {
  const { unitFor, wording, mayWrite, me, nameOf } = useJob();
  const unit = unitFor(sheet.feature.unit);
  const { row, point, key } = hands.active;
  const draft = hands.draftOf(key);
  const spec = sheet.feature.points.find((each) => each.id === point.point)!;
  const read = hasTwoValues(point) ? null : asRead(point);
  const figure = draft?.text || (read === null ? "–" : formatNumber(read, unit));
  const isQuestion = draft?.found?.severity === "notice";

  return (
    <Flex
      as="section"
      aria-label="Gauge"
      data-screen-only
      align="center"
      columnGap={{ base: "12px", md: "18px" }}
      rowGap="8px"
      wrap={{ base: "wrap", lg: "nowrap" }}
      px="18px"
      py="10px"
      minHeight="84px"
      css={{ [short]: { minHeight: "0", paddingBlock: "6px", rowGap: "4px" } }}
      borderTopWidth="1px"
      borderColor="line"
      bg="panel"
      flexShrink={0}
    >
      <Setting occasion={occasion} onSetUp={onSetUp} />
      {occasion || !mayWrite ? (
        <>
          <chakra.div
            aria-hidden
            fontSize={{ base: "30px", md: "38px" }}
            lineHeight="1"
            minWidth={{ base: "108px", md: "136px" }}
            fontVariantNumeric="tabular-nums"
            overflow="hidden"
            textOverflow="ellipsis"
            whiteSpace="nowrap"
            maxWidth="230px"
          >
            {figure}
          </chakra.div>
          <Buttons acts={hands.acts} keeps={isQuestion} isSimulated={hands.isSimulated} unit={unit.id} />
        </>
      ) : (
        <Button onClick={onSetUp} bg="ember" color="onEmber" fontWeight={700} height="44px" px="20px">
          Set up a gauge
        </Button>
      )}
      <Box flex="1" minWidth="180px" fontSize="14px" id="measure-says" role="status">
        {draft?.found ? (
          <chakra.span color={isQuestion ? "near" : "out"}>
            <strong>
              {capital(row.row.name)}, {spec.name}.
            </strong>{" "}
            {sayProblem(draft.found, wording)}
            {isQuestion ? " Enter keeps it, Esc takes it away." : ""}
          </chakra.span>
        ) : (
          <>
            <strong>
              {capital(row.row.name)}, {spec.name}.
            </strong>{" "}
            {hasTwoValues(point) && (
              <chakra.span color="near">
                Two values:{" "}
                {point.readings.map((each) => `${formatNumber(each.value, unit)} by ${nameOf(each.author)}`).join(", ")}
                {point.conflict ? ", or struck" : ""}. Measure again and type the right one: it takes the place of
                both.{" "}
              </chakra.span>
            )}
            <chakra.span color="quiet" css={{ [short]: { display: mayWrite ? "none" : "inline" } }}>
              {mayWrite
                ? spec.hint
                : `You are signed in as ${me.role}: readings are entered by an inspector or a lead.`}
            </chakra.span>
          </>
        )}
      </Box>
      <BarKeys isSimulated={hands.isSimulated} />
    </Flex>
  );
}
