"use client";
import { Box, Dialog, Flex, Portal, chakra } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { measuringPlan, planOrders, type PlanOrder, type PlanStep } from "@/core/views/measuring-plan";
import { capital } from "@/words/capital";
import { grouped } from "@/words/grouped";
import { percent } from "@/words/percent";
import { planWords } from "@/words/words-for";
import { useJob } from "../../job/JobContext";
import { Chip } from "../../kit/Chip";
import { Figures } from "../../kit/Figures";

const shown = 40;

const sayWhy = ({ chance, cost }: PlanStep) =>
  chance === null || cost === null ? "" : `${percent(chance)} likely to cost ${grouped(cost)}`;

/** What is left to measure, in the order that suits: the most telling first, with the fewest settings, part by part. */
export function PlanDialog({ onClose }: { onClose: () => void }) {
  const { pack, assessment, chooseRow } = useJob();
  const [order, setOrder] = useState<PlanOrder>("telling");
  const steps = useMemo(() => measuringPlan(pack, assessment, order), [pack, assessment, order]);
  const minutes = steps.reduce((sum, step) => sum + step.minutes, 0);
  const settings = steps.filter((step) => step.setsUp).length;
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="panel" maxWidth="720px">
            <Dialog.Header pb="0">
              <Dialog.Title>What to measure next</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="18px">
              <Flex gap="6px" wrap="wrap">
                {planOrders.map((each) => (
                  <Chip key={each} isOn={order === each} onClick={() => setOrder(each)} title={planWords[each].why}>
                    {planWords[each].name}
                  </Chip>
                ))}
              </Flex>
              <chakra.p fontSize="13px" color="quiet" mt="8px">
                {planWords[order].why} {steps.length} places, {settings} gauge {settings === 1 ? "setting" : "settings"}
                , about {minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`}.
              </chakra.p>
              {steps.length === 0 && <chakra.p mt="12px">Everything here is measured.</chakra.p>}
              <chakra.ol mt="8px" listStyleType="none" aria-label="Plan">
                {steps.slice(0, shown).map((step) => (
                  <chakra.li key={step.row.row.id} borderTopWidth={step.setsUp ? "1px" : "0"} borderColor="line">
                    <chakra.button
                      type="button"
                      width="100%"
                      textAlign="left"
                      minHeight="40px"
                      px="6px"
                      borderRadius="7px"
                      cursor="pointer"
                      _hover={{ bg: "raised" }}
                      onClick={() => {
                        chooseRow(step.row.row.id);
                        onClose();
                      }}
                      display="flex"
                      gap="12px"
                      alignItems="baseline"
                    >
                      <chakra.span flex="1">
                        {capital(step.row.row.name)}{" "}
                        <chakra.span color="quiet" fontSize="13px">
                          {step.row.row.at.feature.title}
                        </chakra.span>
                      </chakra.span>
                      <chakra.span fontSize="13px" color="quiet">
                        {sayWhy(step)}
                      </chakra.span>
                      <Figures fontSize="13px" minWidth="64px" textAlign="right">
                        {step.toGo} to go
                      </Figures>
                    </chakra.button>
                  </chakra.li>
                ))}
              </chakra.ol>
              {steps.length > shown && (
                <Box fontSize="13px" color="quiet" mt="6px">
                  and {steps.length - shown} more
                </Box>
              )}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
