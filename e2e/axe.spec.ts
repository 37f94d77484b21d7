import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { courseWithNotes, emptyCourse, expect, signInToDemo, test } from "./people";

const standards = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

async function clean(page: Page, where: string) {
  const scan = new AxeBuilder({ page }).setLegacyMode(true); // there are no frames to look into
  const dark = await page.evaluate(() => document.documentElement.dataset.theme === "dark");
  const { violations } = await (dark ? scan.withRules(["color-contrast"]) : scan.withTags(standards)).analyze(); // in the dark only the colours differ
  expect(violations.map((v) => `${where}: ${v.id} at ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual([]);
  const wider = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(wider, `${where} is wider than the window`).toBeLessThanOrEqual(0);
}

const screens: [string, RegExp][] = [
  ["sources", /Disinfection notes/],
  ["sources/syllabus", /In no topic/],
  ["draft", /What the sources can bear/],
  ["proof", /Key, reasons and findings/],
  ["proof/bank", /Choose questions to change/],
  ["drill", /Drills so far/],
  ["gaps", /Where the marks are/],
  ["course", /I am preparing for/],
];

for (const [width, scheme] of [[1280, "light"], [1280, "dark"], [360, "light"]] as const) {
  test.describe(`${width} px, ${scheme}`, () => {
    test.use({ viewport: { width, height: 800 }, colorScheme: scheme });

    test("the entrance has no violation", async ({ page }) => {
      for (const way of ["sign-in", "sign-up", "recover"]) {
        await page.goto(`/${way}`);
        await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
        await clean(page, way);
      }
    });

    test("the stations have no violation", async ({ page }) => {
      const course = await signInToDemo(page);
      await page.goto("/courses");
      await expect(page.getByText("Your courses")).toBeVisible();
      await clean(page, "courses");
      await page.goto("/account");
      await expect(page.getByText("Here, now")).toBeVisible();
      await clean(page, "account");
      for (const [path, shows] of screens) {
        await page.goto(`/courses/${course}/${path}`);
        await expect(page.getByText(shows).first()).toBeVisible();
        await clean(page, path);
      }
    });

    test("a drill has no violation, open, answered and over", async ({ page, signedUp }) => {
      expect(signedUp.name).toBeTruthy();
      const course = await courseWithNotes(page, 10);
      await page.goto(`/courses/${course}/drill`);
      await page.getByRole("button", { name: "Start the drill" }).click();
      await expect(page.getByRole("button", { name: "No idea" })).toBeVisible();
      await clean(page, "open");
      await page.getByRole("button", { name: "No idea" }).click();
      await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
      await clean(page, "answered");
      await page.goto(page.url().replace(/1$/, "99"));
      await expect(page.getByRole("heading", { name: /right/ })).toBeVisible();
      await clean(page, "over");
    });

    test("what lies over a screen has no violation, and empty screens have none", async ({ page, signedUp }) => {
      expect(signedUp.name).toBeTruthy();
      await page.goto("/courses");
      await expect(page.getByText("No course yet")).toBeVisible();
      await clean(page, "no course");
      await emptyCourse(page, "Intake attendant", "Screening");
      await page.goto("/courses");
      await page.getByRole("link", { name: /Intake attendant/ }).click();
      await expect(page.getByText("Nothing to read yet")).toBeVisible();
      await clean(page, "no source");
      await page.getByRole("button", { name: "Add a source" }).click();
      await expect(page.getByRole("dialog")).toBeVisible();
      await clean(page, "adding");
      await page.keyboard.press("Escape");
      for (const [path, shows] of [["draft", /Nothing to draw from/], ["proof", /The bench is clear/], ["drill", /No question is ready/], ["gaps", /Nothing answered yet/]] as const) {
        await page.goto(page.url().replace(/\/[a-z]+$/, `/${path}`));
        await expect(page.getByText(shows)).toBeVisible();
        await clean(page, `${path}, empty`);
      }
      await page.keyboard.press("?");
      await expect(page.getByRole("dialog", { name: "Keys on this screen" })).toBeVisible();
      await clean(page, "keys");
      await page.keyboard.press("Escape");
      await page.getByRole("button", { name: /Desk of/ }).click();
      await clean(page, "desk");
    });
  });
}
