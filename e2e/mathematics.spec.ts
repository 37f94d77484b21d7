import { expect, test } from "./people";

/** A course without sources whose outline asks for mathematics. */
async function mathematics(page: import("@playwright/test").Page) {
  const at = `${process.env.BASE_URL}/api/courses`;
  const course = (await (await page.request.post(at, { data: { title: "Entrance mathematics", pass_mark: 60, topics: [{ title: "Equations" }] } })).json()) as { id: string };
  const outline = (await (await page.request.get(`${at}/${course.id}/syllabus`)).json()) as { version: number; topics: { id: string; title: string; depth: number }[] };
  const topics = outline.topics.map(({ id, title, depth }) => ({ id, title, depth, can_do: [{ text: "Solve quadratic equations by factoring" }] }));
  await page.request.put(`${at}/${course.id}/syllabus`, { data: { version: outline.version, topics } });
  return course.id;
}

test("a statement that asks for mathematics is drafted, and typed solutions are understood and marked", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await mathematics(page);
  await page.goto(`/courses/${course}/draft`);
  await page.getByRole("button", { name: /^Draft/ }).first().click();
  await expect(page.getByText(/20 (questions )?drafted|20 of 20|20 cleared/).first()).toBeVisible({ timeout: 20_000 });
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const batch = `${at}/batches/${crypto.randomUUID()}`;
  await page.request.put(batch, { data: { count: 6, seed: 5, kinds: { solution: 1 } } });
  await expect.poll(async () => ((await (await page.request.get(batch)).json()) as { state: string; cleared: number }).cleared).toBe(6);

  const drill = `${at}/drills/${crypto.randomUUID()}`;
  await page.request.put(drill, { data: { count: 20 } });
  let place = 0;
  for (let p = 1; p <= 20 && place === 0; p++) {
    const item = (await (await page.request.get(`${drill}/places/${p}`)).json()) as { kind: string };
    if (item.kind === "solution") place = p;
  }
  expect(place).toBeGreaterThan(0);
  await page.goto(`/courses/${course}/drill/${drill.split("/").pop()}/${place}`);
  await expect(page.locator("p.read .katex").first()).toBeVisible();
  const box = page.getByRole("textbox", { name: "Solutions" });
  await box.fill("x = 1/2 or (");
  await expect(page.getByText(/This can’t be read yet|This can't be read yet/)).toBeVisible();
  await box.fill("±√2x");
  await expect(page.getByText(/can be read two ways/)).toBeVisible();
  await box.fill("x=1000 or x=1/2");
  await expect(page.locator("#understood .katex")).toBeVisible();
  await page.getByRole("button", { name: /Answer, sure/ }).click();
  await expect(page.getByRole("status").getByText("Worked")).toBeVisible();
  await expect(page.getByRole("status").locator(".katex").first()).toBeVisible();
});
