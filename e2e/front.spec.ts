import AxeBuilder from "@axe-core/playwright";
import { larkspire } from "@/core/fixtures/packs/larkspire";
import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import type { Row } from "@/core/pack/compile-pack";
import { change } from "@/store/connection";
import sharp from "sharp";
import { client, expect, test, TestBench } from "./bench";

test("an engine is asked about before it is touched, and what is not known is said to be unknown", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, {
    name: "Marsh tug",
    application: { kind: null, words: null },
    hoursWanted: 2000,
  });
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/decide`);
  await expect(page.getByText("most wrong combinations begin there")).toBeVisible();
  await page.getByRole("link", { name: /^Intake/ }).click();
  await expect(page.getByText("What the engine is going into is not known yet")).toBeVisible();
  const answer = (question: RegExp, choice: string) =>
    page.getByRole("group", { name: question }).getByRole("button", { name: choice, exact: true }).click();
  await answer(/^What is it going into/, "work boat");
  await answer(/^How is it cooled/, "raw water");
  await answer(/^What hangs on the flywheel/, "nobody knows");
  await answer(/^What must stay original/, "nothing in particular");
  await expect(page.getByText("What the engine is going into is not known yet")).toBeHidden();

  // Hours: the job's opening stands until somebody says otherwise; nonsense stays in its field; contradictions are told.
  const hours = page.getByRole("textbox", { name: "Hours it has to run" });
  await expect(hours).toHaveValue("2000");
  await hours.fill("a lot");
  await page.keyboard.press("Enter");
  await expect(page.getByText("“a lot” is not a number.")).toBeVisible();
  await expect(hours).toHaveValue("a lot");
  await hours.fill("3 500");
  await page.keyboard.press("Enter");
  await page.getByRole("textbox", { name: "Hours since new" }).fill("9000");
  await page.keyboard.press("Enter");
  await page.getByRole("textbox", { name: "Since overhaul" }).fill("9100");
  await page.keyboard.press("Enter");
  await expect(page.getByText("9100 h since the overhaul is more than 9000 h since it was new")).toBeVisible();
  await page.getByRole("button", { name: "Since overhaul: unknown" }).click();
  await expect(page.getByText("is more than 9000 h")).toBeHidden();
  await page.getByRole("textbox", { name: "cylinder 5" }).fill("19,5");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Outside: cylinder 5.")).toBeVisible();

  // Sense and money: an expected cost, an estimate, the owner's word on it.
  const aside = page.getByRole("complementary", { name: "Sense and money" });
  // Of an engine of which nothing is judged it says nothing yet.
  await expect(aside).toContainText("Nothing is judged yet");
  await aside.getByLabel("Amount").fill("7400");
  await aside.getByLabel("For what").fill("Overhaul");
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 estimate waits for the owner's word")).toBeVisible();
  await aside.getByLabel("Whose word").fill("Tug company");
  await aside.getByRole("button", { name: "Agreed" }).click();
  await expect(aside).toContainText("agreed by phone, Tug company");
  await expect(page.getByText("waits for the owner's word")).toBeHidden();

  const written = async () =>
    (await shop.written(bench)).map((entry) => [
      entry.type,
      entry.payload.item ?? entry.payload.amount ?? entry.payload.by,
      entry.payload.value,
    ]);
  await expect.poll(written).toEqual([
    ["intake-noted", "installation", "work-boat"],
    ["intake-noted", "cooling", "raw"],
    ["intake-noted", "gearbox", null],
    ["intake-noted", "original", "nothing"],
    ["intake-noted", "hours-wanted", 3500],
    ["intake-noted", "hours-since-new", 9000],
    ["intake-noted", "hours-since-overhaul", 9100],
    ["intake-noted", "hours-since-overhaul", null],
    ["intake-noted", "compression", 19.5],
    ["estimate-made", 7400, undefined],
    ["approval-given", "Tug company", undefined],
  ]);
});

test("an engine that comes in is opened at Intake with its parts in it, and parts younger than it are told apart", async ({
  shop,
  visit,
}) => {
  const page = await visit("lead", "/");
  await page.getByRole("button", { name: "Open a job" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Open the job" }).click();
  await expect(dialog.getByText("A job needs a name")).toBeVisible();
  await dialog.getByLabel("What the job is called").fill("Reed cutter");
  await dialog.getByLabel("Family").selectOption({ label: "Pellbrook V4" });
  // Asked for twice before the page has drawn anything new, as an impatient double click does.
  await dialog.locator("form").evaluate((form: HTMLFormElement) => {
    form.requestSubmit();
    form.requestSubmit();
  });
  await expect(page.getByRole("heading", { name: "Before anything is touched" })).toBeVisible();
  const stream = page.url().split("/").at(-2)!;
  // Asked for once more it is the same job, and another one may not take its id.
  const lead = await client(shop.address, "lead");
  const { jobs } = (await (await lead.get("/api/jobs")).json()) as { jobs: { id: string; name: string }[] };
  expect(jobs.filter(({ name }) => name === "Reed cutter").map(({ id }) => id)).toEqual([stream]);
  const opened = await shop.entries(stream);
  const again = async (name: string) =>
    (
      await lead.post("/api/jobs", {
        data: {
          id: stream,
          name,
          pack: (opened.find(({ type }) => type === "job-opened")!.payload.pack as { sha256: string }).sha256,
          number: null,
        },
      })
    ).status();
  expect([await again("Reed cutter"), await again("Reed mower")]).toEqual([201, 422]);
  await lead.dispose();
  const everyPlace = pellbrook.pack.slots.flatMap(() => ["part-installed", "part-tagged"]);
  expect(opened.map((entry) => entry.type).sort()).toEqual([...everyPlace, "job-opened", "settings-taken"].sort());

  await page.getByLabel("A part that is younger or older").selectOption({ label: "BL-B · balance shaft" });
  await page.getByRole("textbox", { name: "BL-B · balance shaft" }).fill("350");
  await page.keyboard.press("Enter");
  await expect
    .poll(async () => (await shop.entries(stream)).at(-1))
    .toMatchObject({
      type: "intake-noted",
      payload: {
        section: "history",
        item: "hours-since-new",
        value: 350,
        part: opened.find((entry) => entry.payload.tag === "BL-B")!.payload.part,
      },
    });
});

test("number, plate and tells are held against each other, and a certified engine waits for a signature", async ({
  shop,
  visit,
}) => {
  await shop.keepPack("packs/larkspire-f5.json", larkspire.sha256);
  const bench = new TestBench(larkspire, { name: "Old survey" });
  bench.add("intake-noted", { section: "order", item: "certified", part: null, place: null, value: true });
  await shop.keep(bench.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/identify`);
  const panel = page.getByRole("complementary", { name: "What it is" });
  await expect(panel).toContainText("Look at next");

  // As the person typed it; two signs that look alike are offered.
  const plate = page.getByRole("textbox", { name: /^Plate/ });
  await plate.fill("x".repeat(80));
  await page.keyboard.press("Enter");
  await expect(page.getByText("That is 80 signs; no number has more than 60.")).toBeVisible();
  await plate.fill("F5 C-2l2");
  await page.keyboard.press("Enter");
  await expect(page.getByText("“F5 C-2l2” fits no rule")).toBeVisible();
  await page.getByRole("button", { name: "F5C212" }).click();
  await expect(page.getByText("F5 as built.").first()).toBeVisible();
  await page.getByRole("textbox", { name: /^Case/ }).fill("f5 c 3041");
  await page.keyboard.press("Enter");
  await expect(panel.getByText("Number, plate and tells do not agree")).toBeVisible();
  await page
    .getByRole("group", { name: /^How many studs/ })
    .getByRole("button", { name: "eight" })
    .click();
  await expect(panel).toContainText("It is F5, and a case half was replaced and re-stamped.");
  await expect(page.getByRole("link", { name: /^Identify/ })).toContainText("1 owed");
  const before = await panel.locator("dl").innerText();

  // The next best check leads to its question; the same answer again takes it back, exactly.
  await panel.getByRole("button", { name: /propeller shaft twelve turns/ }).click();
  const ring = page.getByRole("group", { name: /^Turn the propeller shaft/ });
  const [against, along] = [/three turns against it/, /two turns with it/].map((name) =>
    ring.getByRole("button", { name }),
  );
  await expect(against!).toBeFocused();
  await along!.click();
  await expect(panel.locator("dl")).not.toHaveText(before.replaceAll("\n", ""));
  await along!.click();
  await expect.poll(() => panel.locator("dl").innerText()).toBe(before);
  await page.getByLabel("Why may it go on all the same?").fill("Works letter shows the new half");
  await page.getByRole("button", { name: "Sign it" }).click();
  await expect(panel).toContainText("Signed by Wren Halloway: Works letter shows the new half");
  await expect(page.getByRole("link", { name: /^Identify/ })).not.toContainText("owed");
  await expect
    .poll(async () =>
      (await shop.written(bench)).map((entry) => entry.payload.text ?? entry.payload.tell ?? entry.type),
    )
    .toEqual(["F5 C-2l2", "F5C212", "f5 c 3041", "flange-studs", "cam-ring", "entry-struck", "contradiction-signed"]);
});

test("an owner's link shows one job, reads only, and opens nothing else; shut or over it opens nothing at all", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Quay crane" });
  bench.add("estimate-made", { kind: "estimate", amount: 5200, words: "overhaul of the crank end" });
  bench.add("estimate-made", { kind: "change", amount: 310, words: "a new pin" });
  bench.add("intake-noted", { section: "order", item: "budget", part: null, place: null, value: 98765 });
  const other = new TestBench(orrinshaw, { name: "Somebody else's" });
  const paint = async (background: string, job: TestBench) =>
    shop.keepPhoto(
      job.maker.stream,
      await sharp({ create: { width: 64, height: 48, channels: 3, background } })
        .png()
        .toBuffer(),
    );
  const [shown, hidden, foreign] = [
    await paint("#a04020", bench),
    await paint("#2040a0", bench),
    await paint("#20a040", other),
  ];
  const added = [shown, hidden].map((each) =>
    bench.add("photo-added", {
      ...each,
      part: bench.partIn.get("piston-5")!,
      place: null,
      station: "strip",
      words: each === shown ? "blue underneath" : "not for the owner",
    }),
  );
  bench.add("photo-chosen", { photo: added[0]!.id, forOwner: true });
  const mark = await sharp({ create: { width: 30, height: 20, channels: 3, background: "#c04010" } }).png().toBuffer(); // prettier-ignore
  bench.add("settings-taken", {
    settings: {
      currency: "EUR",
      labourRate: null,
      alwaysNew: [],
      shop: { name: "Harbour Street Engines", address: "", mark: mark.toString("base64") },
    },
  });
  await shop.keep(bench.entries);
  await shop.keep(other.entries);
  const page = await visit("lead", `/jobs/${bench.maker.stream}/intake`);
  await page.getByRole("button", { name: "and report" }).click();
  const address = await page.getByRole("textbox", { name: "The link" }).inputValue();
  const token = address.split("/").at(-1)!;
  expect(Buffer.from(token, "base64url")).toHaveLength(16);

  // The owner has no session: the page stands alone.
  const owner = await visit("nobody", "/api/health");
  const response = (await owner.goto(address))!;
  expect([response.status(), response.headers()["referrer-policy"], response.headers()["cache-control"]]).toEqual([
    200,
    "no-referrer",
    expect.stringContaining("no-store"),
  ]);
  await expect(owner.getByRole("heading", { name: "Quay crane" })).toBeVisible();
  await expect(owner.getByText("5\u202f200")).toBeVisible();
  // What the shop knows besides is not in the page at all.
  expect(await owner.content()).not.toMatch(/98.?765/u);
  // A yes needs a name under it, is kept as an entry of the job, and is given once.
  await owner.getByRole("button", { name: "Yes to overhaul of the crank end" }).click();
  await expect(owner.getByText("Write your name first")).toBeVisible();
  await owner.getByLabel("Your name, under your yes or no").fill("Quay master");
  await owner.getByRole("button", { name: "Yes to overhaul of the crank end" }).click();
  await expect(owner.getByText(/^Agreed by Quay master/)).toBeVisible();
  await owner.getByRole("button", { name: "No to a new pin" }).click();
  await expect(owner.getByText(/^Refused by Quay master/)).toBeVisible();
  const said = (await shop.entries(bench.maker.stream)).filter(({ type }) => type === "owner-answered");
  expect(said.map(({ payload: { agreed, by } }) => [agreed, by])).toEqual([[true, "Quay master"], [false, "Quay master"]]); // prettier-ignore
  const again = { estimate: said[0]!.payload.estimate, agreed: false, by: "somebody" };
  const answers = `${shop.address}/api/owner/${token}/answer`;
  const second = await owner.request.post(answers, { data: again });
  expect([second.status(), await second.json()]).toMatchObject([409, { problems: [{ code: "estimate-answered" }] }]);
  expect((await owner.request.post(answers.replace(token, "A".repeat(22)), { data: again })).status()).toBe(404);
  // Nobody but the server may say that it came through a link.
  const forged = await page.request.post(`${shop.address}/api/entries`, { data: { entries: [{ ...said[0]!, stamp: undefined, id: "01a22300-4000-7000-8000-00000000aaaa" }] } }); // prettier-ignore
  expect(await forged.json()).toMatchObject({ answers: [{ outcome: "refused" }] });
  await page.reload();
  await expect(page.getByText(/^agreed by the link, Quay master/)).toBeVisible();
  const [report] = await Promise.all([
    owner.waitForEvent("download"),
    owner.getByRole("link", { name: "Report, PDF" }).click(),
  ]);
  expect(report.suggestedFilename()).toBe("quay-crane.pdf");
  // The same as a page: what the file says, with the photo that was chosen.
  await owner.getByRole("link", { name: "Read the report" }).click();
  await expect(owner.getByRole("heading", { name: "Quay crane", level: 1 })).toBeVisible();
  await expect(owner.getByRole("heading", { name: "What it costs", level: 2 })).toBeVisible();
  await expect(owner.getByRole("row", { name: /overhaul of the crank end.*agreed by Quay master/i })).toBeVisible();
  // The shop's mark above, and the one photo.
  await expect
    .poll(() =>
      owner.locator("main img").evaluateAll((all) => all.map((img) => (img as HTMLImageElement).naturalWidth)),
    )
    .toEqual([30, 64]);
  expect((await new AxeBuilder({ page: owner }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  await owner.getByRole("link", { name: "The engine" }).click();
  // Of its photos only the one that was chosen, small and whole, and by no other way.
  await expect(owner.getByRole("img", { name: "blue underneath" })).toBeVisible();
  await expect(owner.getByText("not for the owner")).toBeHidden();
  const photo = async (by: string, sha256: string, size = "full") =>
    (await owner.request.get(`${shop.address}/api/owner/${by}/photos/${sha256}/${size}`)).status();
  expect([
    await photo(token, shown.photo),
    await photo(token, shown.photo, "small"),
    await photo(token, hidden.photo),
    await photo(token, foreign.photo),
    await photo("A".repeat(22), shown.photo),
  ]).toEqual([200, 200, 404, 404, 404]);
  expect(
    (await owner.request.get(`${shop.address}/api/owner/${token}/photos/${shown.photo}/full`)).headers()[
      "cache-control"
    ],
  ).toBe("no-store");

  // The token in the place of a session, of a job, of a file: nothing opens.
  const nobody = await client(shop.address, "nobody", {
    Cookie: `ember-session=${token}`,
    Authorization: `Bearer ${token}`,
  });
  const jobs = [bench.maker.stream, other.maker.stream, token];
  for (const path of [
    "/api/jobs",
    "/api/entries",
    ...jobs.flatMap((job) =>
      ["entries", "record", "report", "archive", "live", "links", "labels", `photos/${shown.photo}/full`].map(
        (what) => `/api/jobs/${job}/${what}?token=${token}`,
      ),
    ),
  ]) {
    expect([path, (await nobody.get(path)).status()]).toEqual([path, expect.any(Number)]);
    expect([path, [401, 404, 405].includes((await nobody.get(path)).status())]).toEqual([path, true]);
  }
  for (const method of ["POST", "PUT", "DELETE", "PATCH"])
    expect((await nobody.fetch(`/api/owner/${token}/report`, { method })).status()).toBe(405);
  for (const guess of [
    `${token.slice(0, -1)}${token.endsWith("A") ? "Q" : "A"}`,
    "x",
    "../jobs",
    "A".repeat(22),
    "A".repeat(5000),
  ]) {
    expect((await nobody.get(`/owner/${encodeURIComponent(guess)}`)).status()).toBeGreaterThanOrEqual(404);
    expect((await nobody.get(`/owner/${encodeURIComponent(guess)}/report`)).status()).toBeGreaterThanOrEqual(404);
    expect((await nobody.get(`/api/owner/${encodeURIComponent(guess)}/report`)).status()).toBeGreaterThanOrEqual(404);
  }

  // Of another job a link cannot be shut; of its own it can, and is shut for ever.
  const lead = await client(shop.address, "lead");
  const { links } = (await (await lead.get(`/api/jobs/${bench.maker.stream}/links`)).json()) as {
    links: { id: string }[];
  };
  expect(JSON.stringify(links)).not.toContain(token);
  expect((await lead.delete(`/api/jobs/${other.maker.stream}/links/${links[0]!.id}`)).status()).toBe(404);
  expect((await nobody.get(`/owner/${token}`)).status()).toBe(200);
  await page.getByRole("button", { name: "Shut it" }).click();
  await expect(page.getByRole("button", { name: "Shut it" })).toBeHidden();
  expect([
    (await nobody.get(`/owner/${token}`)).status(),
    (await nobody.get(`/api/owner/${token}/report`)).status(),
    await photo(token, shown.photo),
  ]).toEqual([404, 404, 404]);

  const made = (await (
    await lead.post(`/api/jobs/${bench.maker.stream}/links`, { data: { days: 1, withReport: false } })
  ).json()) as { id: string; token: string };
  expect([
    (await nobody.get(`/owner/${made.token}`)).status(),
    (await nobody.get(`/api/owner/${made.token}/report`)).status(),
  ]).toEqual([200, 404]);
  await change(shop.database, "UPDATE owner_link SET expires_at = NOW(3) - INTERVAL 1 SECOND WHERE id = ?", [made.id]);
  expect((await nobody.get(`/owner/${made.token}`)).status()).toBe(404);
  await Promise.all([nobody.dispose(), lead.dispose()]);
});

test("the list of jobs carries what it shows, says which line is behind its job, and catches up", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Card game" });
  bench.readRestAsNew(["liner-bore"]);
  const occasion = bench.occasion();
  const stream = await shop.keep(bench.entries);
  const page = await visit("lead", "/");
  const row = page.getByRole("listitem").filter({ hasText: "Card game" });
  await expect(row).toContainText("Not measured yet: liner, cylinder 1");
  const lead = await client(shop.address, "lead");
  const lines = async () =>
    ((await (await lead.get("/api/cards?from=0&most=100")).json()) as { lines: { id: string; isFresh: boolean }[] })
      .lines;
  const isFresh = async () => (await lines()).find(({ id }) => id === stream)!.isFresh;
  await expect.poll(isFresh).toBe(true);
  const [{ slot, at }] = orrinshaw.sheets.find(({ id }) => id === "liner-bore")!.rows as [Row];
  const reading = bench.read(occasion, slot.id, at.id, at.feature.points[0]!.id, 108.01);
  expect((await lead.post("/api/entries", { data: { entries: [reading] } })).status()).toBe(200);
  await page.reload();
  await expect(row).toContainText(/liner, cylinder 1: \d+ readings to go/i);
  await expect.poll(isFresh).toBe(true);
  // The page itself is small: no record, no pack, no map is in it.
  const html = await (await lead.get("/")).text();
  expect(html).not.toContain(bench.entries[1]!.id);
  expect(html.length).toBeLessThan(60 * 1024);
  await lead.dispose();
});
