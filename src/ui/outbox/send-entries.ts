import { Answers } from "@/core/entry/answer";
import { askServer } from "./ask-server";
import { fetchAsMe } from "./fetch-as-me";
import type { Send } from "./answers";

/** Sends entries to the server they came from; an answer that says nothing of them is none. */
export const sendEntries: Send = async (entries) => {
  const answered = await askServer<unknown>(fetchAsMe, "/api/entries", {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ entries }),
    signal: AbortSignal.timeout(15_000),
  });
  if (!("value" in answered)) return answered;
  const read = Answers.safeParse(answered.value);
  return { value: read.success ? read.data.answers : [] };
};
