"use client";
import { Button } from "@chakra-ui/react";
import { useState } from "react";
import { standingHandOver } from "@/core/entry/visit";
import { SayWhy } from "../kit/SayWhy";
import { useJob } from "./JobContext";

/** The job comes back: what for, and everything recorded before is evidence. */
export function Reopen() {
  const { append, assessment, mayDecide } = useJob();
  const [isSaying, setSaying] = useState(false);
  const last = standingHandOver(assessment.job);
  if (!last || !mayDecide) return null;
  return isSaying ? (
    <SayWhy
      label="Why it came back"
      placeholder="with what fault, after how many hours"
      act="It came back"
      onSay={(why) => {
        append("job-reopened", { handOver: last.id, hours: null, why });
        setSaying(false);
      }}
      onLeave={() => setSaying(false)}
      maxWidth="520px"
    />
  ) : (
    <Button size="sm" mt="8px" variant="outline" borderColor="lineStrong" color="ink" onClick={() => setSaying(true)}>
      It came back
    </Button>
  );
}
