"use client";
import { Box, Button, Flex, Progress, chakra } from "@chakra-ui/react";
import { Upload } from "lucide-react";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Problem } from "@/core/problem/problem";
import { problem } from "@/core/problem/problem";
import { plainWording } from "@/words/plain-wording";
import { sayProblem } from "@/words/say-problem";

interface Imported {
  readonly stream: string;
  readonly name: string;
  readonly added: number;
  readonly known: number;
  readonly unknownTypes: readonly string[];
}

type State =
  | { readonly is: "idle" }
  | { readonly is: "sending"; readonly file: string; readonly share: number; readonly cancel: () => void }
  | { readonly is: "done"; readonly imported: Imported }
  | { readonly is: "refused"; readonly file: string; readonly problems: readonly Problem[] };

/** Sends a file and tells how far it is. Fetch cannot say how much of a body has gone. */
function upload(
  file: File,
  onShare: (share: number) => void,
): { cancel: () => void; answer: Promise<{ ok: boolean; body: unknown }> } {
  const request = new XMLHttpRequest();
  const answer = new Promise<{ ok: boolean; body: unknown }>((resolve, reject) => {
    request.open("POST", "/api/imports");
    request.setRequestHeader("Content-Type", "application/zip");
    request.responseType = "json";
    request.upload.onprogress = ({ loaded, total }) => onShare(total > 0 ? loaded / total : 0);
    request.onload = () => resolve({ ok: request.status === 200, body: request.response as unknown });
    request.onerror = () => reject(new Error("unreachable"));
    request.onabort = () => reject(new Error("cancelled"));
    request.send(file);
  });
  return { cancel: () => request.abort(), answer };
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

  const take = async (file: File) => {
    const { cancel, answer } = upload(file, (share) =>
      setState((now) => (now.is === "sending" ? { ...now, share } : now)),
    );
    setState({ is: "sending", file: file.name, share: 0, cancel });
    try {
      const { ok, body } = await answer;
      if (ok) {
        setState({ is: "done", imported: body as Imported });
        router.refresh();
      } else
        setState({
          is: "refused",
          file: file.name,
          problems: (body as { problems?: Problem[] } | null)?.problems ?? [
            problem("server-error", [], { request: null }),
          ],
        });
    } catch (error) {
      setState(
        (error as Error).message === "cancelled"
          ? { is: "idle" }
          : { is: "refused", file: file.name, problems: [problem("door-unreachable")] },
      );
    }
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
            if (file) void take(file);
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
            <span>{state.share < 1 ? `${Math.round(state.share * 100)} %` : "checking"}</span>
            <Button variant="ghost" size="sm" onClick={state.cancel}>
              Cancel
            </Button>
          </>
        )}
      </Flex>
      <Box role="status" mt={state.is === "done" || state.is === "refused" ? "8px" : 0}>
        {state.is === "done" && (
          <p>
            <strong>{state.imported.name}:</strong>{" "}
            {state.imported.added === 0
              ? "everything was here already; nothing was added"
              : `${state.imported.added} entries added${state.imported.known > 0 ? `, ${state.imported.known} were here before` : ""}`}
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
                  {sayProblem(found, plainWording)}
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
