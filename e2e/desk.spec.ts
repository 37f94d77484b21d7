import { courseWithNotes, expect, test } from "./people";

test("signing out and in, a wrong password, a recovery code", async ({ page }) => {
  const name = `keeper ${Date.now()}`;
  await page.goto("/sign-up");
  await page.getByLabel("Name").fill(name);
  await page.getByLabel("Password").fill("a long sentence to remember");
  await page.keyboard.press("Enter");
  const code = await page.getByRole("listitem").first().innerText();
  await page.getByRole("button", { name: "I have written them down" }).click();
  await page.getByRole("button", { name: /Desk of/ }).click();
  await page.getByRole("menuitem", { name: "Sign out" }).click();

  await page.getByLabel("Name").fill(name);
  await page.getByLabel("Password").fill("not the sentence at all");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("do not belong together");
  await page.getByRole("link", { name: "Password forgotten" }).click();
  await page.getByLabel("Name").fill(name);
  await page.getByLabel("Recovery code", { exact: true }).fill(code);
  await page.getByLabel("New password").fill("another sentence, quite new");
  await page.keyboard.press("Enter");
  await expect(page.getByText("No course yet")).toBeVisible();

  await page.getByRole("button", { name: /Desk of/ }).click();
  await page.getByRole("menuitem", { name: "Sign out" }).click();
  await page.goto("/recover");
  await page.getByLabel("Name").fill(name);
  await page.getByLabel("Recovery code", { exact: true }).fill(code);
  await page.getByLabel("New password").fill("a third sentence, newer still");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("was used before");
});

test("where one is signed in is seen and ended, and another password signs out elsewhere", async ({ page, signedUp, browser }) => {
  const elsewhere = async () => {
    const context = await browser.newContext({ baseURL: process.env.BASE_URL });
    const signed = await context.request.post("/api/session", { data: { name: signedUp.name, password: signedUp.password } });
    expect(signed.status()).toBe(200);
    return context;
  };
  const [first, second] = [await elsewhere(), await elsewhere()];
  await page.goto("/courses");
  await page.getByRole("button", { name: /Desk of/ }).click();
  await page.getByRole("menuitem", { name: "Your account" }).click();
  await expect(page.getByRole("heading", { name: signedUp.name })).toBeVisible();
  await expect(page.getByRole("listitem")).toHaveCount(3);
  await expect(page.getByRole("listitem").filter({ hasText: "Here, now" })).toHaveCount(1);
  await page.getByRole("button", { name: /^Sign out in/ }).first().click();
  await expect(page.getByRole("listitem")).toHaveCount(2);

  await page.getByLabel("The one you have").fill("quite another one");
  await page.getByLabel("The new one").fill("a newer sentence to remember");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("is another one");
  await page.getByLabel("The one you have").fill(signedUp.password);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Changed. Other browsers are signed out.")).toBeVisible();
  await expect(page.getByRole("listitem")).toHaveCount(1);
  for (const other of [first, second]) {
    expect((await other.request.get("/api/me")).status()).toBe(401);
    await other.close();
  }
});

test("a page is left to the entrance when its session is ended elsewhere", async ({ page, signedUp, request }) => {
  const course = await courseWithNotes(page);
  await page.goto(`/courses/${course}/sources`);
  await expect(page.getByText("Evening notes").first()).toBeVisible();
  await request.post(`${process.env.BASE_URL}/api/session`, { data: { name: signedUp.name, password: signedUp.password } });
  await request.delete(`${process.env.BASE_URL}/api/me/sessions`);
  await page.getByRole("link", { name: /^Gaps/ }).click();
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
});

test("the list of keys, letters switched off, and the light", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  await page.goto("/courses");
  await expect(page.getByText("No course yet")).toBeVisible();
  await page.keyboard.press("?");
  const sheet = page.getByRole("dialog", { name: "Keys on this screen" });
  await expect(sheet).toContainText("Make a course");
  await page.keyboard.press("n"); // silent while something lies over the screen
  await page.keyboard.press("Escape");
  await expect(page).toHaveURL(/\/courses$/);

  await page.getByRole("button", { name: /Desk of/ }).click();
  await page.getByRole("menuitemcheckbox", { name: /Letter keys/ }).click();
  await page.getByRole("menuitemradio", { name: "Dark" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("menu")).toHaveCount(0);
  await expect(page.locator("html")).toHaveAttribute("data-theme", "dark");
  await page.keyboard.press("n");
  await expect(page).toHaveURL(/\/courses$/);
  await expect.poll(async () => ((await (await page.request.get(`${process.env.BASE_URL}/api/me`)).json()) as { settings: { theme: string } }).settings.theme).toBe("dark");
  await page.reload();
  await expect(page.getByText("No course yet")).toBeVisible();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "dark");
  await page.getByRole("button", { name: /Desk of/ }).click();
  await page.getByRole("menuitemcheckbox", { name: /Letter keys/ }).click();
  await expect(page.getByRole("menuitemcheckbox", { name: /Letter keys/ })).toContainText("on");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("menu")).toHaveCount(0);
  await page.keyboard.press("n");
  await expect(page).toHaveURL(/\/courses\/new$/);
});

test("what fails says so and offers to try again", async ({ page, signedUp }) => {
  expect(signedUp.name).toBeTruthy();
  await page.route("**/api/courses", (route) => route.fulfill({ status: 500, contentType: "application/problem+json", body: '{"status":500,"detail":"Something failed on our side; what was saved before is safe. Try again."}' }));
  await page.goto("/courses");
  await expect(page.getByRole("alert")).toContainText("what was saved before is safe");
  await page.unroute("**/api/courses");
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByText("No course yet")).toBeVisible();
  await page.goto("/courses/00000000-0000-4000-8000-000000000000/gaps");
  await expect(page.getByRole("alert")).toContainText("nothing that you may see");
});
