import AxeBuilder from "@axe-core/playwright";
import { courseWithNotes, expect, test } from "./people";

/** A course without sources whose outline asks for mathematics. */
async function mathematics(page: import("@playwright/test").Page, skill = "Solve quadratic equations by factoring") {
  const at = `${process.env.BASE_URL}/api/courses`;
  const course = (await (await page.request.post(at, { data: { title: "Entrance mathematics", pass_mark: 60, topics: [{ title: "Equations" }] } })).json()) as { id: string };
  const outline = (await (await page.request.get(`${at}/${course.id}/syllabus`)).json()) as { version: number; topics: { id: string; title: string; depth: number }[] };
  const topics = outline.topics.map(({ id, title, depth }) => ({ id, title, depth, can_do: [{ text: skill }] }));
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

test("a figure is drawn in the drill and on the bench, says what it shows, and gives nothing away", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await mathematics(page, "Find the volumes of tanks and pipes");
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const batch = `${at}/batches/${crypto.randomUUID()}`;
  await page.request.put(batch, { data: { count: 8, seed: 3, kinds: { numeric: 1 }, levels: { easy: 8 } } });
  await expect.poll(async () => ((await (await page.request.get(batch)).json()) as { worked: number }).worked).toBe(8);
  const drill = `${at}/drills/${crypto.randomUUID()}`;
  await page.request.put(drill, { data: { count: 8 } });
  let place = 0;
  for (let p = 1; p <= 8 && place === 0; p++) {
    const item = (await (await page.request.get(`${drill}/places/${p}`)).json()) as { figure?: { alt: string } };
    if (item.figure?.alt.startsWith("A box")) place = p;
  }
  expect(place).toBeGreaterThan(0);
  await page.goto(`/courses/${course}/drill/${drill.split("/").pop()}/${place}`);
  const drawing = page.getByRole("img", { name: /^A box with a length of/ });
  await expect(drawing).toBeVisible();
  const said = (await drawing.getAttribute("aria-label"))!;
  const edges = [...said.matchAll(/(\d+) m\b/g)].map((m) => Number(m[1]));
  for (const edge of edges) await expect(drawing.getByText(`${edge} m`, { exact: true }).first()).toBeVisible();
  const volume = edges[0]! * edges[1]! * edges[2]!;
  await expect(drawing).not.toContainText(String(volume));
  expect((await new AxeBuilder({ page }).setLegacyMode(true).analyze()).violations).toEqual([]);
  await page.getByRole("textbox").fill(`${volume} m³`);
  await page.getByRole("button", { name: /Answer, sure/ }).click();
  await expect(page.getByRole("status").getByText("volume = length × width × height")).toBeVisible();
  await expect(page.getByText("right, sure", { exact: true })).toBeVisible();
  await page.setViewportSize({ width: 360, height: 740 });
  const box = (await drawing.boundingBox())!;
  expect(box.x + box.width).toBeLessThanOrEqual(360);
});

test("stories are told as often and where the sentence says, and a chain is worked step by step", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  await page.goto(`/courses/${course}/draft`);
  await page.getByRole("button", { name: /Share told as stories/ }).click();
  await page.getByRole("radio", { name: "All" }).check();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Where the stories happen/ }).click();
  await page.getByLabel("A place in a few words").fill("pump house 7");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Of which kinds/ }).click();
  await page.getByLabel("Typed numbers").check();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByRole("alert")).toContainText("can’t stand in a sentence".replace("’", "'"));
  await page.getByRole("button", { name: /Where the stories happen/ }).click();
  await page.getByLabel("A place in a few words").fill("the pump house by the old bridge");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /Where the stories happen: the pump house by the old bridge/ })).toBeVisible();
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByText(/20 drafted, 20 cleared/)).toBeVisible({ timeout: 20_000 });

  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const drill = `${at}/drills/${crypto.randomUUID()}`;
  await page.request.put(drill, { data: { count: 20, levels: ["hard"] } });
  let told = 0;
  for (let p = 1; p <= 20; p++) {
    const got = await page.request.get(`${drill}/places/${p}`);
    if (!got.ok()) break;
    const item = (await got.json()) as { kind: string; stem: string };
    if (item.kind === "numeric" && (item.stem.includes("the pump house by the old bridge") || item.stem.includes("stays the same"))) told++;
    else expect(item.kind).not.toBe("numeric");
  }
  expect(told).toBeGreaterThan(0);
});
