import { expect, signInToDemo, test } from "./people";

/** One picture of each main view, from the demo course. */
const views: [string, RegExp][] = [
  ["sources", /Chlorine dose =/],
  ["sources/syllabus", /In no topic/],
  ["draft", /What the sources can bear/],
  ["drill", /Drills so far/],
  ["gaps", /Where the marks are/],
];

/** A past paper as a candidate may have it. */
const paper = `Province of Larkmere, operator licence Class II, spring 2029

Answer all questions. Each is worth one mark.

1. What is left in the water when the chlorine demand is met?
   a) a residual   b) floc   c) alum   d) turbidity

2. Rapid filters are scraped when they are dirty. (T/F)

Use the table for questions 3 and 4.
Pump    Flow (m³/h)    Lift (m)
P1      40             12
P2      55             9

3. Which pump lifts the water higher?
4. How many cubic metres does P2 move in 4 hours?

5. A bed of 36 m² is washed with 1,620 m³/h. The wash rate in m/h is ______ .
Candidates may leave the room from 11:00.

6. What is a jar test for?
   a) to find the best dose of a coagulant
   b) to measure the pressure of a pump
   c) to count bacteria

ANSWERS
1 a   2 F   3 P1   4 220 m³   5 45   6 a
`;

const folder = "../docs/screenshots";

test("pictures", async ({ page }) => {
  const course = await signInToDemo(page);
  const settle = () => page.evaluate(() => document.fonts.ready.then(() => undefined));
  for (const [path, shows] of views) {
    await page.goto(`/courses/${course}/${path}`);
    await expect(page.getByText(shows).first()).toBeVisible();
    await settle();
    await page.screenshot({ path: `${folder}/${path.replace("sources/", "")}.png` });
  }
  await page.goto("/account");
  await expect(page.getByText("Here, now")).toBeVisible();
  await settle();
  await page.screenshot({ path: `${folder}/account.png` });

  // A card with covered cells, one of them uncovered.
  await page.goto(`/courses/${course}/drill/cards`);
  const covered = page.getByRole("button", { name: /^Uncover/ });
  await expect(page.getByRole("article", { name: "Card" })).toBeVisible();
  for (let n = 0; n < 60 && (await covered.count()) === 0; n++) {
    const place = await page.getByRole("article", { name: "Card" }).innerText();
    await page.keyboard.press("ArrowRight"); // this one later
    await expect.poll(() => page.getByRole("article", { name: "Card" }).innerText()).not.toBe(place);
  }
  await page.getByRole("button", { name: /^Uncover/ }).first().click();
  await settle();
  await page.screenshot({ path: `${folder}/cards.png` });
  await page.goto(`/courses/${course}/sources/formula`);
  await page.getByLabel("The formula with its list").fill("Q = (2/3) × Cd × b × √(2g) × H^(3/2), where Q is the weir flow in m³/s, Cd is the weir coefficient, b is the weir width in m, g is 9.81 m/s² and H is the head over the weir in m");
  await expect(page.getByText("Hard", { exact: true })).toBeVisible();
  await expect(page.locator(".katex").nth(5)).toBeVisible();
  await settle();
  await page.screenshot({ path: `${folder}/formula.png` });
  await page.goto(`/courses/${course}/sources/past`);
  await page.getByLabel("Title, if you like").fill("Class II, spring 2029");
  await page.getByLabel("The questions").fill(paper);
  await page.getByRole("button", { name: "See what is understood" }).click();
  await page.getByRole("option", { name: /What is left/ }).click();
  await expect(page.getByRole("complementary", { name: "What was understood" })).toContainText("residual");
  await settle();
  await page.screenshot({ path: `${folder}/past.png` });
  const bench = (await (await page.request.get(`${process.env.BASE_URL}/api/courses/${course}/bench`)).json()) as { id: string; verdict: string; state: string }[];
  for (const q of bench.filter((b) => b.state === "bench" && b.verdict === "faulted")) {
    const full = (await (await page.request.get(`${process.env.BASE_URL}/api/courses/${course}/questions/${q.id}`)).json()) as { correction: boolean };
    if (!full.correction) continue;
    await page.goto(`/courses/${course}/proof/${q.id}`);
    await page.getByRole("button", { name: "Uncover" }).click();
    await expect(page.getByText(/this question rests until/)).toBeVisible();
    await page.screenshot({ path: `${folder}/proof.png` });
  }
  await page.goto(`/courses/${course}/proof/bank`);
  await page.getByRole("button", { name: /^How they went/ }).click();
  await page.getByRole("radio", { name: "Missed the last time" }).check();
  await page.keyboard.press("Escape");
  for (const i of [0, 2]) await page.getByRole("list", { name: "Questions" }).getByRole("checkbox").nth(i).check();
  await settle();
  await page.screenshot({ path: `${folder}/bank.png` });
  await page.goto(`/courses/${course}/drill`);
  await page.getByRole("button", { name: "Start the drill" }).click();
  let opened = false;
  let challenged = false;
  for (let i = 1; i < 15; i++) {
    await expect(page.getByRole("button", { name: "No idea" })).toBeVisible();
    const options = await page.getByRole("radio").count();
    if (options > 0) {
      await page.keyboard.press(options < 4 ? "t" : i % 3 === 0 ? "d" : "c");
      if (i >= 4 && options >= 4 && !opened) {
        await page.screenshot({ path: `${folder}/drill-open.png` });
        opened = true;
      }
      await page.keyboard.press(i % 2 === 0 ? "h" : "Enter");
    } else {
      await page.getByRole("button", { name: "No idea" }).click();
    }
    await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
    const worked = await page.getByText("Worked", { exact: true }).count();
    if (worked > 0 && !challenged) {
      challenged = true;
      await page.keyboard.press("c");
      await page.getByRole("radio", { name: /My answer is right/ }).check();
      await page.getByLabel(/Your working/).fill("36 × 45 = 1620\n1620 / 60 = 29");
      await page.getByRole("button", { name: "Have it tested" }).click();
      await page.getByText("Turned down: the key stands").scrollIntoViewIfNeeded();
      await settle();
      await page.screenshot({ path: `${folder}/challenge.png` });
    }
    if (i < 14) await page.keyboard.press(" ");
    await page.waitForURL(new RegExp(`/${Math.min(i + 1, 14)}$`));
  }
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const topics = (await (await page.request.get(`${at}/syllabus`)).json()) as { topics: { id: string; title: string }[] };
  const batch = `${at}/batches/${crypto.randomUUID()}`;
  await page.request.put(batch, { data: { count: 48, seed: 11, topics: [topics.topics.find((t) => t.title.startsWith("Pumps"))!.id], kinds: { numeric: 0.5, choice: 0.5 }, levels: { medium: 48 } } });
  await expect.poll(async () => ((await (await page.request.get(batch)).json()) as { state: string }).state).toBe("done");
  const drill = `${at}/drills/${crypto.randomUUID()}`;
  await page.request.put(drill, { data: { count: 100, topics: [topics.topics.find((t) => t.title.startsWith("Pumps"))!.id] } });
  let answered = false;
  let drawn = false;
  for (let p = 1; p <= 60 && !(answered && drawn); p++) {
    const item = (await (await page.request.get(`${drill}/places/${p}`)).json()) as { kind?: string; figure?: { alt: string } };
    if (!item.kind) break;
    if (item.kind === "choice" && !answered) {
      await page.goto(`/courses/${course}/drill/${drill.split("/").pop()}/${p}`);
      await expect(page.getByRole("radio").first()).toBeVisible();
      await page.keyboard.press("c");
      await page.keyboard.press("Enter");
      await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
      const notes = [page.getByText(/^The slip:/), page.getByText("Worked", { exact: true }), page.getByText("Evidence", { exact: true })];
      answered = (await Promise.all(notes.map((n) => n.count()))).every((n) => n > 0);
      await settle();
      if (answered) await page.screenshot({ path: `${folder}/drill-answered.png` });
      continue;
    }
    if (drawn || item.kind !== "numeric" || !item.figure?.alt.startsWith("A tank")) continue;
    await page.goto(`/courses/${course}/drill/${drill.split("/").pop()}/${p}`);
    await page.getByRole("textbox").fill("2.5e2 m³");
    await expect(page.locator("#understood")).not.toBeEmpty();
    await settle();
    await page.screenshot({ path: `${folder}/figure.png` });
    drawn = true;
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
