import * as z from "@/core/z";
import { problem } from "@/core/problem/problem";
import { dropImport, importState, startImport } from "@/server/imports";
import { answer, refuse, route } from "@/server/route";
import { uploadStatus } from "@/server/uploads";

const Path = z.object({ import: z.uuid() });
const Word = z.strictObject({ agreed: z.nullable(z.string().check(z.maxLength(20))) });

/** How far an import is, or how it ended. */
export const GET = route({ role: "lead", params: Path }, async ({ params }) => {
  const state = await importState(params.import);
  return state ? answer({ v: 1, ...state }, 200, state.problems) : refuse(404, problem("unknown-upload"));
});

/** Reads the archive and brings its job in: all of it, or nothing. */
export const POST = route({ role: "lead", params: Path, body: Word }, async ({ params, body }) => {
  const started = await startImport(params.import, body.agreed);
  return started.ok
    ? answer({ v: 1, ...started.value }, 202)
    : refuse(uploadStatus(started.problems), ...started.problems);
});

/** Lets an import go. */
export const DELETE = route({ role: "lead", params: Path }, async ({ params }) => {
  await dropImport(params.import);
  return answer({ v: 1 });
});
