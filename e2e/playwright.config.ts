import { defineConfig } from "@playwright/test";

/** Debian's Chromium, with everything off that would reach for a network. */
const chromium = {
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking", "--disable-component-update", "--disable-sync", "--no-first-run"],
};

export default defineConfig({
  testDir: ".",
  outputDir: "out",
  globalSetup: "./server.ts",
  workers: 2,
  fullyParallel: true,
  timeout: 90_000,
  expect: { timeout: 15_000 }, // the machine may be busy; nothing is asserted of its speed
  retries: 0, // what passes only the second time is not passed
  reporter: process.env.CI ? [["line"]] : [["list"]],
  testIgnore: process.env.SCREENSHOTS ? [] : ["screenshots.spec.ts"],
  use: { viewport: { width: 1280, height: 800 }, locale: "en-GB", timezoneId: "UTC", launchOptions: chromium, trace: process.env.TRACE ? "retain-on-failure" : "off" },
});
