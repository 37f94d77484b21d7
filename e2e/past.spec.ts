import { readFileSync } from "node:fs";
import { courseWithNotes, emptyCourse, expect, test } from "./people";

const paper = `Intake attendant, spring 2024

1. A trash rack is a heavy grid that
a) keeps logs out of an intake
b) softens water
c) holds salt water

2. A softener adds hardness to water. (T/F)

Use the table for question 3.
Pump    Flow (m³/h)
P1      40
P2      55

3. Which pump lifts more?
Take your time with the next one.

4. A flow of 6 m³/s passes an area of 4 m². What is the approach velocity in m/s?

Answer key
1. a
2. F
4. 15 m/s
`;

test("a pasted past paper is mended by keys, then brought to the bench and proofed", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page);
  await page.goto(`/courses/${course}/sources`);
  await expect(page.getByRole("button", { name: /^Add/ })).toBeVisible();
  await page.keyboard.press("a");
  await page.getByRole("link", { name: "Past questions instead" }).click();
  await page.getByLabel("The questions").fill(paper);
  await page.getByRole("button", { name: "See what is understood" }).click();
  await expect(page.getByRole("status")).toHaveText("4 questions, 1 without a key, 1 line left over");
  await expect(page.getByText("Read as 4 questions, numbered “1.” to “4.”, options “a)” to “c)”, keys in a list of their own.")).toBeVisible();

  const understood = page.getByRole("complementary", { name: "What was understood" });
  await page.keyboard.press("m"); // from the title to the question without a key
  await expect(understood).toContainText("Which pump lifts more?");
  await expect(understood).toContainText("No key was found");
  await expect(understood.getByRole("cell", { name: "55" })).toBeVisible();
  await understood.getByLabel("Key").fill("P2");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status")).toHaveText("4 questions, 1 line left over");

  // The remark that was taken into the stem belongs to no question.
  await page.getByRole("option", { name: /Take your time/ }).click();
  await page.keyboard.press("x");
  await expect(page.getByRole("status")).toHaveText("4 questions, 2 lines left over");
  await page.keyboard.press("z");
  await expect(page.getByRole("status")).toHaveText("4 questions, 1 line left over");
  await page.keyboard.press("x");
  await expect(page.getByRole("status")).toHaveText("4 questions, 2 lines left over");

  // A key by the key of its option, and back.
  await page.getByRole("option", { name: /trash rack/ }).click();
  await page.keyboard.press("b");
  await expect(understood.getByRole("button", { name: /softens water/ })).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("a");
  await expect(understood.getByRole("button", { name: /keeps logs out/ })).toHaveAttribute("aria-pressed", "true");

  await page.keyboard.press("Enter");
  await expect(page.getByRole("navigation", { name: "The sources" })).toContainText("4 past questions");
  await page.getByRole("link", { name: /^Proof/ }).click();
  await expect(page.getByText("4 waiting")).toBeVisible();
  await page.getByRole("link", { name: /approach velocity/ }).click();
  await page.getByRole("button", { name: "Uncover" }).click();
  await expect(page.getByRole("complementary", { name: "Findings" })).toContainText("1.5");
});

test("a past paper in a document is read, and an empty one says so", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Screening");
  await page.goto(`/courses/${course}/sources/past`);
  await page.getByLabel("File").setInputFiles({ name: "paper.html", mimeType: "text/html", buffer: Buffer.from("<!doctype html><title>Paper</title><p>1. Which plate measures flow?<p>a) weir<p>b) rake<p>Answer: a") });
  await expect(page.getByLabel("The questions")).toHaveValue(/1\. Which plate measures flow\?\na\) weir\nb\) rake\nAnswer: a/);
  const picture = readFileSync("../core/source/pdf/testdata/scan.jpg").toString("base64");
  await page.getByLabel("File").setInputFiles({
    name: "drawn.html",
    mimeType: "text/html",
    buffer: Buffer.from(`<!doctype html><title>Drawn</title><p>1. What is shown?<p><img alt="" src="data:image/jpeg;base64,${picture}"><p>a) a round<p>b) a rake<p>Answer: a`),
  });
  await expect(page.getByLabel("The questions")).toHaveValue(/\[picture [0-9a-f]{16}\]/);
  await page.getByRole("button", { name: "See what is understood" }).click();
  await expect(page.getByRole("img", { name: "The picture that the question is about" })).toBeVisible();
  await page.getByRole("button", { name: /Bring 1 question/ }).click();
  await expect(page.getByRole("navigation", { name: "The sources" })).toContainText("1 past question");
  await page.getByRole("link", { name: /^Proof/ }).click();
  await page.getByRole("link", { name: /What is shown/ }).click();
  const shown = page.getByRole("img", { name: "The picture that the question is about" });
  await expect.poll(() => shown.evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBeGreaterThan(100);

  await page.goto(`/courses/${course}/sources/past`);
  await page.getByLabel("File").setInputFiles({ name: "paper.html", mimeType: "text/html", buffer: Buffer.from("<!doctype html><title>Paper</title><p>1. Which plate measures flow?<p>a) weir<p>b) rake<p>Answer: a") });
  await expect(page.getByLabel("The questions")).toHaveValue(/Which plate/);
  await page.getByLabel("File").setInputFiles({ name: "x.bin", mimeType: "application/octet-stream", buffer: Buffer.from("a\0b") });
  await expect(page.getByRole("alert")).toContainText("zero byte");
  await page.getByRole("button", { name: "See what is understood" }).click();
  await expect(page.getByRole("status")).toHaveText("1 question");
  await page.getByRole("option", { name: /1\. Which plate/ }).click();
  await page.keyboard.press("x");
  await expect(page.getByRole("button", { name: /Bring 0 questions/ })).toBeDisabled();
});
