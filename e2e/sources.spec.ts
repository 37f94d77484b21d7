import { readFileSync } from "node:fs";
import { courseWithNotes, emptyCourse, expect, test } from "./people";

const bad: { name: string; file: string; bytes: Buffer; says: RegExp }[] = [
  { name: "empty", file: "empty.txt", bytes: Buffer.from(" \n\n "), says: /nothing in this text/ },
  { name: "not UTF-8", file: "latin.txt", bytes: Buffer.from([0x41, 0x0a, 0xe9, 0x20, 0x42]), says: /not UTF-8 \(the first odd byte is on line 2\); save it as UTF-8/ },
  { name: "a picture named .txt", file: "picture.txt", bytes: Buffer.from("\x89PNG\r\n\x1a\n0000", "latin1"), says: /picture is broken, too small or too large/ },
  { name: "a zero byte", file: "zero.md", bytes: Buffer.from("abc\0def"), says: /zero byte stands at position 3/ },
];

test("bad input gets a sentence, and nothing is half-saved", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Screening");
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: "Add a source" }).click();
  for (const b of bad) {
    await page.getByLabel("Files").setInputFiles({ name: b.file, mimeType: "text/plain", buffer: b.bytes });
    await expect(page.getByRole("status").filter({ hasText: b.file }), b.name).toContainText(b.says);
  }
  const list = await page.request.get(`${process.env.BASE_URL}/api/courses/${course}/sources`);
  expect(await list.json()).toEqual([]);

  const good = { name: "good.md", mimeType: "text/markdown", buffer: Buffer.from("# Screens\n\nA rake is a toothed arm that lifts rubbish.\n") };
  await page.getByLabel("Files").setInputFiles(good);
  await expect(page.getByRole("article", { name: "Screens" })).toBeVisible();
  await page.keyboard.press("a");
  await page.getByLabel("Files").setInputFiles(good);
  await expect(page.getByRole("status").filter({ hasText: "good.md" })).toContainText("among your sources already, as “Screens”");
});

const corpus = "../core/source/testdata";

const other: { file: string; text: string | Buffer; shows: RegExp; kind: string; at: string }[] = [
  { file: "wells.mp4", text: readFileSync(`${corpus}/wells.mp4`), shows: /How far it falls is the drawdown/, kind: "Captions", at: "0:31" },
  { file: "readings.xlsx", text: readFileSync(`${corpus}/readings-made.xlsx`), shows: /rain, second pump/, kind: "Spreadsheet", at: "row 2" },
  { file: "talk.vtt", text: "WEBVTT\n\n00:00:42.000 --> 00:00:45.000\nA rake is a toothed arm, um, that lifts rubbish off the bars.\n", shows: /A rake is a toothed arm/, kind: "Captions", at: "0:42" },
  { file: "page.html", text: "<!doctype html><title>Screens</title><nav>Home</nav><main><h1>Screens</h1><p>A bar screen is a row of bars<sup>2</sup>.</p></main>", shows: /A bar screen is a row of bars²/, kind: "Web page", at: "none yet" },
  { file: "readings.csv", text: "day,flow (m³/h)\nMonday,420\nTuesday,380\n", shows: /Monday/, kind: "Table", at: "row 2" },
];

test("captions, a saved page, tables and a captioned film become passages", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Screening");
  for (const o of other) {
    await page.goto(`/courses/${course}/sources`);
    await expect(page.getByRole("button", { name: /^Add/ }).first()).toBeVisible();
    await page.keyboard.press("a");
    await page.getByLabel("Files").setInputFiles({ name: o.file, mimeType: "text/plain", buffer: Buffer.from(o.text as string) });
    await expect(page.getByRole("article")).toContainText(o.shows);
    await expect(page.getByRole("article")).toContainText(o.at);
    await expect(page.getByRole("navigation", { name: "The sources" })).toContainText(o.kind);
    await expect(page.getByRole("article")).not.toContainText("Home");
  }
});

test("a PDF is read with its pages, and drafted from", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Filter keeper", "Beds");
  const testdata = "../core/source/pdf/testdata";
  await page.goto(`/courses/${course}/sources`);
  await page.getByRole("button", { name: "Add a source" }).click();
  for (const [file, says] of [["locked.pdf", /locked with a password/], ["cut.pdf", /damaged and can't be opened/], ["picture.pdf", /no words were recognised/]] as const) {
    await page.getByLabel("Files").setInputFiles({ name: file, mimeType: "application/pdf", buffer: readFileSync(`${testdata}/${file}`) });
    await expect(page.getByRole("status").filter({ hasText: file })).toContainText(says, { timeout: 30_000 }); // the first one compiles the sandbox
  }
  await page.getByLabel("Files").setInputFiles({ name: "two-columns.pdf", mimeType: "application/pdf", buffer: readFileSync(`${testdata}/two-columns.pdf`) });
  const article = page.getByRole("article", { name: "Filter practice" });
  await expect(article).toContainText("A garnet bed is a layer that holds particles while water passes down through it.");
  await expect(article).toContainText("page 2");
  await expect(page.getByRole("navigation", { name: "The sources" })).toContainText("PDF");
  await page.keyboard.press("d");
  await page.getByRole("button", { name: "Draft the batch" }).click();
  await expect(page.getByText(/Batch of 20, done/)).toBeVisible();
  await page.goto(`/courses/${course}/drill`);
  await page.getByRole("button", { name: "Start the drill" }).click();
  await page.getByRole("button", { name: "No idea" }).click();
  await expect(page.getByRole("link", { name: /Filter practice, .*page \d/ }).first()).toBeVisible();
});

test("an article and a talk are fetched by their address, and nothing from within", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Intake attendant", "Carbon");
  const site = process.env.STANDIN_URL ?? "";
  const fetchIt = async (address: string) => {
    await page.goto(`/courses/${course}/sources`);
    await page.getByRole("button", { name: /^Add/ }).first().click();
    await page.getByLabel("Web address").fill(address);
    await page.keyboard.press("Enter");
  };
  await fetchIt(`${site}/activated-carbon.html`);
  const article = page.getByRole("article", { name: /^Activated carbon/ });
  await expect(article).toContainText("Adsorption is a process in which dissolved substances cling to a surface.");
  await expect(article).not.toContainText("rain barrels");
  await expect(page.getByRole("complementary", { name: "Found in this section" })).toContainText("18 March 2025");
  await fetchIt(`${site}/talk-on-residuals.html`);
  await expect(page.getByRole("article", { name: "A talk on residuals" })).toContainText("A residual is the disinfectant that is left in the water after its work is done.");
  await expect(page.getByRole("article")).toContainText("0:01");
  for (const [address, says] of [[`${site}/residuals.webm`, /bring its captions/], [`${site}/none`, /no page at this address/], [process.env.BASE_URL ?? "", /leads into a private network/], ["http://169.254.169.254/", /leads into a private network/], ["ftp://works.example/", /begin with http/]] as const) {
    await fetchIt(address);
    await expect(page.getByRole("dialog").getByRole("status")).toContainText(says);
  }
});

test("a scanned page is recognised, and shows how sure that is", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Reservoir keeper", "Rounds");
  await page.goto(`/courses/${course}/sources`);
  for (const file of ["scan.pdf", "scan.jpg"]) {
    await page.getByRole("button", { name: /^Add/ }).first().click();
    await page.getByLabel("Files").setInputFiles({ name: file, mimeType: "application/octet-stream", buffer: readFileSync(`../core/source/pdf/testdata/${file}`) });
    const article = page.getByRole("article", { name: "Reservoir rounds" });
    await expect(article).toContainText("A scour valve is a valve at the foot of a dam that lets silt out of the reservoir.");
    await expect(article).toContainText(/9\d% sure/);
    await expect(article).toContainText("Compare it with the paper where it matters.");
    await expect(page.getByRole("dialog")).toHaveCount(0);
  }
  const picture = page.getByRole("article").getByRole("img", { name: /Reservoir rounds/ });
  await picture.scrollIntoViewIfNeeded();
  await expect.poll(() => picture.evaluate((e) => (e as HTMLImageElement).naturalWidth)).toBe(1424);
});

test("documents and books are drafted from like notes", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await emptyCourse(page, "Reservoir keeper", "Arithmetic");
  const testdata = "../core/source/reader/testdata";
  for (const [file, kind] of [["notes.docx", "Document"], ["notes.odt", "Document"], ["notes.epub", "Book"]] as const) {
    await page.goto(`/courses/${course}/sources`);
    await expect(page.getByRole("button", { name: /^Add/ }).first()).toBeVisible();
    await page.keyboard.press("a");
    await page.getByLabel("Files").setInputFiles({ name: file, mimeType: "application/zip", buffer: readFileSync(`${testdata}/${file}`) });
    await expect(page.getByRole("article", { name: "Reservoir notes" })).toContainText("The flow is read in m³/h and the gas is CO₂.");
    await expect(page.getByRole("navigation", { name: "The sources" })).toContainText(kind);
  }
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Draft from this source" })).toBeVisible();
  await page.keyboard.press("d");
  await page.getByRole("button", { name: /Of which levels/ }).click();
  await page.getByLabel("Hard questions").fill("20");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Draft the batch" }).click();
  await expect(page.getByText(/Batch of 20, done/)).toBeVisible();
  await expect(page.getByText("20 questions cleared")).toBeVisible();
});

test("a citation leads to its line, and a source can be taken out", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  const course = await courseWithNotes(page, 8);
  await page.goto(`/courses/${course}/sources`);
  await expect(page.getByRole("img", { name: /drawn: cleared/ }).first()).toBeVisible();
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  const bench = (await (await page.request.get(`${at}/bench`)).json()) as { id: string }[];
  await page.goto(`/courses/${course}/proof/${bench[0]!.id}`);
  await page.getByRole("button", { name: "Uncover" }).click();
  const evidence = page.getByRole("complementary", { name: "Findings" }).getByRole("link", { name: /Evening notes/ }).first();
  await evidence.click();
  await expect(page).toHaveURL(/\/sources\/[^/]+#p[0-9a-f]+$/);
  await expect(page.locator(".hl")).toBeInViewport();
  await page.getByRole("button", { name: "Take it out" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Take it out" }).click();
  await expect(page.getByText("Nothing to read yet")).toBeVisible();
  await page.getByRole("link", { name: /^Proof/ }).click();
  await expect(page.getByText("8 waiting")).toBeVisible(); // without their evidence they are proofed anew
});

test("a long source scrolls, is searched, leads by its outline and is cited", async ({ page, signedUp, context }) => {
  expect(signedUp.name).toBeTruthy();
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  const course = await emptyCourse(page, "Intake attendant", "Beds");
  const chapter = (n: number) => `# Chapter ${n}\n\n${Array.from({ length: 40 }, (_, i) => `Passage ${i + 1} of chapter ${n} says that the water is led over bed ${i + 1}.`).join("\n\n")}\n\nA sluice ${n} is a gate of iron.\n`;
  const id = crypto.randomUUID();
  const at = `${process.env.BASE_URL}/api/courses/${course}`;
  await page.request.put(`${at}/arrivals/${id}?name=long.md`, { data: Buffer.from(Array.from({ length: 60 }, (_, i) => chapter(i + 1)).join("\n")), headers: { "Content-Type": "application/octet-stream" } });
  await page.goto(`/courses/${course}/sources`);
  const article = page.getByRole("article", { name: "Chapter 1" });
  await expect(article).toContainText("Passage 1 of chapter 1 says");
  await expect.poll(() => article.locator("[data-index]").count()).toBeLessThan(120); // of 2,520
  await page.getByRole("navigation", { name: "Outline" }).getByRole("button", { name: "Chapter 41" }).click();
  await expect(article).toContainText("Passage 3 of chapter 41 says");
  await page.keyboard.press("f");
  await page.keyboard.type("sluice 5");
  const margin = page.getByRole("complementary", { name: "Found in this section" });
  await expect(margin).toContainText("11 matches in 11 passages"); // 5 and 50 to 59
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await expect(margin).toContainText("here passage 2");
  await expect(article.locator("mark").first()).toBeInViewport();
  await expect(article).toContainText("A sluice 50 is a gate of iron.");
  await page.getByRole("button", { name: /Copy a citation of “A sluice 50/ }).click({ force: true });
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^“A sluice 50 is a gate of iron\.” Chapter 1, Chapter 50, line \d+$/);
  await page.getByRole("button", { name: /What it counts as: notes/ }).click();
  await page.getByLabel("rules in force").check();
  await expect(page.getByRole("button", { name: /What it counts as: rules in force/ })).toBeVisible();
});
