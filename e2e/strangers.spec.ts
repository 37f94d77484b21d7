import { readFileSync } from "node:fs";
import { emptyCourse, expect, test } from "./people";

/** Papers as strangers typed them, with how many questions each has and how many of those came without a key. */
const papers = [
  { file: "p-contract", title: "Contract", questions: 13 },
  { file: "p-electric", title: "Electricity", questions: 12 },
  { file: "p-bread", title: "Bread", questions: 12 },
];

for (const p of papers) {
  test(`the stranger's paper “${p.title}” goes to the bench as it was pasted`, async ({ page, signedUp }) => {
    expect(signedUp.name).toBeTruthy();
    const course = await emptyCourse(page, "Intake attendant", "Screening");
    await page.goto(`/courses/${course}/sources/past`);
    await page.getByLabel("Title").fill(p.title);
    await page.getByLabel("The questions").fill(readFileSync(`../core/split/testdata/strangers/${p.file}.txt`, "utf8"));
    await page.getByRole("button", { name: "See what is understood" }).click();
    await expect(page.getByRole("status")).toContainText(`${p.questions} questions`);
    await expect(page.getByText(new RegExp(`^Read as ${p.questions} questions`))).toBeVisible();

    if (p.file === "p-contract") {
      // Another reading is as likely, so that it is offered at once; chosen, the whole paper is read so, and one press takes it back.
      await expect(page.getByText("It may be laid out otherwise.")).toBeVisible();
      await page.getByRole("list", { name: "Other readings" }).getByRole("button").first().click();
      await expect(page.getByRole("status")).toContainText("15 questions");
      await page.keyboard.press("z");
      await expect(page.getByRole("status")).toContainText("13 questions");
    }
    await page.keyboard.press("Enter");
    await expect(page.getByRole("navigation", { name: "The sources" })).toContainText(`${p.questions} past questions`);
    await page.getByRole("link", { name: /^Proof/ }).click();
    await expect(page.getByText(/waiting/).first()).toBeVisible();
  });
}

test("a question that may be meant otherwise is read so with one press", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Screening");
  const asked = (label: string, stem: string) => `${label}${stem}\na) a penstock\nb) sand\nAnswer: a\n\n`;
  const text = [asked("1. ", "Which valve shuts a channel?"), asked("2. ", "What is dosed?"), asked("", "What lies on a slow filter?"), asked("", "What is its depth?"), asked("3. ", "What is measured in NTU?")].join("");
  await page.goto(`/courses/${course}/sources/past`);
  await page.getByLabel("The questions").fill(text);
  await page.getByRole("button", { name: "See what is understood" }).click();
  await expect(page.getByRole("status")).toContainText("3 questions");
  await page.keyboard.press("m");
  await expect(page.getByText("These lines may be 3 questions")).toBeVisible();
  await expect(page.getByRole("list", { name: "Read the other way" }).getByRole("listitem")).toHaveCount(3);
  await page.keyboard.press("j");
  await expect(page.getByRole("status")).toHaveText("5 questions");
  await page.keyboard.press("z");
  await expect(page.getByRole("status")).toContainText("3 questions");
  await page.getByRole("button", { name: "Leave it" }).click();
  await expect(page.getByText("These lines may be 3 questions")).toBeHidden();
});

test("misread words are mended where it is asked for", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Screening");
  await page.goto(`/courses/${course}/sources/past`);
  await page.getByLabel("The questions").fill(readFileSync("../core/split/testdata/strangers/p-forklift.txt", "utf8"));
  await page.getByRole("button", { name: "See what is understood" }).click();
  await page.getByRole("button", { name: "Look at them" }).click();
  await page.getByRole("button", { name: "speecl speed" }).click();
  await expect(page.getByRole("option", { name: /full speed/ })).toBeVisible();
  await page.getByRole("button", { name: "Mend all" }).click();
  await expect(page.getByRole("option", { name: /daily check of the truck/ })).toBeVisible();
  await expect(page.getByText(/misread/)).toBeHidden();

  // Where the keys stand is opened in the sentence that says how the paper was read.
  await page.getByRole("button", { name: /^13 questions/ }).click();
  await expect(page.getByRole("list", { name: "Other readings" })).toBeVisible();
});
