import type { Page } from "@playwright/test";
import { aWeekLater, emptyCourse, expect, test } from "./people";

const box = (page: Page, name: string) => page.getByLabel(name, { exact: true });

/** Each kind as a person writes it: what is filled in beside the stem. */
const written: { kind: string; stem: string; fill: (page: Page) => Promise<void> }[] = [
  {
    kind: "Several right",
    stem: "Which of these are gates?",
    fill: async (page) => {
      for (const [at, text] of ["penstock", "weir", "sluice", "rake"].entries()) await box(page, `Option ${"abcd"[at]}`).fill(text);
      await box(page, "Option a is right").check();
      await box(page, "Option c is right").check();
    },
  },
  { kind: "Short answer", stem: "Why is a filter bed washed?", fill: async (page) => {
    await page.getByLabel("Key: an answer that is right").fill("Mud has settled in the bed and clogs it.");
    await page.getByLabel(/^Points that an answer/).fill("Mud has settled in the bed\nThe mud clogs the bed\n");
  } },
  {
    kind: "Match",
    stem: "What does each of them do?",
    fill: async (page) => {
      for (const [at, text] of ["the rake", "the penstock", "the weir"].entries()) await box(page, `Entry ${"abc"[at]}`).fill(text);
      for (const [at, text] of ["shuts the flow", "lifts rubbish", "holds the level"].entries()) await box(page, `Match ${"abc"[at]}`).fill(text);
      await page.getByLabel("a the rake").selectOption("lifts rubbish");
      await page.getByLabel("b the penstock").selectOption("shuts the flow");
      await page.getByLabel("c the weir").selectOption("holds the level");
    },
  },
  {
    kind: "Order",
    stem: "In which order is a filter washed?",
    fill: async (page) => {
      for (const [at, text] of ["rinse it", "drain it", "put it back"].entries()) await box(page, `Step ${"abc"[at]}`).fill(text);
      await page.getByRole("button", { name: "“drain it” comes earlier" }).click();
    },
  },
  {
    kind: "Table",
    stem: "Fill in what is missing.",
    fill: async (page) => {
      for (const [at, text] of [["1, column 1", "pump"], ["1, column 2", "flow"], ["2, column 1", "P1"]] as const) await box(page, `Row ${at}`).fill(text);
      await box(page, "Answer in row 2, column 2").fill("55 L/s");
    },
  },
];

/** How each is answered by keyboard alone: the first half right, so that what is half right is seen. */
const answers: Record<string, (page: Page) => Promise<void>> = {
  "Which of these are gates?": async (page) => {
    await page.getByRole("checkbox", { name: /penstock/ }).waitFor();
    await page.keyboard.press((await capOf(page, "checkbox", "penstock")).toLowerCase());
    await expect(page.getByRole("checkbox", { name: /penstock/ })).toBeChecked();
    await page.keyboard.press("Enter");
    await expect(page.getByText("There is more: sluice.")).toBeVisible();
  },
  "Why is a filter bed washed?": async (page) => {
    await page.keyboard.type("Mud has settled in the bed of the filter.\nA bed is a beautiful thing.");
    await page.keyboard.press("Control+Enter");
    const points = page.getByRole("list", { name: "Points" });
    await expect(points.getByRole("listitem")).toHaveCount(2);
    await expect(page.getByText("Mud has settled in the bed and clogs it.")).toBeVisible(); // the key
    for (const nth of [1, 2]) {
      await page.getByRole("button", { name: new RegExp(`^Point ${nth} is`) }).focus();
      await page.keyboard.press("Enter");
      await page.getByRole("radio", { name: nth === 1 ? "found" : "half there" }).click();
      await page.keyboard.press("Escape");
      await expect(page.getByRole("button", { name: `Point ${nth} is: ${nth === 1 ? "found" : "half there"}` })).toBeVisible();
    }
    await expect(page.getByText("75% of the points, marked by you")).toBeVisible();
  },
  "What does each of them do?": async (page) => {
    for (const [entry, to] of [["the rake", "lifts"], ["the penstock", "shuts"], ["the weir", "holds"]] as const) {
      await page.getByLabel(entry).focus();
      await page.getByLabel(entry).selectOption({ label: (await page.getByLabel(entry).getByRole("option", { name: to }).allInnerTexts())[0]! });
    }
    await page.getByRole("button", { name: "Answer, sure" }).click();
    await expect(page.getByText("right", { exact: true }).first()).toBeVisible();
  },
  "In which order is a filter washed?": async (page) => {
    for (const step of ["drain it", "rinse it", "put it back"]) {
      await page.keyboard.press((await capOf(page, "button", step)).toLowerCase());
      await expect(page.getByRole("button", { name: step })).toHaveAttribute("aria-pressed", "true");
    }
    await page.keyboard.press("Backspace");
    await page.getByRole("button", { name: "put it back" }).click();
    await page.keyboard.press("h");
    await expect(page.getByText("Right, by a hunch")).toBeVisible();
  },
  "Fill in what is missing.": async (page) => {
    await page.getByLabel("P1, flow").fill("55 l/s");
    await page.keyboard.press("Enter");
    await expect(page.getByText("Right", { exact: true })).toBeVisible();
  },
};

/** The letter on the key that chooses something. */
const capOf = async (page: Page, role: "checkbox" | "button", name: string) => (await page.getByRole(role, { name }).locator("kbd").innerText()).trim();

test("every kind is written, kept, asked by keyboard and mouse, and edited", async ({ page, signedUp }) => {
  test.slow(); // five kinds, each from end to end
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Filters");
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  const ids: string[] = [];
  for (const q of written) {
    await page.goto(`/courses/${course}/proof/write`);
    await page.getByLabel("Kind").selectOption(q.kind);
    await page.getByLabel("Stem").fill(q.stem);
    await q.fill(page);
    await page.getByRole("combobox", { name: "Topic" }).selectOption("Filters");
    await page.getByRole("button", { name: "Save and proof" }).click();
    await expect(page.getByRole("complementary", { name: "Findings" })).toBeVisible();
    ids.push(page.url().split("/").at(-1)!);
    await page.getByRole("button", { name: "Keep" }).click();
    await expect.poll(async () => ((await (await page.request.get(`${api}/bench`)).json()) as { state: string }[]).every((x) => x.state === "bank")).toBe(true);
  }
  aWeekLater(course);
  const drill = crypto.randomUUID();
  expect((await page.request.put(`${api}/drills/${drill}`, { data: { count: written.length, kept: true } })).status()).toBe(200);
  for (let position = 1; position <= written.length; position++) {
    await page.goto(`/courses/${course}/drill/${drill}/${position}`);
    await expect(page.getByRole("button", { name: "No idea" })).toBeVisible();
    const shown = await page.getByRole("main").innerText();
    const asked = written.find((q) => shown.includes(q.stem))!;
    await answers[asked.stem]!(page);
    await page.reload();
    await expect(page.getByRole("button", { name: "Next" })).toBeVisible();
  }
  await page.goto(`/courses/${course}/drill/${drill}/${written.length + 1}`);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("3 of 5 right.");

  // Each is edited: what is there is offered, and another stem is saved with it.
  const bank = (await (await page.request.get(`${api}/drills/${drill}`)).json()) as { places: unknown[] };
  expect(bank.places.length).toBe(written.length);
  for (const id of ids) {
    await page.goto(`/courses/${course}/proof/${id}`);
    await page.getByRole("button", { name: "Edit" }).click();
    const stem = page.getByLabel("Stem");
    await stem.fill(`${await stem.inputValue()} Think twice.`);
    await page.getByRole("button", { name: "Save and proof again" }).click();
    await expect(page.getByText("version 2", { exact: true })).toBeVisible();
  }
});

test("expressions, solutions, numbers and blanks are edited as they are asked", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Filters");
  const api = `${process.env.BASE_URL}/api/courses/${course}`;
  for (const [kind, stem, fill, key] of [
    ["Expression", "Simplify x + x.", (p: Page) => p.getByLabel("Key: an expression, in any equal form").fill("2x"), "2x"],
    ["Solutions", "Solve x + 1 = 3.", (p: Page) => p.getByLabel("Values; several are parted by “or”").fill("2"), "2"],
    ["Number", "What is 15% of 80?", (p: Page) => p.getByLabel("Key", { exact: true }).fill("12"), "12"],
    ["Blank", "A <<1>> is a chamber that holds raw water.", (p: Page) => p.getByLabel(/Blank 1/).fill("wet well | well"), "wet well"],
  ] as const) {
    await page.goto(`/courses/${course}/proof/write`);
    await page.getByLabel("Kind").selectOption(kind);
    await page.getByLabel("Stem").fill(stem);
    await fill(page);
    await page.getByRole("button", { name: "Save and proof" }).click();
    await expect(page.getByRole("button", { name: "Edit" })).toBeVisible();
    await page.getByRole("button", { name: "Edit" }).click();
    await page.getByLabel("Stem").fill(`${stem} `);
    await page.getByRole("button", { name: "Save and proof again" }).click();
    await expect(page.getByText("version 2", { exact: true })).toBeVisible();
    await expect(page.getByRole("region", { name: "Question" })).toContainText(key);
  }
  expect(((await (await page.request.get(`${api}/bench`)).json()) as { verdict: string }[]).filter((q) => q.verdict === "faulted")).toEqual([]);
});
