import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

const themes = ["dark", "light"] as const;

/** Goes to a place: within a job by its rail, as a person does, so that the engine need not come again. */
export async function goTo(page: Page, path: string): Promise<void> {
  const link = page.getByRole("navigation", { name: "Stations" }).locator(`a[href="${path}"]`);
  if (await link.isVisible()) await link.click();
  else await page.goto(path);
}

/**
 * Whether a page as it stands can be read and used by all, in both themes.
 *
 * @param within  what of it is looked at, where the rest was before
 */
export async function expectReadable(page: Page, name: string, within = "html"): Promise<void> {
  for (const theme of themes) {
    // Both palettes hang on the one class: the page need not be loaded again for the other.
    await page.evaluate((chosen) => {
      document.documentElement.classList.remove("dark", "light");
      document.documentElement.classList.add(chosen);
      document.documentElement.style.colorScheme = chosen;
      // A colour half way from one theme to the other is neither's.
      for (const change of document.getAnimations()) if (change instanceof CSSTransition) change.finish();
    }, theme);
    // What does not hang on colours is the same in both themes, and looked at once.
    const axe = new AxeBuilder({ page }).include(within).options({ resultTypes: ["violations"] });
    // There are no frames in it: nothing has to be put together on a page of its own.
    axe.setLegacyMode();
    const { violations } = await (
      theme === "dark" ? axe.withTags(["wcag2a", "wcag2aa", "wcag21aa"]) : axe.withRules(["color-contrast"])
    ).analyze();
    expect(
      violations.map(({ id, nodes }) => [name, theme, id, nodes.slice(0, 3).map((node) => node.html.slice(0, 120))]),
    ).toEqual([]);
  }
}
