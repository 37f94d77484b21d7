import { emptyCourse, expect, test } from "./people";

/** Three sources in three forms: notes typed line by line, a page of a site, captions of a talk. */
const typed = `Sludge — wk 3, small plant

THICKENING
Sludge = water + 1 to 4 % solids.
Gravity thickener — slow picket fence lets water rise, solids sink.
Polymer too low → flocs break → cloudy centrate.
Blanket must stay below 1.2 m, or gas lifts it.
? ask about the scraper
`;
const page1 = `<html><body><nav>Home About Contact</nav><article><h1>Chlorine gas</h1>
<p>Chlorine gas is heavier than air, so the detectors of a store hang near the floor. A store must have two doors, and both must open outwards. Because moist chlorine attacks steel, lines are dried before gas is let in.</p>
<p>If a cylinder leaks, the valve is closed before anybody looks for the hole. A full cylinder of chlorine may be stored below 45 °C only.</p></article><footer>Subscribe to our newsletter</footer></body></html>`;
const captions = `WEBVTT

00:00:01.000 --> 00:00:04.000
Good morning, everybody. Can you hear me?

00:00:04.500 --> 00:00:09.000
A jar test finds the dose of a coagulant at which

00:00:09.000 --> 00:00:13.000
the water settles clearest. It takes about forty minutes.
`;

const handout = `Gas store

A full cylinder of chlorine may be stored below 50 °C only. The store is locked at night.

A jar test (JT), also known as a beaker test, is a trial that finds the dose of a coagulant.
`;

test("a stranger's notes, a page and captions become facts, and a statement is looked up", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Works operator", "Sludge and gas");
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  for (const [name, text] of [["week3.txt", typed], ["chlorine.html", page1], ["jars.vtt", captions], ["handout.txt", handout]] as const) {
    await page.request.put(`${at}/arrivals/${crypto.randomUUID()}?name=${name}`, { data: Buffer.from(text), headers: { "Content-Type": "application/octet-stream" } });
  }
  const sources = async () => (await (await page.request.get(`${at}/sources`)).json()) as { id: string; title: string; kind: string }[];
  await expect.poll(async () => (await sources()).length).toBe(4);
  const all = await sources();

  const open = async (kind: string) => page.goto(`/courses/${course}/sources/${all.find((s) => s.kind === kind)!.id}`);
  await open("text");
  await expect(page.getByText("the scraper")).toBeVisible();
  const found = page.getByRole("complementary", { name: "Found in this section" });
  await found.getByText(/^2 lines of notes$/).click();
  await expect(found.getByRole("button", { name: /Gravity thickener — slow picket fence/ })).toBeVisible();
  await expect(found.getByRole("button", { name: /Sludge = water/ })).toBeVisible();
  await expect(found.getByText("ask about the scraper")).toHaveCount(0);
  await found.getByText("Sentences that gave nothing").click();
  await expect(found.getByText("? ask about the scraper")).toBeVisible();
  await expect(found.getByText(": it asks")).toBeVisible();
  await expect(found.getByText(/^1 cause$/)).toBeVisible();

  await page.goto(`/courses/${course}/sources/${all.find((s) => s.title.startsWith("Gas store") || s.title.includes("handout"))!.id}`);
  await found.getByText("Terms of this source").click();
  await expect(found.getByText(/jar test \(.*beaker test.*\): a trial that finds the dose of a coagulant|jar test/i).first()).toBeVisible();

  await open("captions");
  await expect(page.getByText("Can you hear me?")).toBeVisible();
  await expect(found.getByText(/hear me/)).toHaveCount(0);

  await page.goto(`/courses/${course}/sources/${all.find((s) => s.title.includes("Chlorine"))!.id}`);
  await found.getByText("What other sentences say of the same").click();
  await expect(found.getByRole("link", { name: /says otherwise/ })).toBeVisible();
  await expect(found.getByText("“A full cylinder of chlorine may be stored below 50 °C only.”")).toBeVisible();
  await page.getByText(/^\d rules?$/).click();
  await found.getByRole("button", { name: /must have two doors/ }).click();
  await expect(page.locator("mark.hl", { hasText: "A store must have two doors" })).toBeVisible();

  // Nothing selected, then a sentence.
  await page.keyboard.press("w");
  await expect(page.getByText("Select a sentence in the text, then press w.")).toBeVisible();
  await page.locator("mark.hl").first().click({ clickCount: 3 });
  await page.keyboard.press("w");
  await expect(page.getByText("Your sources say so")).toBeVisible();

  // And typed, from the search over all sources.
  await page.goto(`/courses/${course}/sources`);
  await page.getByLabel("Find in all sources").fill("Air is heavier than chlorine gas.");
  await page.getByRole("button", { name: "What do they say of this?" }).click();
  await expect(page.getByText("Your sources say otherwise")).toBeVisible();
  await expect(page.getByText("The source has it the other way round.")).toBeVisible();
  const says = page.getByRole("status", { name: "What your sources say" });
  await expect(says.getByText("Chlorine gas is heavier than air", { exact: false })).toBeVisible();
  await says.getByRole("link").click();
  await expect(page.locator("mark.hl", { hasText: "heavier than air" })).toBeVisible();
});
