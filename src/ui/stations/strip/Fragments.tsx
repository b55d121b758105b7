"use client";
import { Box, Button, Flex, Grid, Heading, NativeSelect, chakra } from "@chakra-ui/react";
import { useState, type FormEvent, type ReactNode } from "react";
import type { Fragment, PartAccount } from "@/core/fragments/ledger";
import { expandedUncertainty } from "@/core/measure/conformity";
import type { Estimate } from "@/core/quantity/estimate";
import type { TypedNumber } from "@/core/quantity/number-in-unit";
import { capital } from "@/words/capital";
import { accountWords, wholeWords } from "@/words/words-for";
import { useInHand, useJob } from "../../job/JobContext";
import { useNumberIn, type NumberIn } from "../../job/use-number-in";
import { readDecimal } from "../../kit/decimal";
import { Figures } from "../../kit/Figures";
import { SmallInput } from "../../kit/SmallInput";
import { withUncertainty } from "../../kit/with-uncertainty";
import { SmallPhoto } from "../../photos/SmallPhoto";
import { useDay } from "../../kit/day";

const weighed = (of: Estimate | null) =>
  of ? withUncertainty(of.value, Math.max(expandedUncertainty(of), 0.01)) : "?";
/** A mass as it was typed. */
const massOf = ({ grams, typed }: Pick<Fragment, "grams" | "typed">) => typed ?? `${grams.toFixed(2)} g`;
const inGrams = (of: Estimate | null) => `${weighed(of)} g`;
const accountColor = { closed: "sound", open: "out", over: "out", "cannot-tell": "near" } as const;

/** A bar: what is left and what was found of the whole, and the gap that is still somewhere. */
function AccountBar({ account }: { account: PartAccount }) {
  const lost = account.lost?.value ?? 0;
  const share = lost > 0 ? Math.min(1, account.found.value / lost) : 0;
  const whisker = account.missing && lost > 0 ? Math.min(0.5, expandedUncertainty(account.missing) / lost) : 0;
  return (
    <Box
      position="relative"
      height="10px"
      bg={account.state === "closed" ? "line" : accountColor[account.state]}
      borderRadius="5px"
      overflow="hidden"
      role="img"
      aria-label={`${Math.round(share * 100)} % of what it lost is found`}
    >
      <Box
        position="absolute"
        insetY="0"
        left="0"
        width={`${share * 100}%`}
        bg={account.state === "over" ? "out" : "sound"}
        borderRightWidth="2px"
        borderColor="ground"
      />
      <Box
        position="absolute"
        top="4px"
        height="2px"
        bg="ink"
        left={`${Math.max(0, share - whisker) * 100}%`}
        width={`${Math.min(1 - Math.max(0, share - whisker), 2 * whisker) * 100}%`}
      />
    </Box>
  );
}

/** A mass as it was typed, in whatever unit; or what is wrong with it. */
function readMass({ read }: NumberIn, text: string): TypedNumber | { readonly wrong: string } {
  if (text.trim() === "") return { wrong: "Type a mass, in grams or with its unit." };
  const mass = read(text);
  return "value" in mass && mass.value < 0 ? { wrong: `${text} cannot be: nothing weighs less than nothing.` } : mass;
}

/** The longest side of a piece, in whatever unit; or what is wrong with it. */
function readSize({ read }: NumberIn, text: string): TypedNumber | { readonly wrong: string } {
  const size = read(text);
  return "value" in size && (size.value <= 0 || size.value > 2000)
    ? { wrong: `${text} is no longest side of a piece: more than nothing, and at most 2 m.` }
    : size;
}

function Choose({
  label,
  value,
  onChange,
  children,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <NativeSelect.Root size="sm" width={{ base: "100%", md: "200px" }}>
      <NativeSelect.Field
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.currentTarget.value)}
        minHeight={{ base: "40px", md: "34px" }}
      >
        {children}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** Whole mass and what is left of a part that broke. */
function WeighBroken() {
  const { assessment, append, pack } = useJob();
  const grams = useNumberIn()("g");
  const { hand } = useInHand();
  const parts = [...assessment.job.parts.values()];
  const [part, setPart] = useState(hand ?? "");
  const [whole, setWhole] = useState("");
  const [left, setLeft] = useState("");
  const [from, setFrom] = useState<keyof typeof wholeWords>("sister");
  const [wrong, setWrong] = useState<string | null>(null);
  const balance = pack.pack.ledger?.balanceGrams ?? 0.1;
  const massOf = (id: string) => pack.classes.get(assessment.job.parts.get(id)?.class ?? "")?.mass;
  const choose = (id: string) => {
    setPart(id);
    const mass = massOf(id);
    if (mass) {
      setWhole(String(mass.grams));
      setFrom("pack");
    }
  };
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const [all, rest] = [readMass(grams, whole), readMass(grams, left)];
    const found = part === "" ? "Choose the part that broke." : null;
    if (found !== null || "wrong" in all || "wrong" in rest)
      return setWrong(found ?? ("wrong" in all ? all.wrong : "wrong" in rest ? rest.wrong : null));
    setWrong(null);
    const before =
      assessment.ledger.parts.find((account) => account.part.id === part)?.weighings.map((each) => each.id) ?? [];
    append("broken-weighed", {
      part,
      wholeGrams: all.value,
      ...(all.typed === undefined ? {} : { wholeTyped: all.typed }),
      wholeStandard: from === "pack" ? (massOf(part)?.standard ?? balance) : balance,
      wholeFrom: from,
      leftGrams: rest.value,
      ...(rest.typed === undefined ? {} : { leftTyped: rest.typed }),
      leftStandard: balance,
      ...(before.length > 0 ? { supersedes: before } : {}),
    });
    setLeft("");
  };
  return (
    <chakra.form onSubmit={keep} aria-label="Weigh a broken part">
      <Heading as="h3" fontSize="14px" mb="4px">
        A part that broke
      </Heading>
      <Flex gap="6px" wrap="wrap" align="center" fontSize="13px">
        <Choose label="Broken part" value={part} onChange={choose}>
          <option value="">which part</option>
          {parts.map((each) => (
            <option key={each.id} value={each.id}>
              {each.tag} · {each.slot ? pack.slots.get(each.slot)?.name : ""}
            </option>
          ))}
        </Choose>
        <span>whole</span>
        <SmallInput
          value={whole}
          onChange={(event) => {
            setWhole(event.currentTarget.value);
            setFrom("sister");
          }}
          aria-label="Whole mass, g"
          width="92px"
        />
        <span>g by</span>
        <Choose
          label="Whole mass known from"
          value={from}
          onChange={(value) => setFrom(value as keyof typeof wholeWords)}
        >
          {Object.entries(wholeWords).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Choose>
        <span>left</span>
        <SmallInput
          value={left}
          onChange={(event) => setLeft(event.currentTarget.value)}
          aria-label="Mass left in one piece, g"
          width="92px"
        />
        <span>g</span>
        <Button type="submit" size="sm" variant="outline" borderColor="lineStrong" color="ink">
          Weighed
        </Button>
      </Flex>
      {wrong && (
        <chakra.p role="alert" fontSize="13px" color="out" mt="3px">
          {wrong}
        </chakra.p>
      )}
    </chakra.form>
  );
}

/** A loose piece, or what the strainer held. */
function AddPiece({ kind }: { kind: "piece" | "residue" }) {
  const { assessment, append, pack, newId } = useJob();
  const numberIn = useNumberIn();
  const [grams, length] = [numberIn("g"), numberIn("mm")];
  const [mass, setMass] = useState("");
  const [size, setSize] = useState("");
  const [material, setMaterial] = useState("");
  const [where, setWhere] = useState("");
  const [parent, setParent] = useState("");
  const [words, setWords] = useState("");
  const [magnetic, setMagnetic] = useState("");
  const [photo, setPhoto] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const balance = pack.pack.ledger?.balanceGrams ?? 0.1;
  const nodes = [
    ...new Map(pack.pack.circuits.flatMap((circuit) => circuit.nodes.map((node) => [node.id, node.name] as const))),
  ];
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const share = magnetic.trim() === "" ? null : readDecimal(magnetic);
    const read = readMass(grams, mass);
    const found =
      "wrong" in read
        ? read.wrong
        : kind === "residue" && magnetic.trim() !== "" && (share === null || share < 0 || share > 100)
          ? `“${magnetic}” is not a share from 0 to 100 %.`
          : null;
    const long = size.trim() === "" ? null : readSize(length, size);
    const wrongSize = long && "wrong" in long ? long.wrong : null;
    setWrong(found ?? wrongSize);
    if (found !== null || "wrong" in read || (long && "wrong" in long)) return;
    const { value, ...typed } = read;
    const common = { grams: value, ...typed, standard: balance, where: where || null, words: words.trim() || null };
    if (kind === "piece")
      append("fragment-found", {
        ...common,
        fragment: newId(),
        ...(long ? { mm: long.value } : {}),
        material: material || null,
        parent: parent || null,
        photo: photo || null,
      });
    else
      append("residue-found", { ...common, magneticShare: share === null ? null : share / 100, shareStandard: 0.03 });
    setMass("");
    setSize("");
    setWords("");
    setMagnetic("");
  };
  return (
    <chakra.form onSubmit={keep} aria-label={kind === "piece" ? "Add a piece" : "Add residue"}>
      <Heading as="h3" fontSize="14px" mb="4px">
        {kind === "piece" ? "A piece found" : "Residue of oil, filter or screen"}
      </Heading>
      <Flex gap="6px" wrap="wrap" align="center" fontSize="13px">
        <SmallInput
          value={mass}
          onChange={(event) => setMass(event.currentTarget.value)}
          aria-label={kind === "piece" ? "Mass of the piece, g" : "Mass of the residue, g"}
          placeholder="mass"
          width="84px"
        />
        <span>g</span>
        {kind === "piece" && (
          <>
            <SmallInput
              value={size}
              onChange={(event) => setSize(event.currentTarget.value)}
              aria-label={`Longest side of the piece, ${length.unit.symbol}`}
              placeholder="longest side"
              width="104px"
            />
            <span>{length.unit.symbol}</span>
          </>
        )}
        {kind === "piece" && (
          <Choose label="Piece of" value={parent} onChange={setParent}>
            <option value="">of no known part</option>
            {assessment.ledger.parts.map(({ part }) => (
              <option key={part.id} value={part.id}>
                of {part.tag}
              </option>
            ))}
          </Choose>
        )}
        <Choose
          label={kind === "piece" ? "Where the piece lay" : "Where the residue was"}
          value={where}
          onChange={setWhere}
        >
          <option value="">lay nobody knows where</option>
          {nodes.map(([id, name]) => (
            <option key={id} value={id}>
              lay in: {name}
            </option>
          ))}
        </Choose>
        {kind === "piece" ? (
          <Choose label="Material" value={material} onChange={setMaterial}>
            <option value="">material of its part</option>
            {pack.pack.materials.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </Choose>
        ) : (
          <>
            <SmallInput
              value={magnetic}
              onChange={(event) => setMagnetic(event.currentTarget.value)}
              aria-label="Share that a magnet draws, %"
              placeholder="magnetic"
              width="92px"
              inputMode="decimal"
            />
            <span>% drawn by a magnet</span>
          </>
        )}
        {kind === "piece" && assessment.job.photos.length > 0 && (
          <Choose label="Photo of it" value={photo} onChange={setPhoto}>
            <option value="">no photo of it</option>
            {[...assessment.job.photos].reverse().map((each) => (
              <option key={each.id} value={each.id}>
                {each.words ?? `photo of ${each.at.slice(0, 16).replace("T", " ")}`}
              </option>
            ))}
          </Choose>
        )}
        <SmallInput
          value={words}
          onChange={(event) => setWords(event.currentTarget.value)}
          placeholder="what it looks like"
          aria-label={kind === "piece" ? "What the piece looks like" : "What the residue looks like"}
          width="180px"
        />
        <Button type="submit" size="sm" variant="outline" borderColor="lineStrong" color="ink">
          Into the ledger
        </Button>
      </Flex>
      {wrong && (
        <chakra.p role="alert" fontSize="13px" color="out" mt="3px">
          {wrong}
        </chakra.p>
      )}
    </chakra.form>
  );
}

function Account({ account }: { account: PartAccount }) {
  const { append, mayWrite, pack, takeInHand } = useJob();
  const { part, lost, found, missing, state, toSearch } = account;
  return (
    <Box py="10px" borderBottomWidth="1px" borderColor="line">
      <Flex justify="space-between" align="baseline" gap="10px" wrap="wrap">
        <chakra.button
          type="button"
          fontWeight={700}
          fontSize="15px"
          cursor="pointer"
          onClick={() => takeInHand(part.id)}
          _hover={{ color: "emberInk" }}
        >
          {part.tag}{" "}
          <chakra.span fontWeight={400} color="quiet" fontSize="13px">
            {part.slot ? pack.slots.get(part.slot)?.name : ""}
          </chakra.span>
        </chakra.button>
        <chakra.span color={accountColor[state]} fontSize="14px" fontWeight={700}>
          {accountWords[state]}
          {missing && (state === "open" || state === "cannot-tell") ? <Figures>: {inGrams(missing)}</Figures> : ""}
        </chakra.span>
      </Flex>
      <Box my="5px">
        <AccountBar account={account} />
      </Box>
      <chakra.p fontSize="13px" color="quiet">
        <Figures>
          lost {inGrams(lost)} · found {inGrams(found)}
        </Figures>
      </chakra.p>
      {toSearch.length > 0 && (
        <Flex gap="6px" mt="6px" wrap="wrap" align="center">
          <chakra.span fontSize="13px">It can be in</chakra.span>
          {toSearch.map(({ circuit, node }) => (
            <chakra.button
              key={`${circuit.id} ${node.id}`}
              type="button"
              disabled={!mayWrite}
              title={node.opens}
              onClick={() => append("place-searched", { circuit: circuit.id, node: node.id, words: null })}
              minHeight={{ base: "40px", md: "34px" }}
              px="10px"
              fontSize="13px"
              borderRadius="8px"
              borderWidth="1px"
              borderColor="near"
              cursor={mayWrite ? "pointer" : "default"}
              textAlign="left"
              _hover={{ borderColor: "ember" }}
            >
              {capital(node.name)} <chakra.span color="quiet">{node.opens} · searched?</chakra.span>
            </chakra.button>
          ))}
        </Flex>
      )}
    </Box>
  );
}

function Piece({ fragment }: { fragment: Fragment }) {
  const day = useDay();
  const { assessment, pack, mayWrite, append, nameOf } = useJob();
  const parent = fragment.parent ? assessment.job.parts.get(fragment.parent)?.tag : null;
  const where = pack.pack.circuits.flatMap((circuit) => circuit.nodes).find((node) => node.id === fragment.where)?.name;
  const photo = assessment.job.photos.find((each) => each.id === fragment.photo);
  return (
    <chakra.li
      display="flex"
      gap="10px"
      alignItems="baseline"
      py="4px"
      fontSize="14px"
      borderBottomWidth="1px"
      borderBottomStyle="dotted"
      borderColor="line"
      title={`${nameOf(fragment.author)}, ${day(fragment.at)}`}
    >
      <Figures minWidth="64px" textAlign="right" fontWeight={600}>
        {massOf(fragment)}
      </Figures>
      {photo && <SmallPhoto photo={photo} width={44} />}
      <chakra.span flex="1">
        {fragment.words ?? "piece"}{" "}
        <chakra.span color="quiet" fontSize="13px">
          {[pack.pack.materials.find((each) => each.id === fragment.material)?.name, where && `lay in ${where}`]
            .filter(Boolean)
            .join(" · ")}
        </chakra.span>
      </chakra.span>
      <chakra.span color={parent ? "quiet" : "near"} fontSize="13px">
        {parent ? `of ${parent}` : "of no known part"}
      </chakra.span>
      {mayWrite && (
        <chakra.button
          type="button"
          aria-label={`Strike the piece of ${massOf(fragment)}`}
          color="quiet"
          minWidth="28px"
          minHeight="32px"
          cursor="pointer"
          _hover={{ color: "out" }}
          onClick={() => append("entry-struck", { strikes: [fragment.id], undo: true })}
        >
          ×
        </chakra.button>
      )}
    </chakra.li>
  );
}

/** The account of every broken part: what it lost, what was found, and where the rest can be. */
export function Fragments() {
  const { assessment, mayWrite, pack } = useJob();
  const { ledger } = assessment;
  return (
    <>
      {ledger.parts.length === 0 && (
        <chakra.p color="quiet">
          Nothing is said to be broken. When something is, weigh it here whole and as it is, and every piece that turns
          up: until the account closes the engine is not built.
        </chakra.p>
      )}
      {ledger.parts.map((account) => (
        <Account key={account.part.id} account={account} />
      ))}
      {ledger.materials.length > 0 && (
        <chakra.table width="100%" mt="14px" fontSize="13px" aria-label="By material">
          <thead>
            <tr>
              {["By material, g", "lost", "found", "missing"].map((head, at) => (
                <chakra.th key={head} textAlign={at === 0 ? "left" : "right"} fontWeight={400} color="quiet" pb="3px">
                  {head}
                </chakra.th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ledger.materials.map(({ material, lost, found, missing }) => (
              <tr key={material}>
                <chakra.th textAlign="left" fontWeight={400} py="3px" scope="row">
                  {capital(pack.pack.materials.find((each) => each.id === material)?.name ?? material)}
                </chakra.th>
                {[lost, found, missing].map((value, at) => (
                  <chakra.td key={at} textAlign="right" pl="8px">
                    <Figures>{weighed(value)}</Figures>
                  </chakra.td>
                ))}
              </tr>
            ))}
          </tbody>
        </chakra.table>
      )}
      {mayWrite && (
        <Grid gap="16px" mt="18px">
          <WeighBroken />
          <AddPiece kind="piece" />
          <AddPiece kind="residue" />
        </Grid>
      )}
      {ledger.fragments.length > 0 && (
        <>
          <Heading as="h3" fontSize="14px" mt="18px">
            Pieces found
          </Heading>
          <chakra.ul listStyleType="none" aria-label="Pieces found">
            {ledger.fragments.map((fragment) => (
              <Piece key={fragment.id} fragment={fragment} />
            ))}
          </chakra.ul>
        </>
      )}
      {ledger.residues.length > 0 && (
        <>
          <Heading as="h3" fontSize="14px" mt="14px">
            Residue
          </Heading>
          {ledger.residues.map((residue) => (
            <chakra.p key={residue.id} fontSize="14px" py="3px">
              <Figures fontWeight={600}>{massOf(residue)}</Figures> {residue.words}{" "}
              <chakra.span color="quiet">
                {residue.magneticShare === null
                  ? "not tried with a magnet"
                  : `${Math.round(residue.magneticShare * 100)} % drawn by a magnet`}
              </chakra.span>
            </chakra.p>
          ))}
        </>
      )}
    </>
  );
}
