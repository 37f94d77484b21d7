import { emptyCourse, expect, test } from "./people";

const readings = `# Disinfectants

Ozone is a gas that is made on site. A residual is the disinfectant that is left in the water after its work is done. Chloramine is a compound of chlorine and ammonia.

| | chlorine | chloramine | ozone |
|---|---|---|---|
| leaves a residual | yes | yes, long lasting | no |
| speed | fast | slow | very fast |
| against cysts | poor | very poor | good |
| made on site | no | yes | always |

# Pump readings

| Pump | Flow (m³/h) | Power drawn (kW) |
|---|---|---|
| H1 | 310 | 62.5 |
| H2 | 295 | 64.0 |
| H3 | 342 | 60.8 |
| H4 | 268 | 66.4 |
`;

test("cards are asked for in the sentence and turned; covered cells are uncovered one by one", async ({ page, signedUp }) => {
  expect(signedUp).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Disinfection");
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: /^Add/ }).first().click();
  await page.getByLabel("Files").setInputFiles({ name: "tables.md", mimeType: "text/markdown", buffer: Buffer.from(readings) });
  await expect(page.getByRole("article")).toContainText("Ozone is a gas that is made on site.");

  await page.goto(`/courses/${course}/drill/cards`);
  await expect(page.getByRole("heading", { name: "No card yet" })).toBeVisible();
  await page.getByRole("button", { name: "Go to Draft" }).click();
  await page.getByRole("button", { name: /^Cards beside them/ }).click();
  await page.getByLabel("Cards", { exact: true }).fill("6");
  await page.getByLabel("Covered cells of tables").check();
  await page.getByLabel("As much as it takes").check();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^How many/ }).click();
  await page.getByLabel("Questions", { exact: true }).fill("0");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByText("Batch of 6 cards, done")).toBeVisible();
  await page.getByRole("link", { name: "Turn the cards" }).click();

  const card = page.getByRole("article", { name: "Card" });
  await expect(card).toContainText("What is covered in this table?");
  const covered = card.getByRole("button", { name: /^Uncover/ });
  const n = await covered.count();
  expect(n).toBeGreaterThan(0);
  await covered.first().click();
  await expect(covered).toHaveCount(n - 1);
  await page.keyboard.press("Tab");
  await page.locator("body").click({ position: { x: 5, y: 500 } });
  await page.keyboard.press("Space");
  await expect(covered).toHaveCount(0);
  await expect(page.getByRole("button", { name: /Cover it again/ })).toBeVisible();
  const total = Number((await page.getByText(/^1 of \d+$/).innerText()).split(" ")[2]);
  expect(total).toBeGreaterThan(1);
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(`2 of ${total}`)).toBeVisible();
  await expect(covered).not.toHaveCount(0);
  await page.getByRole("button", { name: "Drop" }).click();
  await expect(page.getByText(`2 of ${total - 1}`).or(page.getByText(`1 of ${total - 1}`))).toBeVisible();
});

test("a set on a data table is drafted, and its questions are dealt with the table", async ({ page, signedUp }) => {
  expect(signedUp).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Pump readings");
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: /^Add/ }).first().click();
  await page.getByLabel("Files").setInputFiles({ name: "pumps.md", mimeType: "text/markdown", buffer: Buffer.from(readings.slice(readings.indexOf("# Pump readings"))) });
  await expect(page.getByRole("article")).toContainText("66.4");
  await page.goto(`/courses/${course}/draft`);
  await page.getByRole("button", { name: /^How many/ }).click();
  await page.getByLabel("Questions", { exact: true }).fill("3");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Of which levels/ }).click();
  await page.getByLabel("Hard questions").fill("2");
  await page.getByLabel("Medium questions").fill("1");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "Of which levels: 1 medium and 2 hard" })).toBeVisible();
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await expect(page.getByText("Batch of 3, done")).toBeVisible();
  await expect(page.getByText("3 questions cleared")).toBeVisible();
  await page.goto(`/courses/${course}/drill`);
  await page.getByRole("button", { name: /Start the drill/ }).click();
  for (let i = 0; i < 3; i++) {
    await expect(page.getByRole("cell", { name: "66.4" })).toBeVisible();
    await page.getByRole("button", { name: /No idea/ }).click();
    if (i < 2) await page.getByRole("button", { name: "Next" }).click();
  }
});

test("covered labels of a picture are uncovered in their places", async ({ page, signedUp }) => {
  expect(signedUp).toBeTruthy();
  // A drawing of our own, with four labels.
  await page.setContent(`<svg id="s" width="720" height="420" style="background:white" font-family="sans-serif" font-size="26"><rect x="160" y="60" width="400" height="260" fill="none" stroke="black" stroke-width="3"/><path d="M160 170h400M160 240h400" stroke="black" stroke-width="2"/>
    <text x="20" y="40">raw water inlet</text><text x="300" y="125">supernatant</text><text x="320" y="215">sand bed</text><text x="320" y="290">gravel</text><text x="580" y="380">outlet</text></svg>`);
  const drawing = (await page.locator("#s").screenshot()).toString("base64");
  const course = await emptyCourse(page, "Intake attendant", "Filters");
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: /^Add/ }).first().click();
  await page.getByLabel("Files").setInputFiles({ name: "filter.html", mimeType: "text/html", buffer: Buffer.from(`<html><body><h1>Slow filters</h1><p>A slow filter works in the top of its sand bed.</p><figure><img alt="" src="data:image/png;base64,${drawing}"><figcaption>A slow filter in section</figcaption></figure></body></html>`) });
  await expect(page.getByRole("article")).toContainText("A slow filter in section");
  await page.goto(`/courses/${course}/draft`);
  await page.getByRole("button", { name: /^Cards beside them/ }).click();
  await page.getByLabel("Cards", { exact: true }).fill("5");
  await page.getByLabel("Covered labels of pictures").check();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Draft the batch/ }).click();
  await page.getByRole("link", { name: "Turn the cards" }).click();
  const labels = page.getByRole("button", { name: /^Uncover label/ });
  await expect(labels.first()).toBeVisible();
  const n = await labels.count();
  await labels.first().click();
  await expect(labels).toHaveCount(n - 1);
  await page.getByRole("button", { name: /Turn it/ }).click();
  await expect(labels).toHaveCount(0);
  await expect(page.getByRole("article", { name: "Card" })).toContainText(/inlet|supernatant|sand bed|gravel|outlet/);
});
