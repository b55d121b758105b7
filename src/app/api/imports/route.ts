import * as z from "@/core/z";
import { openImport } from "@/server/imports";
import { answer, refuse, route } from "@/server/route";
import { uploadStatus } from "@/server/uploads";

const Wish = z.strictObject({ id: z.uuid(), bytes: z.int().check(z.minimum(1)) });

/** Begins to take a job's archive in pieces, or says where one that was begun stands. */
export const POST = route({ role: "lead", body: Wish }, async ({ body: { id, bytes }, person }) => {
  const opened = await openImport(id, bytes, person.id);
  return opened.ok ? answer({ v: 1, ...opened.value }) : refuse(uploadStatus(opened.problems), ...opened.problems);
});
