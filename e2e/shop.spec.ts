import { orrinshaw } from "@/core/fixtures/packs/orrinshaw";
import { change, select } from "@/store/connection";
import { client, expect, test, TestBench } from "./bench";

test("an engine is found among the others, gets another name, goes to the archive and comes back; one opened by mistake goes away", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Gannet tender", engine: { number: "M66-70001", variant: null } });
  bench.occasion();
  await shop.keep(bench.entries);
  const blank = new TestBench(orrinshaw, { name: "Gannet twice" });
  await shop.keep(blank.entries);
  const page = await visit("lead", "/?sort=came");
  const link = (name: string | RegExp) => page.getByRole("main").getByRole("link", { name });
  const search = page.getByLabel("Engines by name, number, owner or tag");
  // A field that the browser has not taken over yet hears nothing.
  await expect(async () => {
    await search.fill("");
    await search.fill("gannet M66-70001");
    await expect(link(/Gannet twice/)).toBeHidden({ timeout: 2000 });
  }).toPass();
  await expect(link(/Gannet tender/)).toBeVisible();
  // What is looked at stands in the address.
  await expect(page).toHaveURL(/words=gannet\+M66-70001&sort=came/);
  await page.reload();
  await expect(search).toHaveValue("gannet M66-70001");
  await expect(link(/Gannet tender/)).toBeVisible();

  const act = async (of: string, name: string) => {
    await page.getByRole("button", { name: `More for ${of}` }).click();
    await page.getByRole("menuitem", { name }).click();
  };
  await search.fill("gannet");
  await act("Gannet tender", "Another name…");
  await page.getByLabel("What the job is called").fill("Gannet, port engine");
  await page.getByRole("button", { name: "Keep" }).click();
  await expect(link(/Gannet, port engine/)).toBeVisible();
  // Only one that nothing was done to can have been a mistake.
  await page.getByRole("button", { name: "More for Gannet, port engine" }).click();
  await expect(page.getByRole("menuitem", { name: "Into the archive" })).toBeVisible();
  await expect(page.getByRole("menuitem", { name: /opened by mistake/ })).toBeHidden();
  await page.keyboard.press("Escape");
  await act("Gannet twice", "Away with it: opened by mistake");
  await expect(link(/Gannet twice/)).toBeHidden();
  await act("Gannet, port engine", "Into the archive");
  await expect(link(/Gannet, port engine/)).toBeHidden();
  await page.getByRole("button", { name: "Archive" }).click();
  await expect(link(/Gannet, port engine/)).toBeVisible();
  await expect(link(/Gannet twice/)).toBeHidden();
  await act("Gannet, port engine", "Back on the bench");
  await page.getByRole("button", { name: "On the bench", exact: true }).click();
  await expect(page).not.toHaveURL(/show=/);
  await expect(link(/Gannet, port engine/)).toBeVisible();
  await expect
    .poll(async () => (await shop.written(bench)).map(({ type }) => type))
    .toEqual(["job-renamed", "job-put-away", "job-put-away"]);

  // Whoever only looks finds, and changes nothing.
  const viewer = await visit("viewer", "/?words=gannet");
  await expect(async () => {
    await viewer.reload();
    await expect(viewer.getByRole("link", { name: /Gannet, port engine/ })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect(viewer.getByRole("button", { name: /^More for/ })).toHaveCount(0);
});

test("whoever is new walks through a practice job in five steps, looks words up, and leaves when they like", async ({
  visit,
}) => {
  const page = await visit("lead", "/");
  await page.getByRole("button", { name: /^New here/ }).click();
  const card = page.getByRole("complementary", { name: "First walk" });
  await expect(card).toContainText("Step 1 of 5");
  for (const [step, heading] of [
    ["Before anything is touched", "Before anything is touched"],
    ["Take it apart in order", "Apart, in order"],
    ["Measure against the limit", "Liner bores"],
    ["Decide what becomes", "What becomes of each part"],
    ["Hand over", "Hand over"],
  ] as const) {
    await expect(card.getByRole("heading")).toContainText(step);
    await expect(page.getByRole("heading", { name: heading, level: 1 })).toBeVisible();
    await card.getByRole("button", { name: /^(Next|Done)$/ }).click();
  }
  await expect(card).toBeHidden();
  // Back and left in the middle; the job is a job like any other.
  await page.goBack();
  await expect(card).toContainText("Step 5 of 5");
  await card.getByRole("button", { name: "Back" }).click();
  await card.getByRole("button", { name: "Leave the walk" }).click();
  await expect(card).toBeHidden();
  await expect(page.getByRole("heading", { name: "What becomes of each part" })).toBeVisible();
  const rail = page.getByRole("navigation", { name: "Stations" });
  await rail.getByRole("link", { name: /^Measure/ }).click();
  await page.getByRole("button", { name: "reassembly" }).first().click();
  const words = page.getByRole("dialog", { name: "What words mean here" });
  await expect(words.locator("[aria-current]")).toContainText("tighter than what is let run on in service");
  await words.getByLabel("A word").fill("conrod");
  await expect(words.getByText("The rod between piston and crankshaft.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(words).toBeHidden();

  // A sheet stands in the address; a step back leads to the one before.
  await page
    .getByRole("button", { name: /^Pistons/ })
    .first()
    .click();
  await expect(page).toHaveURL(/sheet=/);
  const sheet = page.url();
  const title = await page.getByRole("heading", { level: 1 }).innerText();
  await page.goBack();
  await expect(page.getByRole("heading", { name: "Liner bores" })).toBeVisible();
  await page.goto(sheet);
  await expect(page.getByRole("heading", { name: title })).toBeVisible();
});

test("an owner is written down, named at Intake, found by, and erased for good", async ({ shop, visit }) => {
  const bench = new TestBench(orrinshaw, { name: "Skua" });
  await shop.keep(bench.entries);
  const page = await visit("lead", "/owners");
  await page.getByRole("button", { name: "Add the owner" }).click();
  await expect(page.getByText("A person or a firm")).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill("Petrel Line");
  await page.getByLabel("How to reach them", { exact: true }).fill("harbour office, petrel@line.example");
  await page.getByRole("button", { name: "Add the owner" }).click();
  await expect(page.getByRole("button", { name: /Petrel Line/ })).toBeVisible();

  await page.goto(`/jobs/${bench.maker.stream}/intake`);
  await page.getByRole("button", { name: "Say whose it is" }).click();
  await page.getByLabel("Owner by name or how to reach them").fill("petrel@line");
  await page.getByRole("button", { name: "Petrel Line" }).click();
  await expect(page.getByRole("banner")).toContainText("Petrel Line");
  // The list is behind its jobs by a moment.
  await expect(async () => {
    await page.goto("/?words=petrel");
    await expect(page.getByRole("link", { name: /Skua/ })).toContainText("Petrel Line", { timeout: 2000 });
  }).toPass();
  // The report is theirs by name.
  const words = async () => (await page.request.get(`${shop.address}/api/jobs/${bench.maker.stream}/report`)).status();
  expect(await words()).toBe(200);

  await page.goto("/owners");
  await page.getByRole("button", { name: /Petrel Line/ }).click();
  await expect(page.getByRole("region", { name: "Petrel Line" }).getByRole("link", { name: "Skua" })).toBeVisible();
  await page.getByRole("button", { name: /^Erase what is known/ }).click();
  await page.getByRole("button", { name: "Erase Petrel Line" }).click();
  await expect(page.getByRole("button", { name: /^Petrel Line/ })).toBeHidden();
  await page.goto(`/jobs/${bench.maker.stream}/intake`);
  await expect(page.getByText("What was known of the owner was erased.")).toBeVisible();
  expect(await page.content()).not.toContain("Petrel");
  await page.goto("/?words=petrel");
  await expect(page.getByText("Nothing here has all of “petrel”")).toBeVisible();
  const lead = await client(shop.address, "lead");
  const gone = "0190aaaa-0000-7000-8000-000000000000";
  expect((await lead.put(`/api/owners/${gone}`, { data: { name: "x", contact: "", note: "" } })).status()).toBe(404);
  await lead.dispose();
});

test("somebody new comes in with a password of their own, may more, may less, and no more; the last lead stays", async ({
  shop,
  visit,
}) => {
  const page = await visit("lead", "/people");
  const people = page.getByRole("region", { name: "People" });
  const row = (name: string) => people.getByRole("listitem").filter({ hasText: name });
  await page.getByLabel("Full name").fill("Teal Marsh");
  await page.getByLabel("Account", { exact: true }).fill("wren");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("There is an account “wren” already.")).toBeVisible();
  await page.getByLabel("Account", { exact: true }).fill("Teal Marsh");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText(/is no account name/)).toBeVisible();
  await page.getByLabel("Account", { exact: true }).fill("teal");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(row("Teal Marsh")).toBeVisible();
  const made = await page
    .getByText(/^The password of Teal Marsh/)
    .locator("strong")
    .innerText();

  const theirs = await visit("nobody", "/sign-in");
  const signIn = async (password: string) => {
    await theirs.goto("/sign-in");
    await theirs.getByLabel("Account", { exact: true }).fill("teal");
    await theirs.getByLabel("Password").fill(password);
    await theirs.getByRole("button", { name: "Sign in" }).click();
  };
  await signIn(made);
  await expect(theirs.getByRole("heading", { name: "On the bench" })).toBeVisible();
  await theirs.goto("/people");
  await expect(theirs.getByText("accounts are looked after by a lead")).toBeVisible();
  const change = async (now: string, next: string) => {
    await theirs.getByLabel("As it is now").fill(now);
    await theirs.getByLabel("From now on").fill(next);
    await theirs.getByRole("button", { name: "Change it" }).click();
  };
  await change("not it at all", "heather on the moor");
  await expect(theirs.getByText("This is not your password as it is now.")).toBeVisible();
  await change(made, "short");
  await expect(theirs.getByText("A password has 12 to 200 characters.")).toBeVisible();
  await change(made, "heather on the moor");
  await expect(theirs.getByLabel("Account", { exact: true })).toBeVisible();
  await signIn(made);
  await expect(theirs.getByText("Name and password do not go together.")).toBeVisible();
  await signIn("heather on the moor");
  await expect(theirs.getByRole("heading", { name: "On the bench" })).toBeVisible();

  // Let in no more: the session they have ends at its next request, and the door stays shut.
  await row("Teal Marsh").getByRole("button", { name: "Let in no more" }).click();
  await expect(row("Teal Marsh")).toContainText("does not come in any more");
  await theirs.goto("/");
  await expect(theirs.getByLabel("Account", { exact: true })).toBeVisible();
  await signIn("heather on the moor");
  await expect(theirs.getByText("Name and password do not go together.")).toBeVisible();

  // The last lead can be neither shut out nor made less.
  await row("Wren Halloway").getByRole("button", { name: "Let in no more" }).click();
  await expect(page.getByText(/^This is the last lead/)).toBeVisible();
  await row("Wren Halloway").getByRole("combobox").selectOption("viewer");
  await expect(page.getByText(/^This is the last lead/)).toBeVisible();
  await page.reload();
  await expect(row("Wren Halloway").getByRole("combobox")).toHaveValue("lead");
  const lead = await client(shop.address, "lead");
  const bad = { id: "0190aaaa-0000-7000-8000-000000000001", account: "fern", name: " ", role: "viewer" };
  expect(await (await lead.post("/api/people", { data: bad })).json()).toMatchObject({
    problems: [{ code: "full-name" }],
  });
  await lead.dispose();
});

test("the board says who is at what and when it is done; a lead gives an engine to somebody, and others read it", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(orrinshaw, { name: "Pilot cutter Linnet" });
  bench.occasion();
  bench.add("intake-noted", { section: "order", item: "wanted-by", part: null, place: null, value: "2026-12-01" });
  await shop.keep(bench.entries);
  const page = await visit("lead", "/board");
  const row = page.getByRole("row", { name: /Pilot cutter Linnet/ });
  await expect(async () => {
    await page.reload();
    await expect(row).toContainText("about", { timeout: 2000 });
  }).toPass();
  await expect(row).toContainText(/\d+ days? (late|to spare)|on the day/);
  const who = row.getByLabel("Who works on Pilot cutter Linnet");
  const lanes = page.getByRole("list", { name: "Who has how much to do" });
  const name = (await who.locator("option").nth(1).textContent())!;
  await expect(async () => {
    await who.selectOption({ label: name });
    await expect(lanes).toContainText(name, { timeout: 2000 });
  }).toPass();
  await expect(async () => expect((await shop.written(bench)).map(({ type }) => type)).toContain("job-given")).toPass();

  const viewer = await visit("viewer", "/board");
  await expect(async () => {
    await viewer.reload();
    await expect(viewer.getByRole("row", { name: /Pilot cutter Linnet/ })).toContainText(name, { timeout: 2000 });
  }).toPass();
  await expect(viewer.getByRole("combobox")).toHaveCount(0);
});

test("among a thousand engines one is found at once, and the list comes by stretches", async ({ shop, visit }) => {
  const { database } = shop;
  // As the database itself writes them: a card of one of the demo's engines, under another name and for another day.
  const real = () =>
    select<{ core: string; card: string }>(
      database,
      "SELECT core, card FROM job_card WHERE wanted_by IS NOT NULL AND made_at > NOW() - INTERVAL 1 DAY LIMIT 1",
    );
  await expect.poll(async () => (await real()).length).toBe(1);
  const [{ core, card } = { core: "", card: "" }] = await real();
  const id = "CONCAT('0193a1e0-0000-7000-8000-', LPAD(seq, 12, '0'))";
  await change(
    database,
    `INSERT INTO stream (id, kind, head_seq, created_at) SELECT ${id}, 'job', 1, '2020-01-01 00:00:00' FROM seq_1_to_1000`,
  );
  await change(
    database,
    `REPLACE INTO job_card (stream_id, seq, core, made_at, name, number, is_over, wanted_by, dangers, held, words, card)
     SELECT ${id}, 1, ?, NOW() + INTERVAL 1 HOUR, CONCAT('Lighter ', LPAD(seq, 4, '0')), CONCAT('LT-', seq), 0,
            '2031-01-01' + INTERVAL MOD(seq, 300) DAY, 0, 0, '',
            JSON_SET(?, '$.name', CONCAT('Lighter ', LPAD(seq, 4, '0')), '$.number', CONCAT('LT-', seq))
     FROM seq_1_to_1000`,
    [core, card],
  );
  try {
    const page = await visit("lead", "/");
    const lines = page.getByRole("main").getByRole("listitem");
    const more = page.getByRole("button", { name: "50 more engines" });
    const lighters = lines.filter({ hasText: /Lighter \d{4}/ });
    // Not before the list is as long as it will be: what is drawn first is a part of it.
    await expect(lines.nth(49)).toBeVisible();
    expect(await lines.count()).toBeLessThan(120);
    const before = await lighters.count();
    await more.click();
    await expect(async () => expect(await lighters.count()).toBe(before + 50)).toPass({ timeout: 60_000 });

    const search = page.getByLabel("Engines by name, number, owner or tag");
    await search.fill("LT-777");
    await expect(lines).toHaveCount(1);
    await expect(lines).toContainText("Lighter 0777");
    await search.fill("lighter");
    await expect(more).toBeVisible();
    await page.getByLabel("In what order").selectOption("name");
    await expect(lines.first()).toContainText("Lighter 0001");

    // The board has those that are wanted soonest, and says that there are more.
    await page.goto("/board");
    await expect(page.getByRole("row")).toHaveCount(301);
    await expect(page.getByText(/more engines? on the bench/)).toBeVisible();
  } finally {
    await change(database, "DELETE FROM job_card WHERE name LIKE 'Lighter %'");
    await change(database, "DELETE FROM stream WHERE id LIKE '0193a1e0-0000-7000-8000-%'");
  }
});
