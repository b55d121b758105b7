"use client";
import { Box, Button, Heading, chakra } from "@chakra-ui/react";
import { canonicalJson } from "@/core/canonical";
import { saySettings } from "@/words/say-settings";
import { useJob } from "../../job/JobContext";

/** What the job counts money and policies by: the shop's settings as it took them, and newer ones to be taken. */
export function MoneyBy() {
  const { assessment, shop, append, mayDecide } = useJob();
  const { settings } = assessment.order;
  const isNewer = shop.settings !== null && (settings === null || canonicalJson(settings) !== canonicalJson(shop.settings)); // prettier-ignore
  const taken = assessment.job.settings;
  return (
    <Box mt="16px">
      <Heading as="h2" fontSize="13px" fontWeight={400} color="quiet">
        Counted by
      </Heading>
      <chakra.p fontSize="14px" mt="2px">
        {settings ? saySettings(settings) : "The pack's own prices and labour rate; no currency is set."}
      </chakra.p>
      {isNewer && (
        <>
          <chakra.p fontSize="13px" color="near" mt="4px">
            The shop&apos;s settings are others now: {saySettings(shop.settings!)}
          </chakra.p>
          <Button
            size="xs"
            variant="outline"
            borderColor="lineStrong"
            mt="6px"
            minHeight="32px"
            disabled={!mayDecide}
            onClick={() =>
              append("settings-taken", {
                settings: shop.settings!,
                ...(taken.length > 0 ? { supersedes: taken.map((each) => each.id) } : {}),
              })
            }
          >
            Take them for this job
          </Button>
        </>
      )}
    </Box>
  );
}
