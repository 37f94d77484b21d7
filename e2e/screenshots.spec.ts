import { expect, signInToDemo, test } from "./people";

/** One picture of each main view, from the demo course. */
const views: [string, RegExp][] = [
  ["sources", /Chlorine dose =/],
  ["draft", /What the sources can bear/],
  ["drill", /Drills so far/],
  ["gaps", /Where the marks are/],
];

const folder = "../docs/screenshots";

test("pictures", async ({ page }) => {
  const course = await signInToDemo(page);
  const settle = () => page.evaluate(() => document.fonts.ready.then(() => undefined));
  for (const [path, shows] of views) {
    await page.goto(`/courses/${course}/${path}`);
    await expect(page.getByText(shows).first()).toBeVisible();
    await settle();
    await page.screenshot({ path: `${folder}/${path}.png` });
  }
  const bench = (await (await page.request.get(`${process.env.BASE_URL}/api/courses/${course}/bench`)).json()) as { id: string; verdict: string; state: string }[];
  for (const q of bench.filter((b) => b.state === "bench" && b.verdict === "faulted")) {
    const full = (await (await page.request.get(`${process.env.BASE_URL}/api/courses/${course}/questions/${q.id}`)).json()) as { correction: boolean };
    if (!full.correction) continue;
    await page.goto(`/courses/${course}/proof/${q.id}`);
    await page.getByRole("button", { name: "Uncover" }).click();
    await expect(page.getByText(/this question rests until/)).toBeVisible();
    await page.screenshot({ path: `${folder}/proof.png` });
  }
  await page.goto(`/courses/${course}/drill`);
  await page.getByRole("button", { name: "Start the drill" }).click();
  for (let i = 1; i < 15; i++) {
    await expect(page.getByRole("button", { name: "No idea" })).toBeVisible();
    const choice = (await page.getByRole("radio").count()) > 0;
    if (choice) {
      await page.keyboard.press(i % 3 === 0 ? "f" : "d");
      if (i === 6) await page.screenshot({ path: `${folder}/drill-open.png` });
      await page.keyboard.press(i % 2 === 0 ? "h" : "Enter");
    } else {
      await page.getByRole("button", { name: "No idea" }).click();
    }
    await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
    const slip = await page.getByText(/^The slip:/).count();
    const worked = await page.getByText("Worked", { exact: true }).count();
    if (slip > 0 && worked > 0) await page.screenshot({ path: `${folder}/drill-answered.png` });
    if (i < 14) await page.keyboard.press(" ");
    await page.waitForURL(new RegExp(`/${Math.min(i + 1, 14)}$`));
  }
  await page.emulateMedia({ colorScheme: "dark" });
  await page.goto(`/courses/${course}/gaps`);
  await expect(page.getByText("Where the marks are")).toBeVisible();
  await settle();
  await page.screenshot({ path: `${folder}/gaps-dark.png` });
  await page.emulateMedia({ colorScheme: "light" });
  await page.setViewportSize({ width: 360, height: 720 });
  await page.goto(`/courses/${course}/drill`);
  await expect(page.getByText("Drills so far")).toBeVisible();
  await settle();
  await page.screenshot({ path: `${folder}/drill-360.png` });
});
