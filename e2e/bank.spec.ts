import { expect, signInToDemo, test } from "./people";

test("the bank is searched, filtered, tagged together and put back", async ({ page }) => {
  const course = await signInToDemo(page);
  await page.goto(`/courses/${course}/proof`);
  await page.getByRole("link", { name: "the whole bank" }).click();
  const list = page.getByRole("list", { name: "Questions" });
  await expect(list.getByRole("listitem").first()).toBeVisible();
  const count = page.getByRole("region", { name: "The bank" }).getByRole("status").first();
  const all = Number((await count.innerText()).replace(/\D/g, ""));
  expect(all).toBeGreaterThan(100);

  // Typed words narrow it at once; both have to stand there.
  await page.keyboard.press("/");
  await page.keyboard.type("FILTER washed");
  await expect(count).toContainText(/^\d+ of/);
  for (const row of await list.getByRole("listitem").all()) {
    await expect(row).toContainText(/filter/i);
    await expect(row).toContainText(/washed/i);
  }
  await page.getByLabel("Search the questions").fill("");

  // A sentence says which are shown.
  await page.getByRole("button", { name: /^Of which levels/ }).click();
  await page.getByRole("checkbox", { name: "Hard", exact: true }).check();
  await page.keyboard.press("Escape");
  await expect(list.getByRole("listitem").first()).toContainText("hard");
  await page.getByRole("checkbox", { name: "Choose all that are shown" }).check();
  const chosen = Number((await page.getByText(/\d+ chosen/).innerText()).replace(/\D/g, ""));
  expect(chosen).toBeGreaterThan(10);

  await page.getByRole("button", { name: "Tag them: Tag" }).click();
  await page.getByRole("textbox", { name: "Tag" }).fill("  the  last week ");
  await page.keyboard.press("Enter");
  await expect(page.getByText(`${chosen} questions tagged`)).toBeVisible();
  await expect(list.getByRole("listitem").first()).toContainText("“the last week”");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText(`${chosen} questions as before.`)).toBeVisible();
  await expect(list.getByRole("listitem").first()).not.toContainText("last week");

  // Another level, and a question opened beside its row.
  await page.getByRole("button", { name: "Give them a level: Level" }).click();
  await page.getByRole("button", { name: "Medium", exact: true }).click();
  await expect(page.getByText("No question is like that.")).toBeVisible();
  await page.keyboard.press("z");
  await expect(page.getByText(`${chosen} questions as before.`)).toBeVisible();
  await page.keyboard.press("j");
  await expect(page.getByRole("region", { name: "Question" })).toBeVisible();
  await page.keyboard.press("s");
  await expect(page.getByText(`${chosen - 1} chosen`)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("region", { name: "Question" })).toBeHidden();
});
