"use client";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import { shownUnit } from "@/core/quantity/units";
import { stations } from "@/core/stations";
import { capital } from "@/words/capital";
import { glossary } from "@/words/glossary";
import { sayLimit, sayRef } from "@/words/say-option";
import { stationTable, stationWords } from "@/words/stations";
import { FindDialog } from "../find/FindDialog";
import type { Findable } from "../find/find";
import { themes, themeWords, useThemeChoice } from "../frame/use-theme-choice";
import { download } from "../kit/download";
import { useFetched } from "../kit/use-fetched";
import { goToAddress } from "./address";
import { useJob } from "./JobContext";
import { useGlossary } from "./Glossary";
import { useGoTo } from "./places";
import { useOpenRow } from "./use-open-row";
import { useOpenTag } from "./use-open-tag";

interface NamedJob {
  readonly id: string;
  readonly name: string;
  readonly number: string | null;
}

/** Everything of a job that can be found, and the shop's other jobs. */
export function JobFind({ onClose, onOpen }: { onClose: () => void; onOpen: (what: "keys" | "map") => void }) {
  const { id, pack, assessment, wording, undo, redo } = useJob();
  const router = useRouter();
  const goTo = useGoTo();
  const openRow = useOpenRow();
  const openTag = useOpenTag();
  const openWord = useGlossary();
  const { choose } = useThemeChoice();
  const others = useFetched<{ jobs: readonly NamedJob[] }>("/api/jobs");

  const items = useMemo(() => {
    const rows = [...assessment.rows.values()];
    const joints = [...assessment.joints.values()];
    const parts = rows.map(({ row, part }): Findable => ({
      id: `row ${row.id}`,
      kind: "part",
      title: capital(row.name),
      detail: [part?.tag, row.at.feature.title].filter(Boolean).join(" · "),
      go: () => openRow(row.id),
    }));
    const tags = [...assessment.job.parts.values()].map((part): Findable => ({
      id: `tag ${part.id}`,
      kind: "tag",
      title: part.tag,
      detail: part.slot ? capital(pack.slots.get(part.slot)?.name ?? part.slot) : "in no slot",
      go: () => openTag(part.id),
    }));
    const fits = joints.map(({ row }): Findable => ({
      id: `joint ${row.id}`,
      kind: "fit",
      title: capital(row.name),
      detail: row.joint.title,
      go: () => openRow(row.id),
    }));
    const limitOf = (
      title: string,
      item: (typeof rows)[number]["governing"]["characteristic"],
      key: string,
      row: string,
    ): Findable[] =>
      Object.entries(item.limits).flatMap(([kind, limit]) =>
        limit
          ? [
              {
                id: `limit ${key} ${item.id} ${kind}`,
                kind: "limit" as const,
                title: `${title}: ${item.name}`,
                detail: `${kind === "inService" ? "in service" : kind} ${sayLimit(limit, shownUnit(item.unit, wording.unit))} · ${sayRef(limit.ref, wording.sources)}`,
                go: () => openRow(row),
              },
            ]
          : [],
      );
    // A limit belongs to a feature, not to each of its places.
    const seen = new Set<object>();
    const firsts = [
      ...rows.map(({ row }) => ({ of: row.at.feature, row: row.id })),
      ...joints.map(({ row }) => ({ of: row.joint, row: row.id })),
    ].filter(({ of }) => !seen.has(of) && seen.add(of));
    const limits = firsts.flatMap(({ of, row }) =>
      [of.governing, ...of.derived].flatMap((item) => limitOf(of.title, item, of.id + row, row)),
    );
    const toStations = stations.map((station): Findable => ({
      id: `station ${station}`,
      kind: "station",
      title: stationWords[station],
      detail: stationTable[station].purpose,
      go: () => goTo(station),
    }));
    const commands = [
      { id: "map", title: "Engine map", detail: "the way to any part by its place", go: () => onOpen("map") },
      { id: "keys", title: "Keys", detail: "the keys of this screen", go: () => onOpen("keys") },
      { id: "undo", title: "Take back the last act", detail: "Ctrl Z", go: undo },
      { id: "redo", title: "Put it back", detail: "Ctrl Shift Z", go: redo },
      {
        id: "gauges",
        title: "Gauges",
        detail: "what the shop measures with, and when it is due",
        go: () => router.push("/gauges"),
      },
      {
        id: "walk",
        title: "First walk",
        detail: "five steps through a job",
        go: () => goToAddress(`/jobs/${id}/intake?walk=1`),
      },
      { id: "jobs", title: "All jobs", detail: "what needs you first", go: () => router.push("/") },
      { id: "report", title: "Report as PDF", detail: "for the owner", go: () => download(`/api/jobs/${id}/report`) },
      {
        id: "technical-record",
        title: "Technical record as PDF",
        detail: "every value and finding",
        go: () => download(`/api/jobs/${id}/report?of=record`),
      },
      {
        id: "archive",
        title: "Export this job",
        detail: "record, pack and files in one zip",
        go: () => download(`/api/jobs/${id}/archive`),
      },
      ...themes.map((theme) => ({
        id: `theme ${theme}`,
        title: `Theme: ${themeWords[theme]}`,
        detail: "",
        go: () => choose(theme),
      })),
    ].map((command): Findable => ({ ...command, kind: "command" }));
    const otherJobs = (others?.jobs ?? []).map((job): Findable => ({
      id: `job ${job.id}`,
      kind: "job",
      title: job.name,
      detail: job.number ? `No. ${job.number}` : "",
      go: () => router.push(`/jobs/${job.id}`),
    }));
    const words = glossary.map((word): Findable => ({
      id: `word ${word.id}`,
      kind: "word",
      title: capital(word.term),
      detail: word.means,
      go: () => openWord(word.id),
    }));
    return [...parts, ...tags, ...fits, ...toStations, ...otherJobs, ...limits, ...commands, ...words];
  }, [assessment, pack, wording, id, router, goTo, openRow, openTag, openWord, undo, redo, choose, onOpen, others]);

  return <FindDialog items={items} onClose={onClose} />;
}
