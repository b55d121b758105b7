"use client";
import { Box, Flex, Grid, Heading, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { assess } from "@/core/assess";
import { variantOf, type Assessment } from "@/core/assessment";
import type { Envelope } from "@/core/entry/schema";
import { nextStep } from "@/core/next-step";
import { readPack, type CompiledPack } from "@/core/pack/compile-pack";
import { problem, type Problem } from "@/core/problem/problem";
import { unitById } from "@/core/quantity/units";
import { stations } from "@/core/stations";
import { grouped } from "@/words/grouped";
import { plainWording } from "@/words/plain-wording";
import { many } from "@/words/sentences/sentence";
import { keysAnywhere } from "@/words/key-help";
import { sayProblem } from "@/words/say-problem";
import { stationWords } from "@/words/stations";
import { FindDialog } from "../../find/FindDialog";
import type { Findable } from "../../find/find";
import { ShopHeader } from "../../frame/ShopHeader";
import { themes, themeWords, useThemeChoice } from "../../frame/use-theme-choice";
import type { Me } from "../../frame/me";
import { KeyHelpDialog } from "../../keys/KeyHelpDialog";
import { useKeys } from "../../keys/use-keys";
import { useScanner } from "../../job/use-scanner";
import { WaitingTray } from "../../outbox/WaitingTray";
import { EngineMap } from "../../kit/EngineMap";
import { HoldCounts } from "../../kit/HoldCounts";
import { ImportJob } from "./ImportJob";
import { OpenJob } from "./OpenJob";

const Link = chakra(NextLink);

type JobData =
  | { readonly id: string; readonly entries: readonly Envelope[]; readonly packJson: unknown }
  | { readonly id: string; readonly name: string | null; readonly trouble: Problem };

interface Listed {
  readonly id: string;
  readonly pack: CompiledPack;
  readonly assessment: Assessment;
}

/** A job that cannot be judged. */
interface Broken {
  readonly id: string;
  readonly name: string | null;
  readonly trouble: Problem;
}

/** A job as the list shows it: one that cannot be judged says why, and takes no other down. */
function judged(job: JobData, asOf: string): Listed | Broken {
  if ("trouble" in job) return job;
  const broken = (why: string) => ({ id: job.id, name: null, trouble: problem("job-unreadable", [job.id], { why }) });
  try {
    const read = readPack(job.packJson);
    if (!read.ok) return broken(read.problems.map(({ code }) => code).join(", "));
    return { id: job.id, pack: read.value, assessment: assess(read.value, job.entries, asOf) };
  } catch (error) {
    return broken((error as Error).message.slice(0, 200));
  }
}

/** After every date. */
const someDay = "9999-12-31";

/** The one wanted soonest first; what is handed over needs nobody any more. */
function byNeed({ assessment: a }: Listed, { assessment: b }: Listed): number {
  const isOver = ({ job }: Assessment) => Number(job.handOvers.length > 0);
  return isOver(a) - isOver(b) || (a.order.wantedBy ?? someDay).localeCompare(b.order.wantedBy ?? someDay);
}

/** A job's way through the stations as a fuse, burnt down to where it stands. */
function Fuse({ assessment }: { assessment: Assessment }) {
  const { station } = nextStep(assessment);
  const share = (stations.indexOf(station) + 0.5) / stations.length;
  return (
    <Box position="relative" height="36px" aria-hidden hideBelow="lg">
      <Box position="absolute" top="10px" left="0" right="0" height="2px" bg="lineStrong" />
      <Box position="absolute" top="10px" left="0" width={`${share * 100}%`} height="2px" bg="ember" />
      <Box
        position="absolute"
        top="5px"
        left={`${share * 100}%`}
        width="12px"
        height="12px"
        ml="-6px"
        borderRadius="full"
        bg="ink"
        borderWidth="2px"
        borderColor="ember"
        boxShadow="0 0 8px {colors.ember}"
      />
      <Box
        position="absolute"
        top="19px"
        left={`${share * 100}%`}
        transform="translateX(-50%)"
        fontSize="12px"
        color="quiet"
        whiteSpace="nowrap"
      >
        {stationWords[station]}
      </Box>
    </Box>
  );
}

function JobRow({ id, pack, assessment }: Listed) {
  const { header } = assessment.job;
  const { station, what } = nextStep(assessment);
  const variant = variantOf(pack, assessment);
  const { holds, order } = assessment;
  const wording = { unit: unitById(header?.unit ?? "mm")!, sources: new Map<string, string>() };
  return (
    <chakra.li borderBottomWidth="1px" borderColor="line">
      <Link href={`/jobs/${id}/${station}`} display="block" px="6px" py="14px" _hover={{ bg: "raised" }}>
        <Grid
          templateColumns={{
            base: "1fr",
            md: "150px minmax(200px, 1fr) 1fr",
            lg: "150px minmax(220px, 1fr) minmax(180px, 1.2fr) 1fr",
          }}
          gap="20px"
          alignItems="center"
        >
          <Box hideBelow="md">
            <EngineMap pack={pack.pack} assessment={assessment} height={36} />
          </Box>
          <Box>
            <chakra.span display="block" fontSize="18px" fontWeight={700}>
              {header?.name}
            </chakra.span>
            <chakra.span color="quiet" fontSize="13px">
              {pack.pack.family}
              {variant ? `, ${variant.name}` : ""}
              {order.hoursWanted ? ` · for ${grouped(order.hoursWanted)} h` : ""}
              {order.application.words ? ` · ${order.application.words}` : ""}
            </chakra.span>
          </Box>
          <Fuse assessment={assessment} />
          <Box>
            <chakra.span display="block" fontWeight={600} fontSize="14px">
              {sayProblem(what, wording)}
            </chakra.span>
            <chakra.span color="quiet" fontSize="13px">
              {holds.length > 0 ? (
                <HoldCounts holds={holds} />
              ) : order.wantedBy ? (
                `wanted by ${order.wantedBy}`
              ) : (
                "no date"
              )}
            </chakra.span>
          </Box>
        </Grid>
      </Link>
    </chakra.li>
  );
}

/** A job that cannot be judged: why, and the way to its record. */
function BrokenRow({ id, name, trouble }: Broken) {
  return (
    <chakra.li borderBottomWidth="1px" borderColor="line">
      <Link href={`/jobs/${id}/hand-over`} display="block" px="6px" py="14px" _hover={{ bg: "raised" }}>
        <chakra.span display="block" fontSize="18px" fontWeight={700}>
          {name ?? "A job that cannot be read"}
        </chakra.span>
        <chakra.span color="near" fontSize="14px">
          {sayProblem(trouble, plainWording)}
        </chakra.span>
      </Link>
    </chakra.li>
  );
}

/** All engines on the bench, each with what it needs next. */
export function JobList({ jobs, me, asOf }: { jobs: readonly JobData[]; me: Me; asOf: string }) {
  const [listed, broken] = useMemo(() => {
    const all = jobs.map((job) => judged(job, asOf));
    return [
      all.filter((job): job is Listed => "assessment" in job).sort(byNeed),
      all.filter((job): job is Broken => "trouble" in job),
    ];
  }, [jobs, asOf]);
  const router = useRouter();
  const { choose } = useThemeChoice();
  const [open, setOpen] = useState<"find" | "keys" | null>(null);
  useKeys({ "/": () => setOpen("find"), "?": () => setOpen("keys") });
  useScanner(({ job, part }) => router.push(`/jobs/${job}/strip?part=${part}`));
  const items = useMemo(
    (): readonly Findable[] => [
      ...listed.map(({ id, pack, assessment: { job } }): Findable => ({
        id,
        kind: "job",
        title: job.header?.name ?? id,
        detail: [pack.pack.family, job.header?.engine.number && `No. ${job.header.engine.number}`]
          .filter(Boolean)
          .join(" · "),
        go: () => router.push(`/jobs/${id}`),
      })),
      ...themes.map((theme): Findable => ({
        id: `theme ${theme}`,
        kind: "command",
        title: `Theme: ${themeWords[theme]}`,
        detail: "",
        go: () => choose(theme),
      })),
      {
        id: "gauges",
        kind: "command",
        title: "Gauges",
        detail: "what the shop measures with, and when it is due",
        go: () => router.push("/gauges"),
      },
      { id: "keys", kind: "command", title: "Keys", detail: "the keys of this screen", go: () => setOpen("keys") },
    ],
    [listed, router, choose],
  );
  return (
    <Flex direction="column" minHeight="100dvh">
      <ShopHeader me={me} here="/" />
      <WaitingTray me={me.id} />
      <Box as="main" px={{ base: "14px", md: "26px" }} py="20px" maxWidth="1240px" width="100%" mx="auto">
        <Flex align="baseline" gap="14px" mb="8px">
          <Heading as="h1" fontSize="24px">
            On the bench
          </Heading>
          <chakra.span color="quiet">{many(listed.length + broken.length, "engine")}</chakra.span>
        </Flex>
        {listed.length + broken.length === 0 ? (
          <p>No engine is here yet. Open a job for the first one that comes in, or import one.</p>
        ) : (
          <chakra.ul>
            {listed.map((job) => (
              <JobRow key={job.id} {...job} />
            ))}
            {broken.map((job) => (
              <BrokenRow key={job.id} {...job} />
            ))}
          </chakra.ul>
        )}
        {me.role === "lead" && (
          <Flex mt="22px" gap="10px" align="flex-start">
            <OpenJob />
            <ImportJob />
          </Flex>
        )}
      </Box>
      {open === "find" && <FindDialog items={items} onClose={() => setOpen(null)} />}
      {open === "keys" && (
        <KeyHelpDialog groups={[{ title: "Here", keys: keysAnywhere }]} onClose={() => setOpen(null)} />
      )}
    </Flex>
  );
}
