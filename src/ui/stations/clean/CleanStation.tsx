"use client";
import { Box, Button, Flex, Grid, Heading, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { treatmentsFor, type CleanPart, type PassageResult } from "@/core/clean/assess-clean";
import { capital } from "@/words/capital";
import { sayRef } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { allowedWords, provenWords } from "@/words/words-for";
import { Cautions } from "../../job/Cautions";
import { StationHolds } from "../../job/StationHolds";
import { StationLayout } from "../../job/StationLayout";
import { useInHand, useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { FindingsSheet } from "../strip/FindingsSheet";
import { PartInHand } from "../../parts/PartInHand";
import { PartPicker } from "../strip/PartPicker";
import { CircuitDrawing } from "./CircuitDrawing";
import { useDay } from "../../kit/day";

const allowedColor = { yes: "sound", care: "near", no: "out" } as const;

/** The way to clean the part in hand, what comes out first, and what may not be done to it. */
function Treatments({ of, canSee }: { of: CleanPart; canSee: boolean }) {
  const day = useDay();
  const { pack, append, mayWrite, wording, nameOf } = useJob();
  const { part, cleaned } = of;
  const partClass = pack.classes.get(part.class)!;
  const verdicts = treatmentsFor(pack, partClass);
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const [asked, setAsked] = useState<string | null>(null);
  const first = partClass.cleaning?.first ?? [];
  const left = first.filter(({ id }) => !out.has(id));
  const material = pack.pack.materials.find((each) => each.id === partClass.material);
  const clean = (treatment: string) => {
    append("part-cleaned", { part: part.id, treatment, first: [...out] });
    setAsked(null);
  };
  const toggle = (id: string) => setOut(new Set(out.has(id) ? [...out].filter((each) => each !== id) : [...out, id]));
  const press = (treatment: string, isSafe: boolean) =>
    isSafe && left.length === 0 && canSee ? clean(treatment) : setAsked(treatment);
  const verdict = verdicts.find((each) => each.treatment === asked);
  return (
    <Box>
      <chakra.p fontSize="14px" color="quiet">
        {capital(material?.name ?? "material unknown")}
        {partClass.cleaning?.note ? ` · ${partClass.cleaning.note}` : ""}
        {partClass.cleaning ? ` · ${sayRef(partClass.cleaning.ref, wording.sources)}` : ""}
      </chakra.p>
      {cleaned.length > 0 && (
        <chakra.p fontSize="14px" mt="6px" color="sound">
          Cleaned:{" "}
          {cleaned
            .map(
              (each) =>
                `${verdicts.find((one) => one.treatment === each.treatment)?.name ?? each.treatment}, ${nameOf(each.author)}, ${day(each.at)}`,
            )
            .join("; ")}
        </chakra.p>
      )}
      {first.length > 0 && (
        <Box mt="10px" role="group" aria-label="What comes out first">
          <chakra.p fontSize="14px" fontWeight={600}>
            First
          </chakra.p>
          <Flex gap="6px" mt="4px" wrap="wrap">
            {first.map(({ id, name }) => (
              <Chip key={id} isOn={out.has(id)} tone="sound" disabled={!mayWrite} onClick={() => toggle(id)}>
                {name}
              </Chip>
            ))}
          </Flex>
        </Box>
      )}
      <Box mt="10px" role="group" aria-label="Ways to clean it">
        {verdicts.map(({ treatment, name, allowed, why, ref, caution }) => (
          <Flex
            key={treatment}
            gap="12px"
            py="5px"
            align="center"
            borderBottomWidth="1px"
            borderBottomStyle="dotted"
            borderColor="line"
          >
            <chakra.button
              type="button"
              disabled={!mayWrite}
              onClick={() => press(treatment, allowed === "yes" || allowed === "care")}
              minWidth={{ base: "112px", md: "136px" }}
              minHeight={{ base: "44px", md: "36px" }}
              px="11px"
              borderRadius="8px"
              borderWidth="1px"
              borderColor={allowed === "no" ? "line" : "lineStrong"}
              textAlign="left"
              fontSize="14px"
              cursor={mayWrite ? "pointer" : "default"}
              color={allowed === "no" ? "quiet" : "ink"}
              textDecoration={allowed === "no" ? "line-through" : undefined}
              _hover={{ borderColor: "ember" }}
            >
              {capital(name)}
            </chakra.button>
            <chakra.span fontSize="13px" lineHeight="1.3">
              <chakra.strong color={allowed ? allowedColor[allowed] : "near"}>
                {allowed ? allowedWords[allowed] : "not known"}
              </chakra.strong>
              {why ? ` · ${why}` : " · the pack does not say whether it stands that"}{" "}
              {ref && <chakra.span color="quiet">{sayRef(ref, wording.sources)}</chakra.span>}
              {allowed !== "no" && caution && (
                <chakra.span display="block" color="quiet" fontSize="12px">
                  {caution}
                </chakra.span>
              )}
            </chakra.span>
          </Flex>
        ))}
      </Box>
      {asked && verdict && (
        <Box mt="10px" role="alert" borderLeftWidth="3px" borderColor="near" pl="12px" fontSize="14px">
          {!canSee && <p>Look first: some findings are washed away, and nobody has looked. They stand above.</p>}
          {left.length > 0 && <p>Still in: {left.map(({ name }) => name).join(", ")}.</p>}
          {verdict.allowed === "no" && (
            <p>
              {capital(verdict.name)} is forbidden for it. {verdict.why}
            </p>
          )}
          {verdict.allowed === null && <p>The pack does not say whether it stands {verdict.name}.</p>}
          <Flex gap="8px" mt="6px">
            <Chip isOn={false} onClick={() => clean(verdict.treatment)}>
              It was cleaned like that all the same
            </Chip>
            <Chip isOn={false} isQuiet onClick={() => setAsked(null)}>
              Not yet
            </Chip>
          </Flex>
        </Box>
      )}
    </Box>
  );
}

/** Proves passages clear, one by one, on the drawing of their circuit. */
function Passages({ passages }: { passages: readonly PassageResult[] }) {
  const { append, mayWrite, nameOf } = useJob();
  const [chosen, setChosen] = useState<string | null>(null);
  const circuits = [...new Set(passages.map(({ circuit }) => circuit))];
  const here =
    passages.find(({ passage }) => passage.id === chosen) ??
    passages.find(({ clear }) => clear !== true) ??
    passages[0]!;
  const prove = (how: keyof typeof provenWords, clear: boolean) => {
    append("passage-proven", {
      circuit: here.circuit.id,
      passage: here.passage.id,
      how,
      clear,
      words: null,
      ...(here.proofs.length > 0 ? { supersedes: here.proofs.map((each) => each.id) } : {}),
    });
    setChosen(null);
  };
  const proven = passages.filter(({ clear }) => clear === true).length;
  return (
    <Box mt="22px">
      <Heading as="h2" fontSize="17px">
        Passages{" "}
        <chakra.span fontSize="13px" fontWeight={400} color="quiet">
          {proven} of {passages.length} proven clear
        </chakra.span>
      </Heading>
      {circuits.map((circuit) => (
        <CircuitDrawing
          key={circuit.id}
          circuit={circuit}
          passages={passages.filter((each) => each.circuit === circuit)}
          chosen={here.circuit === circuit ? here.passage.id : null}
          onChoose={setChosen}
        />
      ))}
      <Flex gap="8px" align="center" wrap="wrap" mt="8px">
        <chakra.span fontSize="15px" fontWeight={600}>
          {capital(here.passage.name)}
        </chakra.span>
        <chakra.span fontSize="13px" color={here.clear === false ? "out" : here.clear ? "sound" : "near"}>
          {here.clear === null
            ? "not proven"
            : `${here.clear ? "clear" : "not clear"}, ${provenWords[here.proofs.at(-1)!.how]}, ${nameOf(here.proofs.at(-1)!.author)}${here.proofs.at(-1)!.words ? `: ${here.proofs.at(-1)!.words}` : ""}`}
        </chakra.span>
      </Flex>
      {mayWrite && (
        <Flex gap="6px" mt="6px" wrap="wrap" align="center">
          <chakra.span fontSize="13px" color="quiet">
            Clear by
          </chakra.span>
          {(Object.keys(provenWords) as (keyof typeof provenWords)[]).map((how) => (
            <Chip key={how} isOn={false} onClick={() => prove(how, true)}>
              {provenWords[how]}
            </Chip>
          ))}
          <Chip isOn={false} tone="out" onClick={() => prove("air", false)}>
            Not clear
          </Chip>
        </Flex>
      )}
    </Box>
  );
}

/** Many parts through one bath: what must not go in is named, and stays out. */
function Basket({ parts, onLeave }: { parts: readonly CleanPart[]; onLeave: () => void }) {
  const { pack, append, assessment } = useJob();
  const [treatment, setTreatment] = useState<string | null>(null);
  const [inIt, setInIt] = useState<ReadonlySet<string>>(new Set());
  const [said, setSaid] = useState<string | null>(null);
  const why = ({ part }: CleanPart): string | null => {
    const partClass = pack.classes.get(part.class)!;
    const verdict = treatmentsFor(pack, partClass).find((each) => each.treatment === treatment);
    if (treatment === null) return null;
    if (!verdict || verdict.allowed === null) return "not known whether it stands that";
    if (verdict.allowed === "no") return `forbidden: ${verdict.why}`;
    if ((partClass.cleaning?.first.length ?? 0) > 0)
      return `by itself, and first: ${partClass.cleaning!.first.map(({ name }) => name).join(", ")}`;
    const unseen = assessment.findings.byPart.get(part.id)?.beforeCleaning.length ?? 0;
    return unseen > 0 ? `look first: ${unseen} ${unseen === 1 ? "thing is" : "things are"} washed away` : null;
  };
  const open = parts.filter(({ cleaned }) => cleaned.length === 0);
  const kinds = [...new Set(open.map(({ part }) => part.class))];
  const going = open.filter((each) => inIt.has(each.part.id) && why(each) === null);
  const refused = open.filter((each) => inIt.has(each.part.id) && why(each) !== null);
  const put = (ids: readonly string[], isIn: boolean) =>
    setInIt(new Set(isIn ? [...inIt, ...ids] : [...inIt].filter((id) => !ids.includes(id))));
  const clean = () => {
    for (const { part } of going) append("part-cleaned", { part: part.id, treatment: treatment!, first: [] });
    setSaid(`${going.length} cleaned${refused.length > 0 ? `, ${refused.length} left out` : ""}.`);
    setInIt(new Set());
  };
  return (
    <Box mt="12px" role="group" aria-label="A basket">
      <Flex gap="6px" wrap="wrap" align="center">
        <chakra.span fontSize="14px" fontWeight={600}>
          The bath
        </chakra.span>
        {pack.pack.treatments.map(({ id, name }) => (
          <Chip key={id} isOn={treatment === id} onClick={() => setTreatment(id)}>
            {name}
          </Chip>
        ))}
        <Chip isOn={false} isQuiet onClick={onLeave}>
          One part at a time
        </Chip>
      </Flex>
      {said && (
        <chakra.p role="status" fontSize="14px" mt="8px" color="sound">
          {said}
        </chakra.p>
      )}
      {open.length === 0 && (
        <chakra.p fontSize="14px" mt="10px" color="quiet">
          Everything is clean.
        </chakra.p>
      )}
      {kinds.map((kind) => {
        const of = open.filter(({ part }) => part.class === kind);
        const ids = of.map(({ part }) => part.id);
        const isAll = ids.every((id) => inIt.has(id));
        const against = why(of[0]!);
        return (
          <Flex key={kind} gap="6px" mt="8px" wrap="wrap" align="center">
            <Chip isOn={isAll} tone={against ? "near" : "sound"} onClick={() => put(ids, !isAll)}>
              {capital(pack.classes.get(kind)?.name ?? kind)}
              {of.length > 1 ? `, all ${of.length}` : ""}
            </Chip>
            {of.length > 1 &&
              of.map(({ part }) => (
                <Chip
                  key={part.id}
                  isOn={inIt.has(part.id)}
                  tone={against ? "near" : "sound"}
                  onClick={() => put([part.id], !inIt.has(part.id))}
                >
                  {part.tag}
                </Chip>
              ))}
            {against && (
              <chakra.span fontSize="13px" color="near">
                {against}
              </chakra.span>
            )}
          </Flex>
        );
      })}
      {inIt.size > 0 && (
        <Box mt="14px">
          {refused.length > 0 && (
            <chakra.p role="alert" fontSize="14px" color="near" mb="8px">
              Stays out: {refused.map((each) => `${each.part.tag} (${why(each)})`).join("; ")}.
            </chakra.p>
          )}
          <Button
            bg="ember"
            color="onEmber"
            fontWeight={700}
            minHeight="42px"
            disabled={treatment === null || going.length === 0}
            onClick={clean}
          >
            {treatment === null
              ? "Choose the bath"
              : `${going.length} ${going.length === 1 ? "part" : "parts"} cleaned: ${pack.pack.treatments.find(({ id }) => id === treatment)?.name}`}
          </Button>
        </Box>
      )}
    </Box>
  );
}

/** Where parts are cleaned by what they are made of, and passages proven. */
export function CleanStation() {
  const { assessment, wording, mayWrite } = useJob();
  const { hand } = useInHand();
  const { clean, findings } = assessment;
  const [many, setMany] = useState(false);
  const of = clean.parts.find((each) => each.part.id === hand);
  const unseen = hand ? (findings.byPart.get(hand)?.beforeCleaning ?? []) : [];
  const waits = of && of.cleaned.length === 0 && unseen.length > 0;
  const notices = clean.problems.filter((found) => found.severity !== "hold");
  return (
    <StationLayout aside={<PartInHand />}>
      <Heading as="h1" fontSize="22px">
        Clean, and nothing left inside
      </Heading>
      <Cautions station="clean" partClass={of?.part.class ?? ""} />
      <StationHolds station="clean" />
      {clean.parts.length === 0 ? (
        <chakra.p color="quiet" mt="12px">
          The pack of this family does not say what its parts are made of or how they are cleaned. Keep to the
          maker&apos;s manual; nothing here rests on it.
        </chakra.p>
      ) : (
        <>
          {many ? (
            <Basket parts={clean.parts} onLeave={() => setMany(false)} />
          ) : (
            <>
              <Flex mt="12px" gap="10px" wrap="wrap" align="center">
                <PartPicker
                  label="Part to clean"
                  parts={clean.parts.map(({ part, cleaned, passages }) => ({
                    part,
                    note:
                      cleaned.length === 0
                        ? ""
                        : passages.some(({ clear }) => clear !== true)
                          ? "cleaned, passages open"
                          : "clean",
                  }))}
                />
                {mayWrite && (
                  <Chip isOn={false} onClick={() => setMany(true)}>
                    A basket of many
                  </Chip>
                )}
              </Flex>
              {!of && (
                <chakra.p color="quiet" mt="12px">
                  Take a part in hand: what may be done to it, and what must not, follows from what it is made of.{" "}
                  {clean.progress.done} of {clean.progress.total} parts and passages are done.
                </chakra.p>
              )}
              {waits && (
                <Box mt="14px" borderLeftWidth="3px" borderColor="near" pl="12px">
                  <chakra.p fontSize="15px" fontWeight={700}>
                    Look before you clean: this is washed away
                  </chakra.p>
                  <Box mt="4px">
                    <FindingsSheet only={unseen.map(({ kind, place }) => `${kind.id} ${place?.id ?? ""}`)} />
                  </Box>
                </Box>
              )}
              {of && (
                <Grid mt="14px">
                  <Treatments key={of.part.id} of={of} canSee={!waits} />
                  {of.passages.length > 0 && <Passages passages={of.passages} />}
                </Grid>
              )}
            </>
          )}
          {notices.length > 0 && (
            <Box mt="18px">
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
