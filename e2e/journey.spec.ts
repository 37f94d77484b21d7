import type { Page } from "@playwright/test";
import { courseWithNotes, expect, notes, test } from "./people";

interface Item {
  kind: string;
  stem: string;
  feedback?: { right_text: string };
}

/** answers one question by keyboard, rightly or not, and goes on. */
async function answer(page: Page, drill: string, position: number, right: boolean) {
  await expect(page).toHaveURL(new RegExp(`/drill/[^/]+/${position}$`));
  const place = `${drill}/places/${position}`;
  await expect(page.getByRole("button", { name: "No idea" })).toBeVisible();
  const before = (await (await page.request.get(place)).json()) as Item;
  expect(Object.keys(before)).not.toContain("feedback");
  expect(JSON.stringify(before)).not.toMatch(/"(key|why|slip|worked|explanation)"/);
  if (!right) {
    await page.getByRole("button", { name: "No idea" }).click();
  } else {
    // The test has no key either: it tells the answer from the notes.
    const known = await fromNotes(page, before);
    if (before.kind === "choice") {
      await page.getByRole("radio").filter({ hasText: known }).first().click();
      await page.keyboard.press("Enter");
    } else {
      await page.getByRole("textbox").first().fill(known);
      await page.keyboard.press("Enter");
    }
  }
  await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
}

/** What a reader of the notes would answer, from the sentence that shares most words with the question. */
async function fromNotes(page: Page, item: Item): Promise<string> {
  if (item.kind === "numeric") return "1";
  const sentences = notes.split(/(?<=\.)\s+/).filter((s) => / is /.test(s));
  const asked = new Set(item.stem.toLowerCase().match(/[a-z]{3,}/g));
  const score = (s: string) => (s.toLowerCase().match(/[a-z]{3,}/g) ?? []).filter((w) => asked.has(w)).length;
  const best = sentences.sort((a, b) => score(b) - score(a))[0]!;
  const options = await page.getByRole("radio").allInnerTexts();
  if (/^\d/.test(options[0]?.split("\n")[1] ?? "")) return options[0]!.split("\n")[1]!; // an amount: the first will do
  const fitting = options.find((o) => best.toLowerCase().includes(o.split("\n")[1]?.toLowerCase() ?? "-"));
  return fitting?.split("\n")[1] ?? best.replace(/^An? /, "").split(" is ")[0]!;
}

test("from sign-up to a weak topic, on notes typed by hand", async ({ page }) => {
  const name = `walker ${Date.now()}`;
  await page.goto("/");
  await page.getByRole("link", { name: "Make an account" }).click();
  await page.getByLabel("Name").fill(name);
  await page.getByLabel("Password").fill("short");
  await page.getByRole("button", { name: "Make the account" }).click();
  await expect(page.getByRole("alert")).toContainText("at least 10 characters");
  await page.getByLabel("Password").fill("a long sentence to remember");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Your recovery codes" })).toBeVisible();
  await expect(page.getByRole("listitem")).toHaveCount(8);
  await page.getByRole("button", { name: "I have written them down" }).click();

  await page.getByLabel("Title").fill("Intake attendant");
  await page.getByLabel("Set by").fill("Province of Larkmere");
  await page.getByLabel("Exam date").fill("2031-05-06");
  await page.getByLabel("Pass mark").fill("60");
  await page.getByLabel(/outline, if you have it/).fill("Screening 60%\nSoftening 40%");
  await page.getByRole("button", { name: "Make the course" }).click();
  await expect(page.getByRole("textbox", { name: "Weight of Softening" })).toHaveValue("40%");
  await page.getByRole("button", { name: "Save the syllabus" }).click();
  await expect(page.getByRole("status")).toHaveText("2 topics");
  await page.getByRole("link", { name: /^Sources/ }).click();

  await expect(page.getByRole("heading", { name: "Nothing to read yet" })).toBeVisible();
  await page.keyboard.press("a");
  await page.getByLabel("Pasted text", { exact: true }).fill(notes);
  await page.getByRole("button", { name: "Read the text" }).click();
  await expect(page.getByRole("article", { name: "Evening notes" })).toContainText("A penstock is a sliding gate");
  await expect(page.getByRole("complementary", { name: "Found in this section" })).toContainText("definitions");
  await expect(page.getByRole("link", { name: "Sources, 1 sources" })).toBeVisible();

  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.keyboard.press("d");
  await expect(page.getByRole("button", { name: /From which sources: Evening notes/ })).toBeVisible();
  await page.getByRole("button", { name: /How many/ }).click();
  await page.getByRole("textbox", { name: "Questions" }).fill("18");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Of which kinds/ }).click();
  await page.getByLabel("Choices", { exact: true }).check();
  await page.getByLabel("Blanks").check();
  await page.getByLabel("Typed numbers").check();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Draft the batch" }).click();
  await expect(page.getByText("Batch of 18, done")).toBeVisible();
  await expect(page.getByText(/They went to the bank unseen/)).toBeVisible();

  await page.keyboard.press("4");
  await page.getByRole("button", { name: /How many/ }).click();
  await page.getByRole("textbox", { name: "Questions" }).fill("8");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/drill\/[^/]+\/1$/);
  const [, course, drill] = /courses\/([^/]+)\/drill\/([^/]+)\//.exec(page.url())!;
  const at = `${process.env.BASE_URL}/api/courses/${course}/drills/${drill}`;

  // Everything on softening is known, nothing on screening.
  let reloaded = false;
  for (let position = 1; position <= 8; position++) {
    await expect(page.getByRole("complementary", { name: "Margin" })).toContainText(/Screening|Softening/);
    const known = (await page.getByRole("complementary", { name: "Margin" }).innerText()).includes("Softening");
    await answer(page, at, position, known);
    if (position === 3) {
      await page.reload(); // what is answered stays answered
      await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
      reloaded = true;
    }
    await page.keyboard.press(" ");
  }
  expect(reloaded).toBe(true);
  await expect(page.getByRole("heading", { name: /of 8\s+right/ })).toBeVisible();
  await page.keyboard.press(" ");

  await expect(page.getByRole("heading", { name: "Where the marks are" })).toBeVisible();
  const rows = page.getByRole("main").getByRole("listitem");
  await expect(rows.first()).toContainText("Screening");
  await expect(rows.first()).toContainText("60% of the exam");
  await page.getByRole("button", { name: "Drill Screening" }).click();
  await expect(page.getByText(/^Screening, \d+ questions?$/)).toBeVisible();

  await page.goto(`/courses/${course}/drill`);
  await expect(page.getByText("A drill is open")).toBeVisible();
  await expect(page.getByText(/of 8 right/)).toBeVisible();
});

test("a reload keeps what is chosen or typed but not sent", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page, 16);
  const drill = crypto.randomUUID();
  await page.request.put(`${process.env.BASE_URL}/api/courses/${course}/drills/${drill}`, { data: { count: 16 } });
  const seen = new Set<string>();
  for (let position = 1; position <= 16 && seen.size < 2; position++) {
    await page.goto(`/courses/${course}/drill/${drill}/${position}`);
    await expect(page.getByRole("button", { name: "No idea" })).toBeVisible();
    const choices = await page.getByRole("radio").count();
    if (choices > 2) {
      await page.keyboard.press("b");
      await page.reload();
      await expect(page.getByRole("radio").nth(1)).toBeChecked();
      seen.add("chosen");
    } else if (choices === 0 && (await page.getByRole("textbox").count()) > 0) {
      await page.getByRole("textbox").first().fill("12.5");
      await page.reload();
      await expect(page.getByRole("textbox").first()).toHaveValue("12.5");
      seen.add("typed");
    }
  }
  expect(seen.size).toBe(2);
});

test("a response sent twice counts once", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page, 6);
  const drill = `${process.env.BASE_URL}/api/courses/${course}/drills/${crypto.randomUUID()}`;
  await page.request.put(drill, { data: { count: 3 } });
  const send = { id: crypto.randomUUID(), given: {}, confidence: "no idea", seconds: 3 };
  const answers = await Promise.all([1, 2, 3].map(() => page.request.post(`${drill}/places/1`, { data: send })));
  for (const a of answers) expect(a.status()).toBe(200);
  const later = await page.request.post(`${drill}/places/1`, { data: { ...send, id: crypto.randomUUID() } });
  expect(((await later.json()) as { feedback: { percent: number } }).feedback.percent).toBe(0);
  expect(((await (await page.request.get(drill)).json()) as { answered: number }).answered).toBe(1);
});
