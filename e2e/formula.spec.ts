import AxeBuilder from "@axe-core/playwright";
import { emptyCourse, expect, test } from "./people";

test("a typed formula is shown as it is understood, kept as a source, and drafted from", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Tank works", "Volumes");
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: /^(Add|Bring)/ }).first().click();
  await page.getByRole("link", { name: "A formula instead" }).click();
  const box = page.getByLabel("The formula with its list");
  const keep = page.getByRole("button", { name: /Keep it and draft/ });
  const understood = page.getByRole("complementary", { name: "How the formula is understood" });
  await expect(box).toBeFocused();
  await expect(keep).toBeDisabled();

  await box.fill("V = πr²h, where V is the volume in m³ and r is the radius in m");
  await expect(page.getByText("What h is measured in is not said")).toBeVisible();
  await box.press("Enter"); // nothing is kept that is not understood
  await expect(keep).toBeDisabled();

  await box.fill("V = πr²h, where V is the volume in m², r is the radius in m and h is the water depth in m");
  await expect(page.getByText("The units do not agree")).toBeVisible();

  await box.fill("V = ");
  await page.getByRole("button", { name: "Put in π" }).click();
  await box.press("End");
  await page.keyboard.type("r²h, where V is the volume in m³, r is the radius in m and h is the water depth in m");
  await expect(understood.locator(".katex").first()).toBeVisible();
  await expect(understood.getByRole("row", { name: /water depth/ })).toContainText("m");
  for (const level of ["Easy", "Medium", "Hard"]) await expect(understood.getByText(level, { exact: true })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await box.press("Enter");
  await expect(page).toHaveURL(/draft\?source=/, { timeout: 20_000 });
  await expect(page.getByRole("button", { name: /From which sources/ })).toContainText("Formula for volume");
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByText(/20 drafted, 20 cleared/)).toBeVisible({ timeout: 20_000 });
});

test("a very small number is asked for, typed with a power of ten, and marked", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Water laboratory", "Acids");
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const put = (text: string) => page.request.put(`${at}/arrivals/${crypto.randomUUID()}/formula`, { data: { text } });
  expect((await put("pH = −log10(c")).status()).toBe(422);
  expect((await put("pH value = −log10(c), where c is the concentration of hydrogen ions in mol/L and the pH value is a number")).ok()).toBeTruthy();
  await expect.poll(async () => ((await (await page.request.get(`${at}/sources`)).json()) as unknown[]).length).toBe(1);
  const batch = `${at}/batches/${crypto.randomUUID()}`;
  await page.request.put(batch, { data: { count: 4, seed: 11, levels: { hard: 4 }, kinds: { numeric: 1 }, word_problems: 0 } });
  await expect.poll(async () => ((await (await page.request.get(batch)).json()) as { cleared: number }).cleared).toBe(4);
  const drill = `${at}/drills/${crypto.randomUUID()}`;
  await page.request.put(drill, { data: { count: 4 } });
  let place = 0;
  let pH = 0;
  for (let p = 1; p <= 4 && place === 0; p++) {
    const { stem } = (await (await page.request.get(`${drill}/places/${p}`)).json()) as { stem: string };
    const told = /pH value (?:is|of) ([\d.]+[\d])/.exec(stem);
    if (told && Number(told[1]) > 4.1) [place, pH] = [p, Number(told[1])];
  }
  expect(place).toBeGreaterThan(0);
  await page.goto(`/courses/${course}/drill/${drill.split("/").pop()}/${place}`);
  const box = page.getByRole("textbox", { name: "Answer" });
  await box.fill(`${(10 ** -pH).toExponential(3)} mol/L`);
  await expect(page.locator("#understood .katex")).toBeVisible();
  await page.getByRole("button", { name: /Answer, sure/ }).click();
  await expect(page.getByRole("status").getByText("Worked")).toBeVisible();
  await expect(page.getByRole("status")).toContainText(/× 10⁻[⁴-⁹] mol\/L/);
  await expect(page.getByRole("status")).toContainText("Right");
});
