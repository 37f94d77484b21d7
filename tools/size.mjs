// Prints what the first page loads of JavaScript, gzipped, and fails above the
// limit. What is imported when needed does not count.
import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";

const limit = 200_000;
const dist = new URL("../ui/dist/", import.meta.url);
const index = readFileSync(new URL("index.html", dist), "utf8");
const initial = [...index.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1]);
let total = 0;
for (const name of initial) total += gzipSync(readFileSync(new URL(name, dist)), { level: 9 }).length;
console.log(`initial JavaScript: ${(total / 1000).toFixed(1)} kB gzipped in ${initial.length} files (limit ${limit / 1000} kB)`);
if (initial.length === 0 || total > limit) process.exit(1);
