"use client";
import { Box, Button, Flex, Heading, Spinner, chakra } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { adoptedOf, type Adopted } from "@/core/whole-plan/adopt-plan";
import { minorUnits } from "@/core/option/price-option";
import type { PaidPlan } from "@/core/money/plan-money";
import type { PosedPlan } from "@/core/whole-plan/pose-plan";
import { planProgram, undominated, type Answer, type Plan } from "@/core/whole-plan/whole-plan";
import { movedBetween, type Unknown } from "@/core/whole-plan/why-plan";
import { dayAfter } from "@/core/entry/clock";
import { optionKey } from "@/core/option/same-option";
import { entrySetFingerprint } from "@/core/plan/make-witness";
import { coreVersion } from "@/core/version";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { sayBeside, sayDays, sayMadeOf, sayMinor, sayNext } from "@/words/say-plan";
import { sayProblem } from "@/words/say-problem";
import { many } from "@/words/sentences/sentence";
import { useJob } from "../../../job/JobContext";
import { PlaceLink } from "../../../job/places";
import { usePutDown } from "../../../parts/use-put-down";
import { StationLayout } from "../../../job/StationLayout";
import { Chip } from "../../../kit/Chip";
import { downloadText } from "../../../kit/download";
import { QuietButton } from "../../../kit/SayWhy";
import { useNote } from "../../../job/use-note";
import { late } from "../../../kit/late";
import type { By } from "./FrontierChart";
import { ForOwner } from "./ForOwner";
import { PlanLines } from "./PlanLines";
import { usePlans, type Paid, type Tried } from "./use-plans";
import { ShopLives } from "./ShopLives";
import { WhyNot } from "./WhyNot";
import { Day, useDay } from "../../../kit/day";

const FrontierChart = late(async () => (await import("./FrontierChart")).FrontierChart);

const keyOf = ({ picks }: Plan) => picks.join();
const keyOfChoices = (choices: Adopted["choices"]) => choices.map((each) => `${each.part} ${optionKey(each)}`).sort().join(); // prettier-ignore

const Figure = ({ name, children }: { name: string; children: ReactNode }) => (
  <Box>
    <chakra.span display="block" fontSize="12px" color="quiet">
      {name}
    </chakra.span>
    <chakra.span fontSize={{ base: "16px", md: "20px" }} lineHeight="1.2" fontVariantNumeric="tabular-nums">
      {children}
    </chakra.span>
  </Box>
);

/** No plan meets the order: which of its demands it would have to give way in, each with one tap. */
function Unmet({
  answer,
  paid,
  hours,
  currency,
}: {
  answer: Extract<Answer, { kind: "unmet" }>;
  paid: Paid;
  hours: number | null;
  currency: string | null;
}) {
  const day = useDay();
  const { assessment, mayDecide } = useJob();
  const note = useNote();
  const { chanceWanted, budget, wantedBy } = assessment.order;
  const { within, sure, later } = answer;
  const wants = [
    ...(chanceWanted === null ? [] : [`${percent(chanceWanted)} sure`]),
    ...(budget === null ? [] : [`for at most ${sayMinor(budget * minorUnits, currency)}`]),
    ...(wantedBy === null ? [] : [`there by ${day(wantedBy)}`]),
  ];
  const content = within && chanceWanted !== null ? Math.floor(100 * within.chance) : null;
  const pay = sure && budget !== null ? Math.ceil(paid(sure).now / minorUnits) : null;
  const until = later?.days == null ? null : dayAfter(assessment.asOf, later.days);
  return (
    <Box role="status" borderLeftWidth="3px" borderColor="near" pl="12px" py="4px" mb="10px">
      <chakra.p fontSize="15px" color="near">
        No plan is {wants.join(" ")}.
      </chakra.p>
      <Flex gap="8px" wrap="wrap" mt="4px">
        {content !== null && content > 0 && (
          <Chip isOn={false} disabled={!mayDecide} onClick={() => note("order", "chance-wanted", content)}>
            be content with {content} %, the most that money buys
          </Chip>
        )}
        {pay !== null && (
          <Chip isOn={false} disabled={!mayDecide} onClick={() => note("order", "budget", pay)}>
            pay up to {sayMinor(pay * minorUnits, currency)}, the least that is so sure
          </Chip>
        )}
        {hours !== null && (
          <Chip isOn={false} disabled={!mayDecide} onClick={() => note("order", "hours-wanted", hours)}>
            be content with {grouped(hours)} h, for which one is
          </Chip>
        )}
        {until !== null && (
          <Chip isOn={false} disabled={!mayDecide} onClick={() => note("order", "wanted-by", until)}>
            wait until <Day of={until} />, the soonest that is so
          </Chip>
        )}
        {content === null && pay === null && until === null && hours === null && (
          <chakra.span fontSize="14px">Nothing goes together as it stands: see the parts that are held.</chakra.span>
        )}
      </Flex>
    </Box>
  );
}

/** What it comes to besides what is paid now, and who bears it. */
function Besides({ posed, plan, currency }: { posed: PosedPlan; plan: PaidPlan; currency: string | null }) {
  const { redoBorneBy, idleBorneBy, notes } = useJob().assessment.order;
  // Hours since new alone: what was renewed on the way would be younger.
  const isOpenedAsked = notes.about("history", "hours-since-overhaul").length > 0 || notes.about("history", "hours-since-new").length === 0; // prettier-ignore
  const borne = (by: string | null) => (by === null ? "" : `, borne by the ${by}`);
  const causes = plan.causes.map((at) => posed.causes[at]!.left);
  const lines = [
    sayMadeOf(plan.ledger, currency),
    ...(plan.redo > 0 ? [`${sayMinor(plan.redo, currency)} is what is done over${borne(redoBorneBy)}.`] : []),
    ...(plan.idle > 0 ? [`${sayMinor(plan.idle, currency)} is the days it stands still${borne(idleBorneBy)}.`] : []),
    ...plan.discounts.map(({ name, off }) => `${sayMinor(off, currency)} comes off for buying together: ${name}.`),
    ...(plan.deposit > 0 ? [`${sayMinor(plan.deposit, currency)} deposit comes back with the old parts.`] : []),
    ...causes.map(({ name, again }) =>
      name === ""
        ? `Why it failed is not settled: it is taken to fail the same way again ${percent(again)} of the time.`
        : `${capital(name)} is not put right by this plan: ${percent(again)} to fail the same way again.`,
    ),
    ...(plan.gap > 0 ? [`The best that a minute found: another may be up to ${percent(plan.gap)} less in all.`] : []),
    ...(plan.stale > 0 ? [`The price of ${many(plan.stale, "part")} is older than 90 days, and taken wider.`] : []),
    ...(plan.usual > 0 ? [`How long ${many(plan.usual, "part")} last nobody wrote down: what is usual counts.`] : []),
  ];
  return (
    <>
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {!isOpenedAsked && (
        <p>
          Nobody said whether it was opened before: its parts are taken for those that it was built with.{" "}
          <PlaceLink to="intake">Say it at Intake</PlaceLink>.
        </p>
      )}
    </>
  );
}

/** What is worth knowing before anything is decided: three of what is still open. */
function WorthKnowing({
  posed,
  unknowns,
  currency,
  onOpen,
}: {
  posed: PosedPlan;
  unknowns: readonly Unknown[];
  currency: string | null;
  onOpen: (place: number) => void;
}) {
  // prettier-ignore
  if (unknowns.length === 0) return null;
  return (
    <chakra.section aria-label="Worth knowing first" mt="10px" fontSize="14px">
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet">
        Worth knowing before anything is decided
      </Heading>
      <ul>
        {unknowns.slice(0, 3).map(({ places, worth }) => {
          const { slot, partClass } = posed.places[places[0]!]!.choice;
          return (
            <li key={places[0]}>
              <QuietButton onClick={() => onOpen(places[0]!)}>
                {places.length === 1 ? slot.name : `${places.length} × ${partClass.name}`}
              </QuietButton>
              : {sayMinor(worth, currency)} to be expected, less what it takes to look
            </li>
          );
        })}
      </ul>
    </chakra.section>
  );
}

const nothingTried: Tried = new Map();

/** One plan for all parts: what it costs and how sure it is, beside others from the cheapest to the surest. */
export function PlanTab({ tabs }: { tabs: ReactNode }) {
  const day = useDay();
  const { assessment, pack, log, append, mayDecide, nameOf, wording } = useJob();
  const [tried, setTried] = useState<Tried>(nothingTried);
  const [before, setBefore] = useState<Plan | null>(null);
  const [by, setBy] = useState<By>("chance");
  const { posed, demands, paid, plans: all, soon, answer, hours, unknowns, isWorking, isStale, stop } = usePlans(tried);
  const [picked, setPicked] = useState<string | null>(null);
  const [place, setPlace] = useState<number | null>(null);
  const { order, job } = assessment;
  const currency = order.settings?.currency ?? null;
  const wanted = answer?.kind === "met" ? keyOf(answer.plan) : null;
  // What the solver took for cheaper may be dearer once sets, what is used up and the work are in it.
  const worthIt = new Set(undominated(all.map(paid)).map(keyOf));
  const bySure = all.filter((each) => worthIt.has(keyOf(each)) || keyOf(each) === wanted);
  const plans = by === "days" && soon.length > 0 ? soon : bySure;
  const least = plans.reduce<Plan | null>((best, plan) => (best && best.total <= plan.total ? best : plan), null);
  // Where no plan is as sure, or as cheap, as is wanted, a person chooses: none stands ready to be adopted.
  const usual = answer?.kind === "unmet" ? [] : [wanted, least && keyOf(least), plans[0] ? keyOf(plans[0]) : null];
  const indexOf = (key: string | null) => plans.findIndex((each) => keyOf(each) === key);
  const at = [picked, ...usual].map(indexOf).find((index) => index >= 0) ?? -1;
  const plan = plans[at] ?? null;
  const whole = plan && paid(plan);
  const tryIt = (where: number, option: number | null) => {
    if (!posed || !plan) return;
    const { id: slot } = posed.places[where]!.choice.slot;
    const next = new Map(tried);
    if (option === null) next.delete(slot);
    else next.set(slot, option);
    setBefore(next.size === 0 ? null : (before ?? plan));
    setTried(next.size === 0 ? nothingTried : next);
    setPicked(null);
  };
  const putDown = usePutDown();
  const program = () => (posed ? planProgram(posed, "total", demands) : null) ?? "";
  const standing = job.plans.at(-1) ?? null;
  const adopted = posed && whole ? adoptedOf(posed, whole) : null;
  const isAdopted =
    standing !== null && adopted !== null && keyOfChoices(standing.choices) === keyOfChoices(adopted.said.choices);
  const adopt = () => {
    if (!adopted) return;
    for (const { part, slot } of adopted.putIn) putDown(part, slot);
    append("plan-adopted", {
      ...adopted.said,
      witness: { core: coreVersion, pack: pack.sha256, entries: entrySetFingerprint(log.entries) },
      ...(job.plans.length > 0 ? { supersedes: job.plans.map((each) => each.id) } : {}),
    });
  };
  return (
    <StationLayout
      label="Why this way"
      aside={posed && plan && place !== null ? <WhyNot key={`${keyOf(plan)} ${place}`} {...{ posed, plan, paid, place, demands, currency }} tried={tried.get(posed.places[place]!.choice.slot.id) ?? null} onTry={(option) => tryIt(place, option)} /> : null} // prettier-ignore
      bar={
        whole &&
        adopted && (
          <Flex
            as="section"
            aria-label="Plan"
            align="center"
            columnGap={{ base: "16px", md: "22px" }}
            rowGap="4px"
            px="18px"
            py={{ base: "8px", md: "12px" }}
            borderTopWidth="1px"
            borderColor="line"
            bg="panel"
            flexShrink={0}
            wrap="wrap"
          >
            <Figure name="Parts, machine shop and work">{sayMinor(whole.now, currency)}</Figure>
            <Figure name={`To run ${grouped(posed!.hours)} h`}>{percent(whole.chance)}</Figure>
            <Figure name="In all, with what is done over">{sayMinor(whole.total, currency)}</Figure>
            <Figure name="All parts here in">{sayDays(whole)}</Figure>
            <Box flex="1" minWidth="160px" fontSize="13px" color="quiet">
              {standing && (
                <p>
                  {`Adopted by ${nameOf(standing.author)} on ${day(standing.at)}: ${sayMinor(standing.terms.now, currency)}, ${percent(standing.terms.chance)}.`}
                </p>
              )}
              {adopted.left.length > 0 && (
                <chakra.details>
                  <chakra.summary cursor="pointer">
                    Leaves {many(adopted.left.length, "part")} that cannot be judged yet
                  </chakra.summary>
                  <chakra.ul maxHeight="140px" overflowY="auto" aria-label="Left open">
                    {adopted.left.map(({ slot, proposal: { reasons } }) => (
                      <li key={slot.id}>
                        {capital(slot.name)}
                        {reasons[0] ? `: ${sayProblem(reasons[0], wording)}` : ""}
                      </li>
                    ))}
                  </chakra.ul>
                </chakra.details>
              )}
            </Box>
            <Button
              onClick={adopt}
              disabled={!mayDecide || isStale || isAdopted || adopted.said.choices.length === 0}
              bg="ember"
              color="onEmber"
              fontWeight={700}
              height="44px"
            >
              {isAdopted ? "This plan is adopted" : standing ? "Adopt this plan instead" : "Adopt this plan"}
            </Button>
          </Flex>
        )
      }
    >
      <Heading as="h1" fontSize="22px">
        One plan for all parts
      </Heading>
      {tabs}
      {posed === null ? (
        <chakra.p fontSize="15px">
          Nobody said how many hours it has to run, and without them no plan is better than another.{" "}
          <PlaceLink to="intake">Say it at Intake</PlaceLink>.
        </chakra.p>
      ) : (
        <>
          {answer?.kind === "unmet" && <Unmet answer={answer} paid={paid} hours={hours} currency={currency} />}
          {answer?.kind === "failed" && (
            <chakra.p role="alert" fontSize="14px" color="near">
              The solver came to no end within a minute. Decide some parts one by one, and it has less to weigh.
            </chakra.p>
          )}
          {isWorking && (
            <Flex align="center" gap="10px" fontSize="14px" color="quiet" minHeight="30px" role="status">
              <Spinner size="sm" />
              {plans.length === 0 ? "Weighing every part…" : `${many(all.length, "plan")} so far…`}
              <QuietButton onClick={stop}>that is enough</QuietButton>
            </Flex>
          )}
          {soon.length > 1 && (
            <Flex gap="6px" justify="flex-end" role="group" aria-label="Plans by">
              <Chip isOn={by === "chance"} onClick={() => setBy("chance")}>
                by chance
              </Chip>
              <Chip isOn={by === "days"} onClick={() => setBy("days")}>
                by days
              </Chip>
            </Flex>
          )}
          {
            plans.length > 1 &&
            <FrontierChart by={by} plans={plans.map(paid)} at={at < 0 ? null : at} wanted={by === "days" ? (demands.days ?? null) : order.chanceWanted && 100 * order.chanceWanted} currency={currency} onChoose={(index) => setPicked(keyOf(plans[index]!))} /> // prettier-ignore
          }
          {!plan && plans.length > 0 && !isWorking && (
            <Flex role="group" aria-label="Choose a plan" gap="8px" align="center" wrap="wrap" mt="8px" fontSize="15px">
              <span>None of them is what was asked for. Look at</span>
              <Chip isOn={false} onClick={() => setPicked(keyOf(plans[0]!))}>
                {by === "chance" ? "the cheapest" : "the soonest"}
              </Chip>
              <Chip isOn={false} onClick={() => setPicked(keyOf(plans.at(-1)!))}>
                {by === "chance" ? "the surest" : "the cheapest"}
              </Chip>
            </Flex>
          )}
          {plan && (
            <>
              {before && (
                <Flex
                  role="status"
                  gap="12px"
                  align="baseline"
                  wrap="wrap"
                  borderLeftWidth="3px"
                  borderColor="ember"
                  pl="12px"
                  mt="6px"
                  fontSize="14px"
                >
                  <span>
                    {`With what is tried, beside the plan before: ${sayBeside(paid(before), paid(plan), movedBetween(before, plan).filter((each) => !tried.has(posed.places[each]!.choice.slot.id)).length, currency)}.`}
                  </span>
                  <QuietButton
                    onClick={() =>
                      [...tried.keys()].length > 0 && (setTried(nothingTried), setBefore(null), setPicked(null))
                    }
                  >
                    let it be
                  </QuietButton>
                </Flex>
              )}
              <chakra.p fontSize="14px" mt="6px">
                {by === "chance" ? sayNext(plans.map(paid), at, currency) : ""}
                {keyOf(plan) === wanted ? " This one costs least in all of those that the order asks for." : ""}
              </chakra.p>
              <Box fontSize="13px" color="quiet">
                <Besides posed={posed} plan={paid(plan)} currency={currency} />
              </Box>
              <Flex gap="16px" wrap="wrap">
                <ForOwner
                  posed={posed}
                  plans={bySure}
                  paid={paid}
                  wanted={answer?.kind === "met" ? answer.plan : least}
                  currency={currency}
                />
                <QuietButton onClick={() => downloadText(`${job.header?.name ?? "plan"}.lp`, program())}>
                  as a linear program
                </QuietButton>
              </Flex>
              {unknowns && <WorthKnowing posed={posed} unknowns={unknowns} currency={currency} onOpen={setPlace} />}
              <PlanLines posed={posed} plan={plan} place={place} currency={currency} onOpen={setPlace} />
            </>
          )}
          <ShopLives />
        </>
      )}
    </StationLayout>
  );
}
