"use client";
import { Box, Button, Flex, Progress, chakra } from "@chakra-ui/react";
import { Upload } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Imported, ImportRun } from "@/core/entry/import-run";
import type { Problem, ProblemOf } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayIncoming } from "@/words/say-incoming";
import { many } from "@/words/sentences/sentence";
import { newId } from "../../kit/new-id";
import { askServer, type Answered, type Fetch } from "../../outbox/ask-server";
import { jsonHeaders, sendPieces, type Begun } from "../../outbox/send-pieces";
import { fetchAsMe } from "../../outbox/fetch-as-me";

/** What is sent and asked after: one file, under one id. */
interface Sending {
  readonly id: string;
  readonly file: File;
}

type State =
  | { readonly is: "idle" }
  | {
      readonly is: "sending";
      readonly file: string;
      readonly share: number;
      readonly isWorking: boolean;
      readonly later: Problem | null;
    }
  | { readonly is: "asking"; readonly sending: Sending; readonly adds: ProblemOf<"import-adds"> }
  | { readonly is: "done"; readonly imported: Imported }
  | { readonly is: "refused"; readonly file: string; readonly problems: readonly Problem[] };

/** The same file chosen again goes on where it was broken off, also after the page was closed. */
function idFor({ name, size, lastModified }: File): string {
  const key = `ember-import ${name} ${size} ${lastModified}`;
  try {
    const id = localStorage.getItem(key) ?? newId();
    localStorage.setItem(key, id);
    return id;
  } catch {
    return newId();
  }
}

function forget({ name, size, lastModified }: File): void {
  try {
    localStorage.removeItem(`ember-import ${name} ${size} ${lastModified}`);
  } catch {
    /* nothing is kept here */
  }
}

const restMs = 700;
const rest = (signal: AbortSignal) =>
  new Promise<void>((resolve) => {
    const timer = setTimeout(resolve, restMs);
    signal.addEventListener("abort", () => (clearTimeout(timer), resolve()));
  });

/** Asks until the server answers; what will pass is said meanwhile. */
async function untilAnswered<T>(
  ask: () => Promise<Answered<T>>,
  onLater: (later: Problem | null) => void,
  signal: AbortSignal,
): Promise<{ readonly value: T } | { readonly problems: readonly Problem[] } | null> {
  for (;;) {
    const said = await ask();
    if (signal.aborted) return null;
    onLater("later" in said ? said.later : null);
    if (!("later" in said)) return said;
    await rest(signal);
    if (signal.aborted) return null;
  }
}

const where = (path: Problem["path"]) =>
  path.length > 1
    ? `${String(path[0])}, line ${String(path[1])}${path.length > 2 ? `, ${path.slice(2).join(".")}` : ""}: `
    : "";

/** Brings a job in from a zip: all of it, or nothing, and says plainly which. */
export function ImportJob() {
  const [state, setState] = useState<State>({ is: "idle" });
  const router = useRouter();
  const picker = useRef<HTMLInputElement>(null);
  const under = useRef<AbortController | null>(null);
  useEffect(() => () => under.current?.abort(), []);

  /** Sends what is missing, has it read, and asks how it went; `agreed` is what a person said to an addition. */
  const take = async ({ id, file }: Sending, agreed: string | null) => {
    const { signal } = (under.current = new AbortController());
    const call: Fetch = (path, init) => fetchAsMe(path, { ...init, signal });
    const at = (share: number, isWorking: boolean, later: Problem | null = null) =>
      signal.aborted || setState({ is: "sending", file: file.name, share, isWorking, later });
    const refuse = (problems: readonly Problem[]) => {
      forget(file);
      setState({ is: "refused", file: file.name, problems });
    };
    let share = 0;
    const onLater = (isWorking: boolean) => (later: Problem | null) => void at(share, isWorking, later);
    at(0, false);
    const sent = await untilAnswered(
      () =>
        sendPieces<Begun & ImportRun>("/api/imports", { id, file }, call, {
          isThere: ({ stage }) => stage === "kept",
          onProgress: (now) => void at((share = now), false),
        }),
      onLater(false),
      signal,
    );
    if (!sent) return;
    if ("problems" in sent) return refuse(sent.problems);
    const path = `/api/imports/${id}`;
    const body = JSON.stringify({ agreed });
    const begun = await untilAnswered<ImportRun>(
      () => askServer(call, path, { method: "POST", headers: jsonHeaders, body }),
      onLater(true),
      signal,
    );
    if (!begun) return;
    if ("problems" in begun) return refuse(begun.problems);
    let run = begun.value;
    while (run.stage === "working" || run.stage === "coming") {
      at((share = run.share), true);
      await rest(signal);
      const asked = await untilAnswered<ImportRun>(() => askServer(call, path, {}), onLater(true), signal);
      if (!asked) return;
      if ("problems" in asked) return refuse(asked.problems);
      run = asked.value;
    }
    if (run.stage === "kept" && run.imported) {
      forget(file);
      setState({ is: "done", imported: run.imported });
      return router.refresh();
    }
    const adds = run.problems.find((found): found is ProblemOf<"import-adds"> => found.code === "import-adds");
    if (adds) setState({ is: "asking", sending: { id, file }, adds });
    else refuse(run.problems);
  };
  const begin = (file: File) => void take({ id: idFor(file), file }, null);
  /** Lets it go here and at the server. */
  const drop = (sending: Sending | null) => {
    under.current?.abort();
    if (sending) {
      forget(sending.file);
      void fetchAsMe(`/api/imports/${sending.id}`, { method: "DELETE" }).catch(() => {});
    }
    setState({ is: "idle" });
  };

  return (
    <Box fontSize="14px">
      <Flex align="center" gap="12px" wrap="wrap">
        <chakra.input
          ref={picker}
          type="file"
          accept=".zip,application/zip"
          aria-label="Zip of a job"
          srOnly
          tabIndex={-1}
          onChange={(event) => {
            const [file] = event.currentTarget.files ?? [];
            event.currentTarget.value = "";
            if (file) begin(file);
          }}
        />
        <Button
          variant="outline"
          size="sm"
          minHeight="36px"
          borderColor="lineStrong"
          color="ink"
          disabled={state.is === "sending"}
          onClick={() => picker.current?.click()}
        >
          <Upload size={15} aria-hidden />
          Import a job
        </Button>
        {state.is === "sending" && (
          <>
            <Progress.Root
              value={Math.round(state.share * 100)}
              width="180px"
              size="sm"
              aria-label={`Importing ${state.file}`}
            >
              <Progress.Track>
                <Progress.Range bg="ember" />
              </Progress.Track>
            </Progress.Root>
            <span>
              {state.later
                ? sayIncoming(state.later, plainWording)
                : `${state.isWorking ? "checking, " : ""}${Math.round(state.share * 100)} %`}
            </span>
            <Button variant="ghost" size="sm" onClick={() => drop(null)}>
              {state.isWorking ? "Leave it" : "Pause"}
            </Button>
          </>
        )}
      </Flex>
      {state.is === "asking" && (
        <Box role="alertdialog" aria-label="Add to a job that is here" mt="8px">
          <p>{sayIncoming(state.adds, plainWording)}</p>
          <Flex gap="10px" mt="8px">
            <Button
              size="sm"
              minHeight="36px"
              bg="ember"
              color="onEmber"
              fontWeight={700}
              onClick={() => void take(state.sending, state.adds.params.mark)}
            >
              Add {many(state.adds.params.added, "entry", "entries")}
            </Button>
            <Button variant="ghost" size="sm" minHeight="36px" onClick={() => drop(state.sending)}>
              Leave the job as it is
            </Button>
          </Flex>
        </Box>
      )}
      <Box role="status" mt={state.is === "done" || state.is === "refused" ? "8px" : 0}>
        {state.is === "done" && (
          <p>
            <strong>{state.imported.name}:</strong>{" "}
            {state.imported.added === 0
              ? "everything was here already; nothing was added"
              : `${many(state.imported.added, "entry", "entries")} added${state.imported.known > 0 ? `, ${state.imported.known} were here before` : ""}`}
            .
            {state.imported.unknownTypes.length > 0 &&
              ` Kept and not understood: ${state.imported.unknownTypes.join(", ")}.`}
          </p>
        )}
        {state.is === "refused" && (
          <>
            <chakra.p color="out" fontWeight={600}>
              {state.file} was not imported; nothing of it is here.
            </chakra.p>
            <chakra.ul>
              {state.problems.slice(0, 8).map((found, at) => (
                <li key={at}>
                  {where(found.path)}
                  {sayIncoming(found, plainWording)}
                </li>
              ))}
            </chakra.ul>
            {state.problems.length > 8 && <p>and {state.problems.length - 8} more</p>}
          </>
        )}
      </Box>
    </Box>
  );
}
