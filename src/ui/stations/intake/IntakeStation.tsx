"use client";
import { Box, Flex, Grid, Heading, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { hourItems } from "@/core/intake/assess-intake";
import { decisionRules } from "@/core/entry/schema";
import { orderItemsOf, bearers } from "@/core/order/order";
import { capital } from "@/words/capital";
import { sayRef } from "@/words/say-option";
import { sayProblem } from "@/words/say-problem";
import { hourWords, orderWords, ruleWords } from "@/words/words-for";
import { Cautions } from "../../job/Cautions";
import { useJob } from "../../job/JobContext";
import { useNumberIn } from "../../job/use-number-in";
import { StationLayout } from "../../job/StationLayout";
import { Below } from "../../kit/Below";
import { Chip } from "../../kit/Chip";
import { Choose } from "../../kit/Choose";
import { CostEstimates } from "./CostEstimates";
import { MoneyBy } from "./MoneyBy";
import { NoteField } from "./NoteField";
import { OwnerLinks } from "./OwnerLinks";
import { ThingsThatCame } from "./ThingsThatCame";
import { PartHours } from "./PartHours";
import { useNote } from "../../job/use-note";
import { WhoseEngine } from "./WhoseEngine";
import { Worth } from "./Worth";

const Section = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box mb="22px">
    <Heading as="h2" fontSize="17px" mb="2px">
      {title}
    </Heading>
    {children}
  </Box>
);

const yesNo = [
  { id: "yes", name: "yes" },
  { id: "no", name: "no" },
];
function asText(value: unknown): string | null | undefined {
  if (typeof value === "boolean") return value ? "yes" : "no";
  return typeof value === "string" || value === null ? value : undefined;
}

/** What there is to know before anything is touched. */
export function IntakeStation() {
  const { pack, assessment, mayWrite, wording } = useJob();
  const numberIn = useNumberIn();
  const { intake: front } = pack.pack;
  const { order } = assessment;
  const { notes } = order;
  const { bulletins, problems } = assessment.intake;
  const note = useNote();
  const variant = assessment.identity?.likeliest;
  const disabled = !mayWrite;
  const weak =
    front?.weakPoints.filter(
      (point) =>
        point.variants.length === 0 ||
        !variant ||
        variant.probability < 0.9 ||
        point.variants.includes(variant.variant),
    ) ?? [];

  return (
    <StationLayout
      label="Sense and money"
      aside={
        <>
          <Worth />
          <MoneyBy />
          <Below>
            <CostEstimates />
            <OwnerLinks />
          </Below>
        </>
      }
    >
      <Heading as="h1" fontSize="22px">
        Before anything is touched
      </Heading>
      <Cautions station="intake" partClass="" />
      {problems.map((found, at) => (
        <chakra.p key={at} fontSize="14px" color="near" mt="6px">
          {sayProblem(found, wording)}
        </chakra.p>
      ))}
      {!front && (
        <chakra.p color="quiet" mt="10px">
          The pack of this family asks nothing of its own. What is ordered and its hours are asked of every engine.
        </chakra.p>
      )}
      <Grid templateColumns={{ base: "1fr", xl: "1fr 1fr" }} columnGap="34px" mt="14px">
        <Box>
          <Section title="Whose engine it is">
            <WhoseEngine />
          </Section>
          {front && (
            <Section title="Where it goes">
              {front.questions.map((question) => (
                <Choose
                  key={question.id}
                  label={question.text}
                  hint={question.why}
                  options={question.options}
                  value={asText(notes.value("application", question.id))}
                  unknown="nobody knows"
                  disabled={disabled}
                  onChoose={(id) => note("application", question.id, id)}
                />
              ))}
            </Section>
          )}
          <Below>
            <Section title="What it must do">
              <NoteField
                section="order"
                item="hours-wanted"
                label={orderWords["hours-wanted"]}
                kind="number"
                unit="h"
                fallback={order.hoursWanted}
              />
              {orderItemsOf(pack)
                .filter((item) => item === "kilometres-wanted" || item === "cycles-wanted")
                .map((item) => (
                  <NoteField
                    key={item}
                    section="order"
                    item={item}
                    label={orderWords[item]}
                    kind="number"
                    unit={item === "cycles-wanted" ? "cycles" : "km"}
                  />
                ))}
              <NoteField
                section="order"
                item="chance-wanted"
                label={orderWords["chance-wanted"]}
                kind="number"
                unit="%"
              />
              <NoteField
                section="order"
                item="budget"
                label={orderWords.budget}
                kind="number"
                fallback={order.budget}
              />
              <NoteField
                section="order"
                item="wanted-by"
                label={orderWords["wanted-by"]}
                kind="date"
                fallback={order.wantedBy}
              />
              <NoteField section="order" item="day-rate" label={orderWords["day-rate"]} kind="number" />
              {(["redo-borne-by", "idle-borne-by"] as const).map((item) => (
                <Choose
                  key={item}
                  label={orderWords[item]}
                  options={bearers.map((id) => ({ id, name: `the ${id}` }))}
                  value={asText(notes.value("order", item))}
                  unknown="nobody said"
                  disabled={disabled}
                  onChoose={(id) => note("order", item, id)}
                />
              ))}
              <NoteField section="order" item="ask-above" label={orderWords["ask-above"]} kind="number" />
              <Choose
                label={orderWords.certified}
                options={yesNo}
                value={asText(notes.value("order", "certified"))}
                unknown="nobody knows"
                disabled={disabled}
                onChoose={(id) => note("order", "certified", id === null ? null : id === "yes")}
              />
              <Choose
                label={orderWords["decision-rule"]}
                hint={ruleWords[order.rule]}
                options={decisionRules.map((rule) => ({
                  id: rule,
                  name: rule.replace("-", " "),
                  note: ruleWords[rule],
                }))}
                value={order.rule}
                disabled={disabled}
                onChoose={(id) => note("order", "decision-rule", id)}
              />
              {front?.schools.map((school) => {
                const usual = notes.about("school", school.id).length === 0 ? order.schools.get(school.id) : null;
                const value = usual ?? asText(notes.value("school", school.id));
                const chosen = school.options.find((option) => option.id === value);
                return (
                  <Choose
                    key={school.id}
                    label={school.name}
                    hint={usual ? "as the shop does, by its settings" : sayRef(school.ref, wording.sources)}
                    options={school.options.map(({ id, name, reason }) => ({ id, name, note: reason }))}
                    value={value}
                    disabled={disabled}
                    onChoose={(id) => note("school", school.id, id)}
                  >
                    {(chosen ? [chosen] : school.options).map((option) => (
                      <chakra.p key={option.id} fontSize="12px" color="quiet" mt="3px">
                        {capital(option.name)}: {option.reason}
                      </chakra.p>
                    ))}
                  </Choose>
                );
              })}
            </Section>
          </Below>
        </Box>
        <Box>
          <Section title="Its history">
            {hourItems.map((item) => (
              <NoteField key={item} section="history" item={item} label={hourWords[item]} kind="number" unit="h" />
            ))}
            {front?.history.map((line) => (
              <Choose
                key={line.id}
                label={line.name}
                options={line.options}
                value={asText(notes.value("history", line.id))}
                unknown="unknown"
                disabled={disabled}
                onChoose={(id) => note("history", line.id, id)}
              >
                {line.options.find((option) => option.id === notes.value("history", line.id))?.note && (
                  <chakra.p fontSize="12px" color="near" mt="4px">
                    {line.options.find((option) => option.id === notes.value("history", line.id))!.note}
                  </chakra.p>
                )}
              </Choose>
            ))}
          </Section>
          <Below>
            <Section title="What came with the engine">
              <ThingsThatCame />
            </Section>
            <PartHours />
            {front && front.symptoms.length > 0 && (
              <Section title="Symptoms before it stopped">
                <Flex gap="6px" wrap="wrap" my="6px">
                  {front.symptoms.map((symptom) => {
                    const isOn = notes.value("symptom", symptom.id) === true;
                    return (
                      <Chip
                        key={symptom.id}
                        isOn={isOn}
                        disabled={disabled}
                        onClick={() => note("symptom", symptom.id, !isOn)}
                      >
                        {symptom.name}
                      </Chip>
                    );
                  })}
                </Flex>
                <NoteField section="symptom" item="in-words" label="In the owner's words" kind="words" width="320px" />
              </Section>
            )}
            {front?.tests.map((test) => {
              const quantity = numberIn(test.unit);
              const { unit, show } = quantity;
              const bad = (place: string | null) => {
                const value = notes.value("test", test.id, null, place);
                return (
                  typeof value === "number" &&
                  ((test.low !== undefined && value < test.low) || (test.high !== undefined && value > test.high))
                );
              };
              const low = (test.places.length > 0 ? test.places : [{ id: null, name: "" }]).filter((place) =>
                bad(place.id),
              );
              return (
                <Section key={test.id} title={test.name}>
                  <chakra.p fontSize="13px" color="quiet">
                    {test.how} {sayRef(test.ref, wording.sources)}
                    {test.low !== undefined ? ` · at least ${show(test.low)} ${unit.symbol}` : ""}
                    {test.high !== undefined ? ` · at most ${show(test.high)} ${unit.symbol}` : ""}
                  </chakra.p>
                  {test.caution && (
                    <chakra.p fontSize="12px" color="near" mt="3px">
                      {test.caution}
                    </chakra.p>
                  )}
                  {test.places.length === 0 ? (
                    <NoteField section="test" item={test.id} label={test.name} kind="number" quantity={quantity} />
                  ) : (
                    test.places.map((place) => (
                      <NoteField
                        key={place.id}
                        section="test"
                        item={test.id}
                        place={place.id}
                        label={place.name}
                        kind="number"
                        quantity={quantity}
                        width="90px"
                      />
                    ))
                  )}
                  {low.length > 0 && (
                    <chakra.p fontSize="13px" color="out">
                      Outside: {low.map((place) => place.name || test.name).join(", ")}.
                    </chakra.p>
                  )}
                </Section>
              );
            })}
            {weak.length + bulletins.length > 0 && (
              <Section title="What the family is known for">
                {bulletins.map((bulletin) => (
                  <chakra.p key={bulletin.id} fontSize="13px" py="5px">
                    <chakra.strong color="near">{bulletin.title}.</chakra.strong> {bulletin.text}{" "}
                    <chakra.span color="quiet">{sayRef(bulletin.ref, wording.sources)}</chakra.span>
                  </chakra.p>
                ))}
                {weak.map((point) => (
                  <chakra.p
                    key={point.id}
                    fontSize="13px"
                    py="5px"
                    borderTopWidth="1px"
                    borderTopStyle="dotted"
                    borderColor="line"
                  >
                    <strong>{point.title}.</strong> {point.text}{" "}
                    <chakra.span color="quiet">{sayRef(point.ref, wording.sources)}</chakra.span>
                  </chakra.p>
                ))}
              </Section>
            )}
          </Below>
        </Box>
      </Grid>
    </StationLayout>
  );
}
