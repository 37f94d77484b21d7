import { courseWithNotes, expect, test } from "./people";

test("a brief is saved, put into the sentence again and forgotten; it leans on what is named", async ({ page, signedUp }) => {
  expect(signedUp).toBeTruthy();
  const course = await courseWithNotes(page);
  await page.goto(`/courses/${course}/draft`);
  await page.getByRole("button", { name: /^How many/ }).click();
  await page.getByLabel("Questions", { exact: true }).fill("3");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^What to lean on/ }).click();
  await page.getByLabel("Words that should come first").fill("zeolite");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^On which topics/ }).click();
  await page.getByLabel("Softening", { exact: true }).check();
  await page.keyboard.press("Escape");
  await expect(page.getByText(/It would draw from \d+ passages?/)).toBeVisible();
  await expect(page.getByText(/Hardness is a property of water/)).toBeVisible();
  await page.getByRole("button", { name: "Save as a brief" }).click();
  await page.getByLabel("Its name").fill("Softeners first");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Softeners first", exact: true })).toBeVisible();

  await page.reload();
  await expect(page.getByRole("button", { name: "How many: 20 questions" })).toBeVisible();
  await page.getByRole("button", { name: "Softeners first", exact: true }).click();
  await expect(page.getByRole("button", { name: "How many: 3 questions" })).toBeVisible();
  await expect(page.getByRole("button", { name: "What to lean on: zeolite" })).toBeVisible();
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByText("Batch of 3, done")).toBeVisible();
  await page.goto(`/courses/${course}/proof`);
  await expect(page.getByText(/zeolite/i).first()).toBeVisible();

  await page.goto(`/courses/${course}/draft`);
  await page.getByRole("button", { name: "Forget Softeners first" }).click();
  await expect(page.getByText("Saved briefs")).toHaveCount(0);
});

test("from an answer it goes on: another take, a level up, three more", async ({ page, signedUp }) => {
  expect(signedUp).toBeTruthy();
  const course = await courseWithNotes(page, 6);
  await page.goto(`/courses/${course}/drill`);
  await page.getByRole("button", { name: /Start the drill/ }).click();
  
  await page.getByRole("button", { name: /No idea/ }).click();
  const margin = page.getByText("Go on from this one").locator("..");
  await expect(margin).toBeVisible();
  await margin.getByRole("button", { name: "Three more" }).click();
  await expect(margin.getByText(/questions? more in the bank, unseen|Nothing|left in these sources|too little/i).first()).toBeVisible();
  await margin.getByRole("button", { name: "Another take" }).click();
  await expect(margin.getByText(/more in the bank|left in these sources|Nothing|stands in the sources|can be/i)).toHaveCount(2);
});

