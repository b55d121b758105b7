"use client";
import { Box, Button, Flex, Heading, chakra } from "@chakra-ui/react";
import { useState, type FormEvent } from "react";
import { uncheckedPart, type CrackPart, type JudgedCrack } from "@/core/crack/assess-crack";
import type { CompiledPack } from "@/core/pack/compile-pack";
import { zonesCrossed } from "@/core/crack/crack-verdict";
import { lineLength, type Spot } from "@/core/numeric/plane";
import { formatQuantity } from "@/core/quantity/format-quantity";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { sayRef } from "@/words/say-option";
import { many } from "@/words/sentences/sentence";
import { sayProblem } from "@/words/say-problem";
import { crackStateWords } from "@/words/words-for";
import { Cautions } from "../../job/Cautions";
import { StationHolds } from "../../job/StationHolds";
import { StationLayout } from "../../job/StationLayout";
import { useInHand, useJob } from "../../job/JobContext";
import { useNumberIn } from "../../job/use-number-in";
import { Chip } from "../../kit/Chip";
import { SmallInput } from "../../kit/SmallInput";
import { PartInHand } from "../../parts/PartInHand";
import { PartPicker } from "../strip/PartPicker";
import { Threads } from "./Threads";
import { sayZoneState, ZoneMapDrawing } from "./ZoneMapDrawing";
import { Day } from "../../kit/day";

const verdictColor = { harmless: "sound", watch: "near", repairable: "emberInk", scrap: "out" } as const;

/** What a crack means, zone by zone, and where that stands. */
function CrackLine({ judged, isChosen, onChoose }: { judged: JudgedCrack; isChosen: boolean; onChoose: () => void }) {
  const { append, mayWrite, wording, nameOf } = useJob();
  const { crack, zones, verdict, lengthMm, isMeasured } = judged;
  return (
    <Box
      py="8px"
      pl="10px"
      borderLeftWidth="3px"
      borderColor={isChosen ? "ember" : "transparent"}
      borderBottomWidth="1px"
      borderBottomStyle="dotted"
      borderBottomColor="line"
      onClick={onChoose}
    >
      <Flex gap="10px" align="baseline" wrap="wrap" fontSize="15px">
        <chakra.strong color={verdict ? verdictColor[verdict] : "near"}>
          {verdict ? capital(crackStateWords[verdict]) : "Cannot tell yet"}
        </chakra.strong>
        <span>
          {crack.typed ?? formatQuantity(lengthMm, wording.unit, wording.unit.decimals - 2)}
          {isMeasured ? "" : " as drawn, not measured"}
          {crack.words ? ` · ${crack.words}` : ""}
        </span>
        <chakra.span fontSize="12px" color="quiet">
          {nameOf(crack.author)}, <Day of={crack.at} />
        </chakra.span>
        {mayWrite && (
          <chakra.button
            type="button"
            ml="auto"
            aria-label="Strike this crack"
            color="quiet"
            minWidth="28px"
            minHeight="32px"
            cursor="pointer"
            _hover={{ color: "out" }}
            onClick={() => append("entry-struck", { strikes: [crack.id], undo: true })}
          >
            ×
          </chakra.button>
        )}
      </Flex>
      {zones.map(({ zone, rule, unknown }) => (
        <chakra.p key={zone.id} fontSize="13px" mt="2px">
          <chakra.span color="quiet">{capital(zone.name)}:</chakra.span>{" "}
          {rule ? (
            <>
              {crackStateWords[rule.verdict]}. {rule.why}
              {rule.repair ? ` ${capital(rule.repair.name)}, about ${grouped(rule.repair.cost)}.` : ""}{" "}
              <chakra.span color="quiet">{sayRef(rule.ref, wording.sources)}</chakra.span>
            </>
          ) : (
            <chakra.span color="near">
              {unknown.includes("length") ? "its length decides: measure it. " : ""}
              {unknown.includes("school") ? "whether cracks are repaired here is not said at Intake." : ""}
            </chakra.span>
          )}
        </chakra.p>
      ))}
    </Box>
  );
}

/** Records a check of what is chosen on the map, or of all of it: how it was made ready, how, by whom, and what it showed. */
function CheckBar({
  of,
  zones,
  onDone,
}: {
  of: CrackPart;
  zones: ReadonlySet<string>;
  onDone: (found: "nothing" | "cracks") => void;
}) {
  const { pack, append, mayWrite, assessment, me } = useJob();
  const material = pack.pack.materials.find((each) => each.id === of.partClass.material);
  const isGround = assessment.job.readings.some(
    (reading) => reading.part === of.part.id && assessment.job.occasions.get(reading.occasion)?.phase === "reworked",
  );
  const [after, setAfter] = useState(isGround);
  const [method, setMethod] = useState<string | null>(null);
  const [preparation, setPreparation] = useState("");
  const [by, setBy] = useState("");
  const isClean = assessment.job.cleaned.some((each) => each.part === of.part.id);
  if (!mayWrite) return null;
  const check = (found: "nothing" | "cracks") => {
    append("crack-checked", {
      part: of.part.id,
      method: method!,
      zones: [...zones],
      when: after ? "after-grinding" : "before-machining",
      found,
      preparation: preparation.trim() || null,
      by: by.trim() || null,
    });
    setMethod(null);
    onDone(found);
  };
  return (
    <Box mt="10px">
      <Flex gap="6px" wrap="wrap" align="center" role="group" aria-label="A check">
        <chakra.span fontSize="14px">
          {zones.size === 0 ? "All of it" : `${zones.size} ${zones.size === 1 ? "zone" : "zones"}`} checked by
        </chakra.span>
        {pack.pack.crackMethods.map((each) => {
          const blind = each.magneticOnly && material?.magnetic !== true;
          return (
            <Chip
              key={each.id}
              isOn={method === each.id}
              isQuiet={blind}
              title={
                blind
                  ? `finds nothing in ${material?.name ?? "it"}`
                  : `${each.sees}${each.caution ? `. ${each.caution}` : ""}`
              }
              onClick={() => setMethod(method === each.id ? null : each.id)}
            >
              {each.name}
            </Chip>
          );
        })}
        <chakra.label display="inline-flex" gap="7px" alignItems="center" fontSize="13px" minHeight="36px">
          <input type="checkbox" checked={after} onChange={(event) => setAfter(event.currentTarget.checked)} /> after
          grinding
        </chakra.label>
      </Flex>
      {method !== null && (
        <Flex gap="8px" wrap="wrap" align="center" mt="8px">
          <SmallInput
            value={preparation}
            maxLength={200}
            onChange={(event) => setPreparation(event.currentTarget.value)}
            placeholder="how it was made ready"
            aria-label="How it was made ready"
            width="210px"
          />
          <SmallInput
            value={by}
            maxLength={120}
            onChange={(event) => setBy(event.currentTarget.value)}
            placeholder={`by ${me.name}`}
            aria-label="Who made the check"
            width="150px"
          />
          <Button
            size="sm"
            minHeight="36px"
            bg="ember"
            color="onEmber"
            fontWeight={700}
            onClick={() => check("nothing")}
          >
            Checked, nothing found
          </Button>
          <Button size="sm" minHeight="36px" variant="outline" onClick={() => check("cracks")}>
            Cracks: draw them
          </Button>
        </Flex>
      )}
      {!isClean && (
        <chakra.p fontSize="13px" color="near" mt="4px">
          Not cleaned yet: a check now proves nothing.
        </chakra.p>
      )}
      {of.sister && !of.isChecked && (
        <chakra.p fontSize="13px" color="near" mt="4px">
          {of.sister.tag} broke beside it: it is crack-checked before it is used again.
        </chakra.p>
      )}
      {of.partClass.crackCheck && (
        <chakra.p fontSize="12px" color="quiet" mt="3px">
          Asked for:{" "}
          {of.partClass.crackCheck.methods
            .map((id) => pack.pack.crackMethods.find((each) => each.id === id)?.name)
            .join(" or ")}
          . {[...new Set(pack.pack.crackMethods.flatMap((each) => each.caution ?? []))].join(" ")}
        </chakra.p>
      )}
    </Box>
  );
}

/** One check in words: how, of what, made ready how, by whom, and what it showed. */
function sayCheck(
  { check, flaw }: CrackPart["checks"][number],
  pack: CompiledPack,
  nameOf: (author: string) => string,
) {
  const method = pack.pack.crackMethods.find(({ id }) => id === check.method)?.name ?? check.method;
  return (
    [
      method,
      ...(check.zones.length > 0 ? [`${check.zones.length} zones`] : []),
      ...(check.preparation ? [check.preparation] : []),
      check.by ?? nameOf(check.author),
      ...(check.when === "after-grinding" ? ["after grinding"] : []),
      ...(check.found === "nothing" ? ["nothing found"] : []),
    ].join(", ") + (flaw ? " (counts for nothing)" : "")
  );
}

/** One casting: its zones, its cracks, its threads. */
function Casting({ of }: { of: CrackPart }) {
  const { append, mayWrite, pack, nameOf } = useJob();
  const { map } = of;
  const [draft, setDraft] = useState<readonly Spot[] | null>(null);
  const [length, setLength] = useState("");
  const [words, setWords] = useState("");
  const [zones, setZones] = useState<ReadonlySet<string>>(new Set());
  const [chosen, setChosen] = useState<string | null>(null);
  const { unit, read, show } = useNumberIn()("mm");
  const measured = length.trim() === "" ? null : read(length);
  const wrong =
    measured === null
      ? null
      : "wrong" in measured
        ? measured.wrong
        : measured.value > 0
          ? null
          : `“${length}” is no length.`;
  const isOutside = draft !== null && draft.length > 1 && zonesCrossed(map, draft).size === 0;
  const toggle = (zone: string) =>
    setZones(new Set(zones.has(zone) ? [...zones].filter((each) => each !== zone) : [...zones, zone]));
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (!draft || draft.length < 2 || wrong !== null) return;
    const { id } = append("crack-found", {
      part: of.part.id,
      line: draft.map((spot): [number, number] => [...spot]),
      lengthMm: measured && "value" in measured ? measured.value : null,
      ...(measured && "typed" in measured ? { typed: measured.typed } : {}),
      method: of.checks.at(-1)?.check.method ?? null,
      words: words.trim() || null,
    });
    setDraft(null);
    setLength("");
    setWords("");
    setChosen(id);
  };
  return (
    <>
      <chakra.p fontSize="13px" color="quiet">
        {of.partClass.zoneMap
          ? capital(map.view)
          : "The pack draws no zones of it: what is found is drawn on a plain outline, and a person judges it by the maker's manual."}{" "}
        ·{" "}
        {of.checks.length === 0
          ? "not checked, which is not “no crack”"
          : of.checks.map((check) => sayCheck(check, pack, nameOf)).join("; ")}
      </chakra.p>
      {
        <Box mt="8px">
          <ZoneMapDrawing
            map={map}
            zones={of.zones}
            cracks={of.cracks}
            chosenCrack={chosen}
            onChooseCrack={setChosen}
            draft={draft ?? []}
            onSpot={draft ? (spot) => setDraft([...draft, spot]) : null}
            onZone={toggle}
            chosenZones={zones}
          />
        </Box>
      }
      {draft ? (
        <chakra.form
          onSubmit={keep}
          display="flex"
          gap="8px"
          flexWrap="wrap"
          alignItems="center"
          mt="8px"
          fontSize="14px"
        >
          <span>
            {draft.length < 2
              ? "Press where the crack begins, and along it to its end."
              : `${show(Math.round(lineLength(draft)))} ${unit.symbol} as drawn.`}
          </span>
          <SmallInput
            value={length}
            onChange={(event) => setLength(event.currentTarget.value)}
            placeholder="measured"
            aria-label={`Length of the crack, ${unit.symbol}`}
            width="94px"
            wrong={wrong !== null}
          />
          <span>{unit.symbol}</span>
          <SmallInput
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
            placeholder="how it looks"
            aria-label="How the crack looks"
            width="180px"
          />
          <Button
            type="submit"
            size="sm"
            bg="ember"
            color="onEmber"
            disabled={draft.length < 2 || wrong !== null || isOutside}
          >
            Record the crack
          </Button>
          <Button size="sm" variant="ghost" onClick={() => setDraft(null)}>
            Leave it
          </Button>
          {wrong && (
            <chakra.span role="alert" color="out" fontSize="13px">
              {wrong}
            </chakra.span>
          )}
          {isOutside && (
            <chakra.span role="alert" color="out" fontSize="13px">
              The line lies in no zone: draw it where the crack is.
            </chakra.span>
          )}
        </chakra.form>
      ) : (
        <>
          {mayWrite && (
            <Button
              mt="8px"
              bg="ember"
              color="onEmber"
              fontWeight={700}
              height="42px"
              px="18px"
              onClick={() => {
                setDraft([]);
                setZones(new Set());
              }}
            >
              Draw a crack
            </Button>
          )}
          <CheckBar
            of={of}
            zones={zones}
            onDone={(found) => {
              setZones(new Set());
              if (found === "cracks") setDraft([]);
            }}
          />
        </>
      )}
      {zones.size > 0 && (
        <chakra.p fontSize="13px" color="quiet" mt="6px">
          {[...zones]
            .map((id) => `${map.zones.find((zone) => zone.id === id)!.name}: ${sayZoneState(of.zones.get(id) ?? null)}`)
            .join("; ")}
        </chakra.p>
      )}
      {of.cracks.length > 0 && (
        <Box mt="14px" aria-label="Cracks" role="group">
          {of.cracks.map((judged) => (
            <CrackLine
              key={judged.crack.id}
              judged={judged}
              isChosen={judged.crack.id === chosen}
              onChoose={() => setChosen(judged.crack.id)}
            />
          ))}
        </Box>
      )}
      <Threads of={of} />
    </>
  );
}

function noteOf({ worst, isChecked, cracks, isUndrawn, sister }: CrackPart): string {
  if (worst === "scrap") return "scrap";
  if (cracks.length > 0) return `${many(cracks.length, "crack")}, ${worst ?? "open"}`;
  if (isUndrawn) return "cracks, not drawn";
  return isChecked ? "nothing found" : sister ? `owed: ${sister.tag} broke` : "not checked";
}

/** Where castings are looked over before money goes into them. */
export function CrackStation() {
  const { assessment, wording, pack } = useJob();
  const { hand } = useInHand();
  const { crack } = assessment;
  const inHand = assessment.job.parts.get(hand ?? "");
  const itsClass = inHand && pack.classes.get(inHand.class);
  const of =
    crack.byPart.get(hand ?? "") ??
    (inHand && itsClass ? uncheckedPart(pack, inHand, itsClass) : undefined) ??
    crack.parts.find((each) => each.partClass.zoneMap && (each.cracks.length > 0 || !each.isChecked));
  const notices = crack.problems.filter((found) => found.severity !== "hold");
  return (
    <StationLayout aside={<PartInHand shown={of?.part.id ?? null} />}>
      <Heading as="h1" fontSize="22px">
        Cracks, before money goes in
      </Heading>
      <Cautions station="crack-check" partClass={of?.part.class ?? ""} />
      <StationHolds station="crack-check" />
      {crack.parts.length === 0 && !of ? (
        <chakra.p color="quiet" mt="12px">
          The pack of this family names no parts to be crack-checked and draws no zones. Take any part in hand to check
          it all the same, and keep to the maker&apos;s manual.
        </chakra.p>
      ) : (
        <>
          <Box mt="12px">
            <PartPicker
              label="Part to check"
              fallback={of?.part.id ?? null}
              parts={[
                ...crack.parts.map((each) => ({ part: each.part, note: noteOf(each) })),
                ...[...assessment.job.parts.values()]
                  .filter((part) => !crack.byPart.has(part.id) && pack.classes.has(part.class))
                  .map((part) => ({ part, note: "not asked for" })),
              ]}
            />
          </Box>
          <Box mt="10px">{of && <Casting key={of.part.id} of={of} />}</Box>
          {notices.length > 0 && (
            <Box mt="14px">
              {notices.map((found, at) => (
                <chakra.p key={at} fontSize="13px" color="quiet" py="2px">
                  {sayProblem(found, wording)}
                </chakra.p>
              ))}
            </Box>
          )}
        </>
      )}
    </StationLayout>
  );
}
