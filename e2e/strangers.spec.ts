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
