"use client";
import type { ShelfListing } from "@/core/parts/shelf";
import { Box, Button, Flex, Heading, Input, chakra } from "@chakra-ui/react";
import { useEffect, useState, type FormEvent } from "react";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { ShopHeader } from "../../frame/ShopHeader";
import { WorkColumns } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { SmallInput } from "../../kit/SmallInput";
import { actOnShelf, findOnShelf, noAnswer, shelfDetail, type Answer, type ShelfDetail } from "./shelf-api"; // prettier-ignore
import { Day } from "../../kit/day";

interface Props {
  readonly me: Me;
  readonly parts: readonly ShelfListing[];
  readonly count: number;
}

export const sayTrouble = (answer: Extract<Answer<unknown>, { ok: false }>): string =>
  answer.problems.length > 0 ? answer.problems.map((each) => sayProblem(each, plainWording)).join(" ") : noAnswer;

const verdictWords = { yes: "can be used", no: "not as it is", open: "cannot tell yet" } as const;
const verdictOf = (allowed: boolean | null) => (allowed === null ? "open" : allowed ? "yes" : "no");
const verdictColor = { yes: "sound", no: "out", open: "near" } as const;

/** What one part is good for, what speaks against it, and what is done with it here. */
function Detail({ part, mayWrite, onChanged }: { part: string; mayWrite: boolean; onChanged: () => void }) {
  const [found, setFound] = useState<Answer<ShelfDetail> | null>(null);
  const [lies, setLies] = useState("");
  const [why, setWhy] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let isHere = true;
    void shelfDetail(part).then((answer) => isHere && setFound(answer));
    return () => {
      isHere = false;
    };
  }, [part]);
  if (!found) return <chakra.p color="quiet">Looking…</chakra.p>;
  if (!found.ok) return <chakra.p color="out">{sayTrouble(found)}</chakra.p>;
  const { line, laid, verdicts } = found.value;
  const act = async (event: FormEvent, what: Parameters<typeof actOnShelf>[0]) => {
    event.preventDefault();
    const answer = await actOnShelf(what);
    setTrouble(answer.ok ? null : sayTrouble(answer));
    if (answer.ok) onChanged();
  };
  return (
    <Box role="group" aria-label={`What is known of ${line.tag}`}>
      <Heading as="h2" fontSize="20px">
        {line.tag}
      </Heading>
      <chakra.p fontSize="14px" color="quiet">
        From {laid.from.name}, <Day of={laid.at} /> · {many(line.readings, "reading")}, {many(line.findings, "finding")}
        {line.number ? ` · number ${line.number}` : ""}
      </chakra.p>
      {verdicts.map(({ pack, family, name, allowed, reasons }) => {
        const word = verdictOf(allowed);
        return (
          <Box key={pack} mt="12px" pl="10px" borderLeftWidth="3px" borderColor={verdictColor[word]}>
            <chakra.p fontWeight={600} fontSize="15px">
              {name}, {family}: <chakra.span color={verdictColor[word]}>{verdictWords[word]}</chakra.span>
            </chakra.p>
            {reasons.slice(0, 5).map((reason, at) => (
              <chakra.p key={at} fontSize="13px">
                {sayProblem(reason, plainWording)}
              </chakra.p>
            ))}
          </Box>
        );
      })}
      {verdicts.length === 0 && (
        <chakra.p mt="10px" color="near" fontSize="14px">
          No family of engines here has such a part.
        </chakra.p>
      )}
      {laid.against.length > 0 && (
        <Box mt="14px">
          <chakra.p fontSize="14px" fontWeight={600}>
            What spoke against it where it was
          </chakra.p>
          {laid.against.map(({ code, said }, at) => (
            <chakra.p key={`${code}${at}`} fontSize="13px">
              {said}
            </chakra.p>
          ))}
        </Box>
      )}
      {mayWrite && (
        <Flex direction="column" gap="10px" mt="18px">
          <chakra.form display="flex" gap="8px" onSubmit={(event) => void act(event, { do: "move", part, lies })}>
            <SmallInput
              value={lies}
              maxLength={80}
              placeholder={line.lies}
              aria-label="Where it lies now"
              onChange={(event) => setLies(event.currentTarget.value)}
            />{" "}
            {/* prettier-ignore */}
            <Button type="submit" size="sm" variant="outline" minHeight="36px" disabled={lies.trim() === ""}>
              Moved there
            </Button>
          </chakra.form>
          <chakra.form
            display="flex"
            gap="8px"
            onSubmit={(event) => void act(event, { do: "scrap", part, words: why })}
          >
            <SmallInput
              value={why}
              maxLength={400}
              placeholder="why, and what was done with it"
              aria-label="Why it is scrapped"
              onChange={(event) => setWhy(event.currentTarget.value)}
            />{" "}
            {/* prettier-ignore */}
            <Button type="submit" size="sm" variant="outline" minHeight="36px" disabled={why.trim() === ""}>
              Scrapped
            </Button>
          </chakra.form>
          <chakra.p fontSize="13px" color="quiet">
            It comes into a job there, under Parts.
          </chakra.p>
        </Flex>
      )}
      {trouble && (
        <chakra.p role="alert" color="out" fontSize="14px" mt="8px">
          {trouble}
        </chakra.p>
      )}
    </Box>
  );
}

/** The parts that the shop keeps for another build: what they are, where they lie, what speaks against them. */
export function ShelfRoom({ me, parts: first, count: firstCount }: Props) {
  const [text, setText] = useState("");
  const [found, setFound] = useState({ parts: first, count: firstCount });
  const [chosen, setChosen] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  useEffect(() => {
    if (text === "" && round === 0) return;
    let isHere = true;
    const later = setTimeout(
      () =>
        void findOnShelf(text, null).then((answer) => {
          if (!isHere) return;
          if (answer.ok) setFound(answer.value);
          setTrouble(answer.ok ? null : sayTrouble(answer));
        }),
      150,
    );
    return () => {
      isHere = false;
      clearTimeout(later);
    };
  }, [text, round]);
  const { parts, count } = found;
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/shelf" />
      <WorkColumns>
        <Box flex="1" minWidth="0">
          <Flex align="baseline" gap="14px" wrap="wrap">
            <Heading as="h1" fontSize="24px">
              The shelf
            </Heading>
            <chakra.span color="quiet">
              {count === 0 ? "nothing lies here" : `${many(count, "part")} kept for another build`}
            </chakra.span>
          </Flex>
          <Input
            mt="12px"
            maxWidth="420px"
            value={text}
            maxLength={120}
            borderColor="lineStrong"
            aria-label="Look for a part"
            placeholder="kind, number, tag, rack, engine"
            onChange={(event) => {
              setText(event.currentTarget.value);
              setRound(round + 1);
            }}
          />
          {trouble && (
            <chakra.p role="alert" color="out" mt="8px" fontSize="14px">
              {trouble}
            </chakra.p>
          )}
          {parts.length === 0 ? (
            <chakra.p color="quiet" mt="18px" maxWidth="560px">
              {count === 0
                ? "A part that is good and not wanted goes here from its job, with all that was measured and seen of it: take it in hand there, or refuse it for its place."
                : "Nothing here is known by these words. Fewer letters find more."}
            </chakra.p>
          ) : (
            <chakra.ul listStyleType="none" mt="12px" aria-label="Parts on the shelf">
              {parts.map((line) => (
                <chakra.li key={line.part} borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="lineStrong">
                  <chakra.button
                    type="button"
                    width="100%"
                    textAlign="left"
                    display="grid"
                    gridTemplateColumns={{ base: "1fr auto", md: "110px 150px 1fr 150px 90px" }}
                    columnGap="14px"
                    alignItems="baseline"
                    py="9px"
                    px="8px"
                    cursor="pointer"
                    aria-pressed={chosen === line.part}
                    bg={chosen === line.part ? "raised" : undefined}
                    _hover={{ bg: "raised" }}
                    onClick={() => setChosen(line.part)}
                  >
                    <strong>{line.tag}</strong>
                    <span>{line.class.replaceAll("-", " ")}</span>
                    <chakra.span color="quiet" fontSize="14px" truncate>
                      {line.origin}
                      {line.number ? ` · ${line.number}` : ""}
                    </chakra.span>
                    <chakra.span fontSize="14px">{line.lies}</chakra.span>
                    <chakra.span fontSize="13px" color={line.against > 0 ? "near" : "quiet"} textAlign="right">
                      {line.against > 0 ? many(line.against, "doubt") : many(line.readings, "reading")}
                    </chakra.span>
                  </chakra.button>
                </chakra.li>
              ))}
            </chakra.ul>
          )}
        </Box>
        {chosen && (
          <Box as="aside" aria-label="The part in hand" width={{ base: "auto", lg: "360px" }} flexShrink={0}>
            <Detail
              key={`${chosen} ${round}`}
              part={chosen}
              mayWrite={me.role !== "viewer"}
              onChanged={() => {
                setChosen(null);
                setRound(round + 1);
              }}
            />
          </Box>
        )}
      </WorkColumns>
    </Flex>
  );
}
