import { courseWithNotes, expect, test } from "./people";

/** A past paper of one question, whose key is wrong or right. */
const paper = (key: string) => `1. What does a rake lift off the bars of a screen?
a) rubbish
b) salt
c) calcium
d) oil
Answer: ${key}
`;

test("a challenge is upheld, and the answer marked again", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  await ask(page, course, paper("b"));
  await page.getByRole("radio", { name: /rubbish/ }).click();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Wrong, though you were sure")).toBeVisible();
  await page.keyboard.press("c");
  await expect(page.getByRole("form", { name: "A challenge" })).toBeVisible();
  await page.getByRole("button", { name: "Have it tested" }).click();
  await expect(page.getByText("Upheld: the key was wrong")).toBeVisible();
  await expect(page.getByText("all answers to it are marked again")).toBeVisible();
  await expect(page.getByText("Right", { exact: true })).toBeVisible();

  // Whoever answered it is told, until it is put away.
  await page.goto(`/courses/${course}/drill`);
  await expect(page.getByText("A key was corrected")).toBeVisible();
  await page.getByRole("button", { name: "I have read it" }).click();
  await expect(page.getByText("A key was corrected")).toBeHidden();
});

test("a challenge is turned down with the passage, and another is left to a person", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  await ask(page, course, paper("a"));
  await page.getByRole("radio", { name: /salt/ }).click();
  await page.keyboard.press("h");
  await page.getByRole("button", { name: "Challenge the key" }).click();
  await page.getByRole("radio", { name: "salt" }).check();
  await page.getByRole("button", { name: "Have it tested" }).click();
  await expect(page.getByText("Turned down: the key stands")).toBeVisible();
  await expect(page.getByText(/A rake is a toothed arm/).first()).toBeVisible();

  await page.getByRole("button", { name: "Challenge it again" }).click();
  await page.getByRole("radio", { name: "Something else" }).check();
  await page.getByLabel(/What is wrong, with the numbers/).fill("I do not like it.");
  await page.getByRole("button", { name: "Have it tested" }).click();
  await expect(page.getByText("Left to a person")).toBeVisible();

  // On the bench both stand below the findings, once it is uncovered.
  await page.goto(`/courses/${course}/proof`);
  await expect(page.getByText("Its key was challenged")).toBeVisible();
  await page.keyboard.press("u");
  await expect(page.getByRole("region", { name: "Challenges" }).getByText("2 challenges")).toBeVisible();
  await page.getByRole("button", { name: "Rule on it again" }).click();
  await expect(page.getByRole("region", { name: "Challenges" }).getByText("3 challenges")).toBeVisible();
});

/** ask brings a past paper of one question and opens a drill on it. */
async function ask(page: import("@playwright/test").Page, course: string, text: string) {
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  await page.request.put(`${api}/arrivals/${crypto.randomUUID()}/paper`, { data: { title: "A paper", text } });
  const bank = async () => (await (await page.request.get(`${api}/bank`)).json()) as { id: string; version: number; state: string; verdict: string }[];
  await expect.poll(async () => (await bank()).length).toBe(1);
  const q = (await bank())[0]!;
  if (q.state === "bench") await page.request.put(`${api}/questions/${q.id}/state`, { data: { state: "bank", version: q.version } });
  const drill = crypto.randomUUID();
  await page.request.put(`${api}/drills/${drill}`, { data: { count: 1, kept: true } });
  await page.goto(`/courses/${course}/drill/${drill}/1`);
  await expect(page.getByRole("radio", { name: /rubbish/ })).toBeVisible();
}
