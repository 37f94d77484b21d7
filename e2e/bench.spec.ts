import type { Page } from "@playwright/test";
import { courseWithNotes, expect, signInToDemo, test } from "./people";

interface Item {
  id: string;
  verdict: string;
  state: string;
  version: number;
}

const margin = (page: Page) => page.getByRole("complementary", { name: "Findings" });

/** The demo's bench holds two faulted questions, one held and one unproven. */
test("the bench is judged by keyboard, covered until asked", async ({ page }) => {
  const course = await signInToDemo(page);
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  const bench = async () => (await (await page.request.get(`${api}/bench`)).json()) as Item[];
  const waiting = (await bench()).filter((q) => q.state === "bench");
  expect(waiting.map((q) => q.verdict).sort()).toEqual(["faulted", "faulted", "held", "unproven"]);
  const of = (verdict: string) => waiting.filter((q) => q.verdict === verdict);

  // Faulted, with a correction: accepted without a look.
  let corrected = 0;
  for (const q of of("faulted")) {
    await page.goto(`/courses/${course}/proof/${q.id}`);
    await expect(margin(page)).toContainText("Key, reasons and findings are covered");
    const shown = (await (await page.request.get(`${api}/questions/${q.id}`)).json()) as { correction: boolean };
    if (!shown.correction) continue;
    await page.keyboard.press("Enter");
    await expect(page.getByText("In the bank.")).toBeVisible();
    await expect(margin(page)).toContainText("Cleared");
    await expect(margin(page)).toContainText("Key, reasons and findings are covered");
    corrected++;
  }
  expect(corrected).toBe(1);

  // Faulted, without one: uncovered, read, mended by hand.
  const after = (await bench()).filter((q) => q.state === "bench");
  const twice = after.find((q) => q.verdict === "faulted")!;
  await page.goto(`/courses/${course}/proof/${twice.id}`);
  await expect(page.getByRole("button", { name: "Uncover" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep" })).toHaveCount(0);
  await page.keyboard.press("u");
  await expect(margin(page)).toContainText(/equal|right/);
  await expect(page.getByText(/this question rests until/)).toBeVisible();
  await page.keyboard.press("e");
  const options = page.getByRole("textbox", { name: /^Option/ });
  for (let i = 0; i < (await options.count()); i++) {
    if (/cubic metres/.test(await options.nth(i).inputValue())) await options.nth(i).fill("1 m³");
  }
  await page.getByRole("button", { name: "Save and proof again" }).click();
  await expect(page.getByText("In the bank.")).toBeVisible();
  await expect(page.getByText("version 3")).toBeVisible();

  // Held: kept under one's own name.
  await page.goto(`/courses/${course}/proof/${of("held")[0]!.id}`);
  await expect(margin(page)).toContainText("Held");
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await bench()).find((q) => q.id === of("held")[0]!.id)?.state).toBe("bank");

  // Unproven: dropped, put back, dropped.
  await page.goto(`/courses/${course}/proof/${of("unproven")[0]!.id}`);
  await expect(margin(page)).toContainText("Unproven");
  await page.getByRole("button", { name: "Drop" }).click();
  await page.goto(`/courses/${course}/proof/${of("unproven")[0]!.id}`);
  await expect(page.getByText("Dropped: it is in no drill.")).toBeVisible();
  await page.keyboard.press("b");
  await expect(page.getByRole("button", { name: "Keep" })).toBeVisible();
  await page.keyboard.press("x");
  await expect.poll(async () => (await bench()).some((q) => q.id === of("unproven")[0]!.id)).toBe(false);
});

test("an edit from an old version is refused and nothing typed is lost", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page, 6);
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  const first = ((await (await page.request.get(`${api}/bench`)).json()) as Item[])[0]!;
  await page.goto(`/courses/${course}/proof/${first.id}`);
  await page.getByRole("button", { name: "Edit" }).click();
  const stem = page.getByLabel("Stem");
  const text = await stem.inputValue();
  await stem.fill(`${text} Think twice.`);
  // Somebody else changes it in the meantime.
  const open = (await (await page.request.post(`${api}/questions/${first.id}/uncover`)).json()) as { stem: string; options: unknown[]; level: string; revealed: { question: { key: unknown } } };
  await page.request.put(`${api}/questions/${first.id}`, { data: { stem: `${text} (By hand.)`, level: open.level, options: open.options, key: open.revealed.question.key, version: first.version } });
  await page.getByRole("button", { name: "Save and proof again" }).click();
  await expect(page.getByRole("alert")).toContainText("changed elsewhere");
  await expect(stem).toHaveValue(`${text} Think twice.`);
  await page.getByRole("button", { name: "Save and proof again" }).click();
  await expect(page.getByText("version 3")).toBeVisible();
});
