"use client";
import { Box, Button, Flex, Heading, Input, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { Problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayAmount } from "@/words/say-money";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { ShopHeader } from "../../frame/ShopHeader";
import { WorkColumns } from "../../frame/Work";
import type { Me } from "../../kit/me";
import { Leader } from "../../kit/Leader";
import { useSearch } from "../use-search";
import { SupplierQuote } from "./SupplierQuote";
import {
  chainOf,
  findInCatalogue,
  takeCatalogue,
  type CatalogueTaken,
  type FoundPart,
} from "../../outbox/catalogue-api";
import { Day } from "../../kit/day";

const away = "The server cannot be reached just now: nothing was done. Try again.";
const mostFaults = 100;

/** What took the place of what, the oldest first. */
function Chain({ chain, newest, here }: { chain: readonly FoundPart[]; newest: FoundPart | null; here: string }) {
  if (chain.length < 2) return <chakra.p color="quiet" fontSize="14px">Nothing took its place, and it took nobody&apos;s.</chakra.p>; // prettier-ignore
  const isCut = newest !== null && chain.every(({ number }) => number !== newest.number);
  return (
    <chakra.ol aria-label="What took the place of what" display="flex" flexWrap="wrap" gap="6px" alignItems="center">
      {chain.map(({ number, revision }, at) => (
        <chakra.li key={number} display="flex" alignItems="center" gap="6px" fontSize="14px">
          {at > 0 && <span aria-hidden>→</span>}
          <chakra.span
            px="8px"
            py="3px"
            borderWidth="1px"
            borderRadius="7px"
            borderColor={number === here ? "ember" : "line"}
            color={number === newest?.number ? "ink" : "quiet"}
          >
            {number}
            {revision === null ? "" : ` ${revision}`}
            {number === newest?.number ? " · newest" : ""}
          </chakra.span>
        </chakra.li>
      ))}
      {isCut && <chakra.li fontSize="14px">→ … → {newest.number} · newest</chakra.li>}
      {newest === null && (
        <chakra.li fontSize="14px" color="near">
          → and round again: none of them is the newest. Their rows have to be mended.
        </chakra.li>
      )}
    </chakra.ol>
  );
}

function Detail({ part, mayAsk }: { part: FoundPart; mayAsk: boolean }) {
  const [found, setFound] = useState<{ chain: readonly FoundPart[]; newest: FoundPart | null } | null>(null);
  useEffect(() => {
    let isHere = true;
    void chainOf(part.number).then((answer) => {
      if (isHere && answer.ok) setFound(answer.value);
    });
    return () => {
      isHere = false;
    };
  }, [part.number]);
  const newest = found?.newest ?? null;
  const isOld = newest !== null && newest.number !== part.number;
  return (
    <>
      <Heading as="h2" fontSize="18px">
        {part.number}
        {part.revision === null ? "" : `, revision ${part.revision}`}
      </Heading>
      <chakra.p fontSize="14px">{part.name}</chakra.p>
      {isOld && (
        <chakra.p fontSize="14px" color="near" mt="6px">
          Old stock: {newest.number} took its place. Ask for {newest.number}
          {newest.revision === null ? "" : `, revision ${newest.revision} or later`}, and look at what is delivered.
        </chakra.p>
      )}
      <chakra.dl mt="8px">
        <Leader name="Price">{part.price === null ? "not known" : sayAmount(part.price, part.currency)}</Leader>
        {part.deposit !== null && (
          <Leader name="Deposit for the old one">{sayAmount(part.deposit, part.currency)}</Leader>
        )}
        <Leader name="Days to get it">{part.leadDays === null ? "not known" : part.leadDays}</Leader>
        <Leader name="From">{part.supplier ?? "not known"}</Leader>
        {part.aliases.length > 0 && <Leader name="Also">{part.aliases.join(", ")}</Leader>}
        {part.nicknames.length > 0 && <Leader name="Called, no number">{part.nicknames.join(", ")}</Leader>}
        {Object.entries(part.attributes).map(([id, value]) => (
          <Leader key={id} name={id.replaceAll("-", " ")}>
            {value}
          </Leader>
        ))}
        {part.kit && <Leader name="A kit of">{part.kit.join(", ").replaceAll("-", " ")}</Leader>}
        {part.variants && <Leader name="Only for">{part.variants.join(", ")}</Leader>}
        <Leader name="As of">
          <Day of={part.takenAt} />
        </Leader>
      </chakra.dl>
      <SupplierQuote part={part} mayAsk={mayAsk} />
      <chakra.h3 fontSize="15px" fontWeight={700} mt="14px" mb="6px">
        What took the place of what
      </chakra.h3>
      {found && <Chain chain={found.chain} newest={newest} here={part.number} />}
    </>
  );
}

/** Takes a catalogue in: with faults nothing, unless the good rows are asked for. */
function TakeIn({ onTaken }: { onTaken: () => void }) {
  const [file, setFile] = useState<File | null>(null);
  const [taken, setTaken] = useState<CatalogueTaken | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isSending, setSending] = useState(false);
  const send = async (chosen: File, keepGood: boolean) => {
    setTrouble(null);
    setSending(true);
    const answer = await takeCatalogue(chosen, keepGood);
    setSending(false);
    if (answer === null) return setTrouble(away);
    if ("problems" in answer && !("rows" in answer)) return setTrouble(answer.problems.map((each: Problem) => sayProblem(each, plainWording)).join(" ")); // prettier-ignore
    setTaken(answer);
    if (answer.kept > 0) onTaken();
  };
  return (
    <Box as="section" aria-label="Take a catalogue in" mt="34px">
      <Heading as="h2" fontSize="17px">
        Take a catalogue in
      </Heading>
      <chakra.p fontSize="14px" color="quiet" mt="4px" maxWidth="620px">
        A CSV file with a heading: number, name; and what else is known of class, pack, revision, aliases, nicknames,
        superseded-by, price, currency, deposit, lead-days, supplier, attributes (module=m-25; pilot=60), kit (starter;
        flywheel), variants.
      </chakra.p>
      <chakra.input
        type="file"
        accept=".csv,text/csv"
        aria-label="Choose a catalogue"
        mt="10px"
        fontSize="14px"
        disabled={isSending}
        onChange={(event) => {
          const chosen = event.currentTarget.files?.[0] ?? null;
          setFile(chosen);
          setTaken(null);
          if (chosen) void send(chosen, false);
        }}
      />
      {isSending && (
        <chakra.p color="quiet" fontSize="14px">
          Reading it…
        </chakra.p>
      )}
      {trouble && (
        <chakra.p role="alert" color="out" fontSize="14px" mt="8px">
          {trouble}
        </chakra.p>
      )}
      {taken && (
        <Box mt="10px" aria-live="polite">
          <chakra.p fontSize="14px" fontWeight={600}>
            {taken.kept > 0
              ? `${many(taken.kept, "part")} of ${many(taken.rows, "row")} taken in.`
              : `Nothing is kept: ${many(taken.problems.length, "fault")} in ${many(taken.rows, "row")}.`}
          </chakra.p>
          {taken.kept === 0 && taken.good > 0 && file && (
            <Button
              size="sm"
              mt="6px"
              variant="outline"
              borderColor="lineStrong"
              color="ink"
              onClick={() => void send(file, true)}
            >
              Keep the {many(taken.good, "good row")}
            </Button>
          )}
          {taken.problems.length > 0 && (
            <chakra.ul aria-label="Faults of the catalogue" mt="6px" maxHeight="260px" overflowY="auto" tabIndex={0}>
              {taken.problems.slice(0, mostFaults).map((found, at) => (
                <chakra.li key={at} fontSize="13px" py="2px">
                  {sayProblem(found, plainWording)}
                </chakra.li>
              ))}
              {taken.problems.length > mostFaults && (
                <chakra.li fontSize="13px" color="quiet">
                  and {taken.problems.length - mostFaults} more
                </chakra.li>
              )}
            </chakra.ul>
          )}
        </Box>
      )}
    </Box>
  );
}

/** Parts as they are sold: found by number, old number or what people call them. */
export function CatalogueRoom({ me, count }: { me: Me; count: number }) {
  const [text, setText] = useState("");
  const [chosen, setChosen] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const router = useRouter();
  const { found } = useSearch(text, findInCatalogue, round);
  const shown = found?.parts ?? [];
  const part = shown.find(({ number }) => number === chosen) ?? shown[0];
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/catalogue" />
      <WorkColumns>
        <Box flex="1" minWidth="0">
          <Flex align="baseline" gap="14px" wrap="wrap">
            <Heading as="h1" fontSize="24px">
              The catalogue
            </Heading>
            <chakra.span color="quiet">{count === 0 ? "nothing in it yet" : many(count, "part")}</chakra.span>
          </Flex>
          <Input
            mt="12px"
            maxWidth="420px"
            value={text}
            maxLength={120}
            borderColor="lineStrong"
            aria-label="Find a part"
            placeholder="number, old number, name, module=m-25"
            onChange={(event) => setText(event.currentTarget.value)}
          />
          {found === null && (
            <chakra.p role="alert" color="out" mt="8px" fontSize="14px">
              {away}
            </chakra.p>
          )}
          {shown.length === 0 ? (
            <chakra.p color="quiet" mt="18px" maxWidth="560px">
              {count === 0
                ? "Numbers, revisions, what took the place of what, prices: take a catalogue in below."
                : text.trim() === ""
                  ? "Type a number, an old one, or a name."
                  : "Nothing is known by this. Fewer letters find more."}
            </chakra.p>
          ) : (
            <chakra.ul mt="12px" aria-label="Parts found">
              {shown.map((each) => (
                <chakra.li key={each.number} borderBottomWidth="1px" borderBottomStyle="dotted" borderColor="line">
                  <chakra.button
                    type="button"
                    aria-pressed={each === part}
                    width="100%"
                    textAlign="left"
                    cursor="pointer"
                    minHeight="44px"
                    px="8px"
                    bg={each === part ? "emberWash" : undefined}
                    onClick={() => setChosen(each.number)}
                  >
                    <chakra.span fontWeight={600}>{each.number}</chakra.span>{" "}
                    <chakra.span fontSize="14px">{each.name}</chakra.span>
                    {each.supersededBy !== null && (
                      <chakra.span fontSize="13px" color="near">
                        {" "}
                        · old: {each.supersededBy} took its place
                      </chakra.span>
                    )}
                  </chakra.button>
                </chakra.li>
              ))}
            </chakra.ul>
          )}
          {me.role === "lead" && (
            <TakeIn
              onTaken={() => {
                setRound(round + 1);
                router.refresh();
              }}
            />
          )}
        </Box>
        {part && (
          <Box as="aside" aria-label="Part of the catalogue" width={{ base: "auto", lg: "360px" }} flexShrink={0}>
            <Detail key={part.number} part={part} mayAsk={me.role !== "viewer"} />
          </Box>
        )}
      </WorkColumns>
    </Flex>
  );
}
