import { stations } from "@/core/stations";
import { keysAnywhere, keysInJob } from "@/words/key-help";
import { stationTable } from "@/words/stations";
import { keyName } from "./use-keys";

const key = (name: string, held: Partial<Record<"ctrlKey" | "metaKey" | "shiftKey", boolean>> = {}) =>
  keyName({ key: name, ctrlKey: false, metaKey: false, shiftKey: false, ...held });

test("a sign is itself whatever has to be held for it, a letter with shift is another key", () => {
  expect([key("?", { shiftKey: true }), key("/"), key("[")]).toEqual(["?", "/", "["]);
  expect([key("M", { shiftKey: true }), key("m"), key("M")]).toEqual(["shift+m", "m", "m"]);
});

test("control and command are the same, and undo and redo are told apart", () => {
  expect([
    key("z", { ctrlKey: true }),
    key("z", { metaKey: true }),
    key("Z", { ctrlKey: true, shiftKey: true }),
    key("Z", { metaKey: true, shiftKey: true }),
  ]).toEqual(["ctrl+z", "ctrl+z", "ctrl+shift+z", "ctrl+shift+z"]);
});

test("keys with names keep them", () =>
  expect([key("PageDown"), key("Escape"), key("ArrowUp", { shiftKey: true })]).toEqual([
    "PageDown",
    "Escape",
    "ArrowUp",
  ]));

test("no screen gives one key two meanings", () => {
  for (const station of stations) {
    const names = [...keysAnywhere, ...keysInJob, ...stationTable[station].keys].map(([keys]) => keys.join(" "));
    expect(new Set(names).size).toBe(names.length);
  }
});
