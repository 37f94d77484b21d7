import { spawn, type ChildProcess } from "node:child_process";
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** alive counts the processes whose command line names a folder. */
function alive(folder: string): number {
  let n = 0;
  for (const pid of readdirSync("/proc").filter((p) => /^\d+$/.test(p))) {
    try {
      if (readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(folder)) n++;
    } catch {
      // it ended in between
    }
  }
  return n;
}

function ended(server: ChildProcess): Promise<number | null> {
  return new Promise((done) => server.once("exit", done));
}

/**
 * Starts the real program with its private database and the demo course, and
 * stops it after the tests as Ctrl-C does. What it leaves running is a failure.
 */
export default async function start(): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), "zincowl-e2e-"));
  chmodSync(folder, 0o711); // the database's own user has to pass
  const server = spawn("../bin/zincowl", ["demo", "--data", join(folder, "db"), "--addr", "127.0.0.1:0", "--sign-ins", "1000"], { stdio: ["ignore", "pipe", "inherit"] });
  const [address, standin] = await new Promise<string[]>((found, failed) => {
    let said = "";
    server.stdout.on("data", (chunk: Buffer) => {
      said += chunk.toString();
      const at = [...said.matchAll(/at (http:\S+)\n/g)].map((m) => m[1]!);
      if (at.length === 2) found(at);
    });
    server.once("exit", (code) => failed(new Error(`the server ended with ${code} before it was ready`)));
  });
  process.env.BASE_URL = address;
  process.env.DATABASE_FOLDER = join(folder, "db");
  process.env.STANDIN_URL = standin;
  return async () => {
    const gone = ended(server);
    server.kill("SIGINT");
    const code = await gone;
    const left = alive(folder);
    rmSync(folder, { recursive: true, force: true });
    if (code !== 0 || left > 0) throw new Error(`stopping ended with code ${code} and left ${left} processes`);
  };
}
