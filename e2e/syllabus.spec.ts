import { courseWithNotes, emptyCourse, expect, notes, test } from "./people";

const outline = `Intake attendant, outline of 2031

1 Screening (60%)
1.1 Bar screens and rakes
1.1.1 say what a rake lifts off the bars of a screen
1.2 Approach velocity
2 Softening (40%)
Total 100%
`;

test("an outline is pasted, understood, edited by keys and mouse, and kept", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page, 12);
  await page.goto(`/courses/${course}/sources/syllabus`);
  await expect(page.getByRole("button", { name: "Paste an outline" })).toBeVisible();
  await page.keyboard.press("p");
  await page.getByRole("textbox", { name: "The outline" }).fill(outline);
  await page.keyboard.press("Control+Enter");
  const paper = page.getByRole("region", { name: "The outline" });
  await expect(page.getByRole("status")).toHaveText("Changed, not saved yet");
  await expect(page.getByText("This looks like a total, not like a topic.")).toBeVisible();
  const titles = () => paper.getByRole("textbox", { name: /^(Topic|Can-do)/ }).evaluateAll((all) => all.map((i) => (i as HTMLInputElement).value));
  expect(await titles()).toEqual(["Screening", "Bar screens and rakes", "say what a rake lifts off the bars of a screen", "Approach velocity", "Softening"]);

  // By keys: a statement, a topic, further in, before its neighbour.
  await paper.getByRole("textbox", { name: /^Topic/ }).last().focus();
  await page.keyboard.press("Alt+Enter");
  await page.keyboard.type("explain what a softener does");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Boilers");
  await page.keyboard.press("Alt+ArrowRight");
  await expect(paper.getByRole("textbox", { name: "Topic, 1 in" }).last()).toHaveValue("Boilers");
  await page.keyboard.press("Alt+ArrowLeft");
  await page.keyboard.press("Alt+ArrowUp");
  expect(await titles()).toEqual(["Screening", "Bar screens and rakes", "say what a rake lifts off the bars of a screen", "Approach velocity", "Boilers", "Softening", "explain what a softener does"]);
  // By mouse: back to the end.
  await paper.getByRole("img", { name: "Drag Boilers" }).dragTo(paper.getByRole("textbox", { name: /^Can-do/ }).last(), { targetPosition: { x: 20, y: 28 } });
  expect((await titles()).at(-1)).toBe("Boilers");
  const weight = paper.getByRole("textbox", { name: "Weight of Boilers" });
  await weight.fill("many");
  await expect(page.getByRole("alert")).toContainText("The weight “many” of “Boilers” can’t be read");
  await expect(page.getByRole("button", { name: "Save the syllabus" })).toBeDisabled();
  await weight.fill("");
  await page.getByRole("heading", { name: "Syllabus" }).click();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status")).toHaveText("5 topics, 2 statements");
  await expect(page.getByText("Nothing on 1 topic")).toBeVisible();
  await expect(page.getByText(/No passage and no question belongs to Boilers/)).toBeVisible();

  // Somebody else edits it meanwhile: nothing is written over.
  const at = `${process.env.BASE_URL}/api/courses/${course}/syllabus`;
  const now = (await (await page.request.get(at)).json()) as { version: number; topics: unknown[] };
  expect((await page.request.put(at, { data: { version: now.version - 1, topics: [] } })).status()).toBe(409);
});

test("weights that are missing are estimated from a past paper; a person overrules a topic", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Screening");
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const send = { headers: { "Content-Type": "application/octet-stream" } };
  await page.request.put(`${at}/arrivals/${crypto.randomUUID()}?name=evening.txt`, { data: Buffer.from(notes), ...send });
  await expect.poll(async () => ((await (await page.request.get(`${at}/sources`)).json()) as unknown[]).length).toBe(1);
  await page.goto(`/courses/${course}/sources/syllabus`);
  await page.getByRole("button", { name: "Take the sources’ headings" }).click();
  await expect(page.getByRole("status")).toHaveText("Changed, not saved yet");
  await page.getByRole("button", { name: "Save the syllabus" }).click();
  await expect(page.getByRole("status")).toHaveText("2 topics, no weights given, so all count alike");

  const paper = "1. What does a bar screen catch?\na) rubbish\nb) salt\nAnswer: a\n\n2. What lifts rubbish off a screen?\na) a rake\nb) brine\nAnswer: a\n\n3. What does a softener remove?\na) hardness\nb) leaves\nAnswer: a\n";
  await page.request.put(`${at}/arrivals/${crypto.randomUUID()}/paper`, { data: { title: "Spring paper", text: paper } });
  await expect(page.getByRole("status")).toHaveText("2 topics, 2 weights estimated", { timeout: 15_000 });
  await page.getByRole("textbox", { name: /^Topic/ }).first().focus();
  const margin = page.getByRole("complementary", { name: "About the topic" });
  await expect(margin).toContainText(/About \d+% of the marks, between \d+ and \d+: estimated from “Spring paper”/);
  await expect(margin).toContainText("What does a bar screen catch?");

  // The topic of a passage, overruled where it is read.
  await margin.getByRole("link", { name: /Evening notes/ }).first().click();
  const beside = page.getByRole("complementary", { name: "Found in this section" });
  await expect(beside).toContainText(/belongs to Screening.*% sure by its words/);
  await beside.getByRole("button", { name: "Topic: Screening" }).click();
  await page.getByRole("radio", { name: "Softening" }).check();
  await expect(beside.getByRole("button", { name: "Topic: Softening" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(beside).toContainText("belongs to Softening (as you said)");
});

test("words are found in all sources", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  await page.goto(`/courses/${course}/sources`);
  await expect(page.getByRole("article")).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("resin beds");
  const hits = page.getByRole("search", { name: "All sources" }).locator("..");
  await expect(hits.getByRole("status")).toHaveText(/passages?$/);
  await expect(hits.getByRole("link").first()).toContainText("Evening notes, Softening");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/sources\/[^#]+#p/);
  await page.keyboard.press("Escape");
  await page.keyboard.type("kiln");
  await expect(hits.getByRole("status")).toHaveText("No source says it.");
});
