import AxeBuilder from "@axe-core/playwright";
import { emptyCourse, expect, test } from "./people";

test("a typed formula is shown as it is understood, kept as a source, and drafted from", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Tank works", "Volumes");
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: /^(Add|Bring)/ }).first().click();
  await page.getByRole("link", { name: "A formula instead" }).click();
  const box = page.getByLabel("The formula with its list");
  const keep = page.getByRole("button", { name: /Keep it and draft/ });
  const understood = page.getByRole("complementary", { name: "How the formula is understood" });
  await expect(box).toBeFocused();
  await expect(keep).toBeDisabled();

  await box.fill("V = πr²h, where V is the volume in m³ and r is the radius in m");
  await expect(page.getByText("What h is measured in is not said")).toBeVisible();
  await box.press("Enter"); // nothing is kept that is not understood
  await expect(keep).toBeDisabled();

  await box.fill("V = πr²h, where V is the volume in m², r is the radius in m and h is the water depth in m");
  await expect(page.getByText("The units do not agree")).toBeVisible();

  await box.fill("V = ");
  await page.getByRole("button", { name: "Put in π" }).click();
  await box.press("End");
  await page.keyboard.type("r²h, where V is the volume in m³, r is the radius in m and h is the water depth in m");
  await expect(understood.locator(".katex").first()).toBeVisible();
  await expect(understood.getByRole("row", { name: /water depth/ })).toContainText("m");
  for (const level of ["Easy", "Medium", "Hard"]) await expect(understood.getByText(level, { exact: true })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  await box.press("Enter");
  await expect(page).toHaveURL(/draft\?source=/, { timeout: 20_000 });
  await expect(page.getByRole("button", { name: /From which sources/ })).toContainText("Formula for volume");
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByText(/20 drafted, 20 cleared/)).toBeVisible({ timeout: 20_000 });
});
