import { createServer, request, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { expect, kept, readyBench, signIn, test } from "./bench";

/** A front before the program that can bring out another version of it, and keep entries from arriving. */
function openFront(address: string) {
  const state = { version: 1, isShut: false };
  const server: Server = createServer((asked, answer) => {
    if (state.isShut && asked.url === "/api/entries") return void answer.writeHead(503).end();
    const on = request(new URL(asked.url!, address), { method: asked.method, headers: asked.headers }, (got) => {
      const isWorker = asked.url === "/service-worker.js" && got.statusCode === 200;
      const { "content-length": length, ...rest } = got.headers;
      answer.writeHead(
        got.statusCode!,
        isWorker || length === undefined ? rest : { ...rest, "content-length": length },
      );
      if (!isWorker) return void got.pipe(answer);
      got.on("data", (piece: Buffer) => answer.write(piece));
      got.on("end", () => answer.end(`\n// version ${state.version}`));
    });
    on.on("error", () => answer.destroy());
    asked.pipe(on);
  });
  return new Promise<{ state: typeof state; address: string; server: Server }>((done) =>
    server.listen(0, "127.0.0.1", () =>
      done({ state, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, server }),
    ),
  );
}

test("a new version of the program takes over when somebody says so, and what was entered and not sent yet stays", async ({
  shop,
  visit,
}) => {
  test.setTimeout(240_000);
  const front = await openFront(shop.address);
  try {
    const bench = readyBench("Tidal barge");
    const id = await shop.keep(bench.entries);
    const page = await visit("nobody", "/sign-in", { serviceWorkers: "allow", baseURL: front.address });
    await signIn(page, "lead");
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.goto(`/jobs/${id}/measure`);
    const first = page.getByLabel("liner, cylinder 1, top, thrust direction");
    await expect(first).toBeFocused();

    front.state.isShut = true;
    await page.keyboard.type("108.041");
    await page.keyboard.press("Enter");
    await expect(page.getByText("1 entry is not saved yet")).toBeVisible();
    const offer = page.getByText("A new version of the program is here.");
    await expect(offer).toBeHidden();

    front.state.version = 2;
    await page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())!.update()));
    await expect(offer).toBeVisible();
    // Nothing happens before: the page goes on with the files it was made of.
    await expect(first).toHaveValue("108.041");
    await page.getByRole("button", { name: "Take it" }).click();
    await expect(offer).toBeHidden();
    await expect(first).toHaveValue("108.041");
    await expect(page.getByText("1 entry is not saved yet")).toBeVisible();
    const waiting = () =>
      page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.waiting !== null);
    expect(await waiting()).toBe(false);

    // The new one keeps the program as the old one did.
    await expect.poll(() => kept(page, id)).toBe(bench.entries.length);
    await page.context().setOffline(true);
    await page.reload();
    await expect(first).toHaveValue("108.041");
    await page.context().setOffline(false);
    front.state.isShut = false;
    await expect
      .poll(async () => (await shop.entries(id)).flatMap(({ payload }) => (payload.typed ? [payload.typed] : [])))
      .toEqual(["108.041"]);
  } finally {
    front.server.closeAllConnections();
    front.server.close();
  }
});
