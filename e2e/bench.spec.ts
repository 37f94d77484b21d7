import type { Page } from "@playwright/test";
import { courseWithNotes, expect, test } from "./people";

interface Item {
  id: string;
  verdict: string;
  state: string;
  version: number;
}

const margin = (page: Page) => page.getByRole("complementary", { name: "Findings" });

/** A past paper by a careless hand: a wrong key, an amount that stands there twice, a blank in altered words, a stem that no source answers. */
const careless = `1. What is a bar screen?
a) a sheet of mesh that catches leaves and fish
b) a row of parallel bars that catches floating rubbish
c) a toothed arm that lifts rubbish off the bars of a screen
d) a sliding gate that shuts the flow into a channel
Answer: a

2. A channel of 25 m2 carries 0.6 m3/s. What is the approach velocity?
a) 0.024 m/s
b) 15 m/s
c) 0.024 metres per second
Answer: a

3. By the rules of the province, a wet well is a ________ that holds raw water before it is pumped.
Answer: chamber

4. What would an inspector look at first in a trash rack?
a) the paint
b) the bolts
c) the heavy grid
d) the lock
Answer: b
`;

test("the bench is judged by keyboard, covered until asked", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  const bench = async () => (await (await page.request.get(`${api}/bench`)).json()) as Item[];
  await page.request.put(`${api}/arrivals/${crypto.randomUUID()}/paper`, { data: { title: "A careless paper", text: careless } });
  await expect.poll(async () => (await bench()).length).toBe(4);
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
    if (/metres per second/.test(await options.nth(i).inputValue())) await options.nth(i).fill("1 m/s");
  }
  await page.getByRole("button", { name: "Save and proof again" }).click();
  await expect(page.getByText("In the bank.")).toBeVisible();
  await expect(page.getByText("version 2", { exact: true })).toBeVisible();

  // Held: kept under one's own name.
  await page.goto(`/courses/${course}/proof/${of("held")[0]!.id}`);
  await expect(margin(page)).toContainText("Held");
  await page.keyboard.press("Enter");
  await expect.poll(async () => ((await (await page.request.get(`${api}/questions/${of("held")[0]!.id}`)).json()) as Item).state).toBe("bank");

  // Unproven: dropped, put back, dropped.
  await page.goto(`/courses/${course}/proof/${of("unproven")[0]!.id}`);
  await expect(margin(page)).toContainText("Unproven");
  await page.getByRole("button", { name: "Drop" }).click(); // and the page is left at once
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

test("a question is proofed as it is typed, and its versions show what changed", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  await page.goto(`/courses/${course}/proof/write`);
  const live = page.getByRole("region", { name: "As it is typed" });
  await page.getByLabel("Stem").fill("What does a rake lift off the bars of a screen?");
  for (const [i, text] of ["rubbish", "salt", "calcium", "oil"].entries()) await page.getByRole("textbox", { name: new RegExp(`^Option ${"abcd"[i]}`, "i") }).fill(text);
  await page.getByRole("radio").nth(1).check();
  await expect(live.getByText("As typed: held")).toBeVisible();
  await expect(live.getByText("The sources speak for another option")).toBeVisible();
  await page.getByRole("radio").nth(0).check();
  await expect(live.getByText("As typed: cleared")).toBeVisible();
  await page.getByRole("button", { name: "Save and proof" }).click();

  // Changed, both versions stand below the findings.
  await expect(page.getByRole("complementary", { name: "Findings" }).getByText("The sources say so")).toBeVisible();
  await page.keyboard.press("e");
  await page.getByLabel("Stem").fill("What does a rake lift off the bars of a fine screen?");
  await page.getByRole("button", { name: "Save and proof again" }).click();
  const versions = page.getByRole("region", { name: "Versions" });
  await expect(versions.getByText("Version 2")).toBeVisible();
  await expect(versions.locator("ins")).toHaveText("fine");
});

test("a finding is set aside with a reason, and the question kept under one's own name", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  const id = crypto.randomUUID();
  const options = ["rubbish", "salt", "calcium", "oil"].map((text, i) => ({ id: "abcd"[i], text }));
  await page.request.post(`${process.env.BASE_URL}/api/courses/${course}/questions/${id}`, { data: { kind: "choice", stem: "What does a rake lift off the bars of a screen?", level: "easy", options, key: { options: ["b"] } } });
  await page.goto(`/courses/${course}/proof/${id}`);
  await expect(margin(page).getByText("The sources speak for another option")).toBeVisible();
  await margin(page).getByRole("button", { name: "Set aside" }).click();
  await page.getByLabel("Why it does not count").fill("our works lifts salt");
  await page.keyboard.press("Enter");
  await expect(margin(page).getByText(/Set aside by .*: our works lifts salt/)).toBeVisible();
  await page.getByRole("button", { name: "Keep" }).click();
  await page.goto(`/courses/${course}/proof/bank`);
  await expect(page.getByRole("list", { name: "Questions" }).getByRole("listitem").first()).toContainText("kept");
});

test("the bench is narrowed, and what is shown is kept together and put back", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  await page.request.put(`${api}/arrivals/${crypto.randomUUID()}/paper`, { data: { title: "A careless paper", text: careless } });
  const waiting = async () => ((await (await page.request.get(`${api}/bench`)).json()) as Item[]).filter((q) => q.state === "bench").length;
  await expect.poll(waiting).toBe(4);
  await page.goto(`/courses/${course}/proof`);
  const queue = page.getByRole("navigation", { name: "The bench" });
  await queue.getByRole("button", { name: /Of which verdict/ }).click();
  await page.getByRole("checkbox", { name: /Held/ }).check();
  await page.getByRole("checkbox", { name: /Faulted/ }).check();
  await page.keyboard.press("Escape");
  await expect(queue.locator("[data-row]")).toHaveCount(3);
  await queue.getByRole("button", { name: /With 3 waiting/ }).click();
  await page.getByRole("button", { name: "Keep the 1 that is not faulted" }).click();
  await expect(queue.getByText("1 question kept in the bank.")).toBeVisible();
  expect(await waiting()).toBe(3);
  await page.keyboard.press("z");
  await expect(queue.getByText("1 question as before.")).toBeVisible();
  expect(await waiting()).toBe(4);
  await queue.getByRole("button", { name: /With 3 waiting/ }).click();
  await page.getByRole("button", { name: /^Uncover, each/ }).click();
  await expect.poll(async () => ((await (await page.request.get(`${api}/bench`)).json()) as { uncovered: boolean }[]).filter((q) => q.uncovered).length).toBe(3);
});

test("which of two readings is meant is said, and the sources are asked", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  const write = async (stem: string, level: string, ...texts: string[]) => {
    const id = crypto.randomUUID();
    const options = texts.map((text, i) => ({ id: "abcd"[i], text }));
    await page.request.post(`${process.env.BASE_URL}/api/courses/${course}/questions/${id}`, { data: { kind: "choice", stem, level, options, key: { options: ["a"] } } });
    await page.goto(`/courses/${course}/proof/${id}`);
  };
  await write("Three pumps deliver 40 L/s. How long does it take to fill a tank of 7200 L?", "medium", "180 s", "60 s", "75 s", "30 s");
  await expect(margin(page).getByText("It reads two ways", { exact: true })).toBeVisible();
  await margin(page).getByRole("button", { name: "This is meant" }).first().click();
  await expect(page.getByRole("region", { name: "Question" }).getByText("40 L/s each.")).toBeVisible();
  await expect(margin(page).getByText("It reads two ways", { exact: true })).toHaveCount(0);

  // Another one is easier than it claims to be, and the sources are asked for its answers.
  await write("What does a rake lift off the bars of a screen?", "hard", "rubbish", "salt", "calcium", "oil");
  const ratings = margin(page).getByRole("region", { name: "Ratings" });
  await expect(ratings.getByRole("meter", { name: "Level fit" })).toHaveAttribute("aria-valuenow", "30");
  await ratings.getByRole("button", { name: "Call it easy" }).click();
  await expect(ratings.getByRole("meter", { name: "Level fit" })).toHaveAttribute("aria-valuenow", "100");
  await margin(page).getByRole("button", { name: "Look it up in all sources" }).click();
  await expect(margin(page).getByRole("region", { name: "In all sources" }).getByText("The sources speak for it.")).toBeVisible();
});
