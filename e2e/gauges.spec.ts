import { pellbrook } from "@/core/fixtures/packs/pellbrook";
import { listStreams } from "@/store/streams";
import { expect, test, TestBench } from "./bench";

test("a gauge is registered with its certificate, offered at the bench, calibrated again, and taken out of use", async ({
  shop,
  visit,
}) => {
  const bench = new TestBench(pellbrook, { name: "Winch engine" });
  await shop.keep(bench.entries);
  // Others have struck things of the shop's record before.
  const struck = async () => {
    const [equipment] = await listStreams(shop.database, "shop");
    return equipment ? (await shop.entries(equipment)).filter(({ type }) => type === "entry-struck").length : 0;
  };
  const before = await struck();
  const page = await visit("lead", "/gauges");
  await page.getByRole("button", { name: "A gauge", exact: true }).click();
  const form = page.getByRole("form", { name: "A gauge" });
  await form.getByLabel("Name").fill("Bore gauge 9");
  await form.getByRole("button", { name: "Register it" }).click();
  await expect(form.getByText("Choose what it measures")).toBeVisible();
  await expect(form.getByLabel("Name")).toHaveValue("Bore gauge 9");
  await form.getByRole("button", { name: "internal diameter" }).click();
  // What has figures of another kind is another gauge's.
  await expect(form.getByRole("button", { name: "spring load" })).toBeHidden();
  await form.getByLabel("From").fill("100");
  await form.getByLabel("To").fill("50");
  await form.getByLabel("Step").fill("0.001");
  await form.getByLabel("Scatter of its repeats").fill("76.001 76.002 76.003 76.002 76.001");
  await form.getByLabel("U of its certificate").fill("2 um");
  await form.getByLabel("Calibrated on").fill("2026-11-02");
  await form.getByLabel("Due again").fill("2027-11-02");
  await page.keyboard.press("Enter");
  await expect(form.getByText("The upper end lies above the lower one.")).toBeVisible();
  await form.getByLabel("From").fill("50");
  await form.getByLabel("To").fill("100");
  await page.keyboard.press("Enter");
  const row = page.getByRole("row", { name: /^Bore gauge 9/ });
  await expect(row).toContainText("50–100 mm");
  await expect(row).toContainText("of 5");

  const stream = bench.maker.stream;
  await page.goto(`/jobs/${stream}/measure`);
  await page.getByRole("button", { name: /Set up a gauge/ }).click();
  await page.getByRole("dialog").getByLabel("Gauge", { exact: true }).selectOption({ label: "Bore gauge 9" });
  await expect(page.getByRole("dialog")).toContainText("calibrated 2026-11-02, due 2027-11-02");

  await page.goto("/gauges");
  await row.getByRole("button", { name: "Calibrate Bore gauge 9 again" }).click();
  const again = page.getByRole("form", { name: "Bore gauge 9, calibrated again" });
  await expect(again.getByLabel("U of its certificate")).toHaveValue("0.002");
  await again.getByLabel("Calibrated on").fill("2026-01-02");
  await again.getByLabel("Due again").fill("2026-01-03");
  await again.getByRole("button", { name: "Keep this calibration" }).click();
  await expect(row).toContainText("overdue");
  const outOfUse = async () => {
    // Asked once more: a slip of the hand takes nothing out of use.
    await row.getByRole("button", { name: "Take Bore gauge 9 out of use" }).click();
    await row.getByRole("button", { name: "Bore gauge 9 is out of use" }).click();
    await expect(row).toBeHidden();
  };
  await outOfUse();
  await page.getByRole("button", { name: "Put Bore gauge 9 back", exact: true }).click();
  await expect(row).toContainText("overdue");
  await outOfUse();
  // Later too, from the list of what is out of use.
  await page.reload();
  await page.getByRole("button", { name: "Put Bore gauge 9 back into use" }).click();
  await expect(row).toContainText("overdue");
  await outOfUse();
  // Nothing of it is lost: both calibrations stand in the record, struck.
  await expect.poll(async () => (await struck()) - before).toBe(5);
  const other = await visit("viewer", "/gauges");
  await expect(other.getByRole("row", { name: /^Bore gauge 2/ })).toBeVisible();
  await expect(other.getByRole("row", { name: /^Bore gauge 9/ })).toBeHidden();
  await expect(other.getByRole("button", { name: "A gauge", exact: true })).toBeHidden();
});
